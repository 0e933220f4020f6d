<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** One voice of a typed tune while it is being read. */
final class AbcVoice
{
    /** @var list<AbcMeasure> */
    public array $measures = [];
    public AbcMeasure $now;
    public ?AbcNote $last = null;
    public ?Fraction $unit = null;
    /** @var array{string, int}|null */
    public ?array $clef = null;
    public int $octave = 0;
    private ?AbcKey $nextKey = null;
    private ?AbcMeter $nextMeter = null;
    public bool $isLineNew = false;
    public bool $isInEnding = false;
    /** @var list<AbcNote> notes of the line that was read last: words may stand under them */
    public array $sung = [];

    public function __construct(public readonly string $id, public string $name, public AbcKey $key, public AbcMeter $meter)
    {
        $this->now = new AbcMeasure();
        $this->now->key = $key;
        $this->now->meter = $meter;
    }

    public function add(AbcNote $note): void
    {
        if ($this->isLineNew && $this->now->isEmpty()) {
            $this->now->startsLine = $this->measures !== [];
        }
        $this->isLineNew = false;
        if ($this->nextKey !== null) {
            [$note->key, $this->nextKey] = [$this->nextKey, null];
        }
        $this->now->notes[] = $note;
        $this->last = $note;
        if (!$note->isRest()) {
            $this->sung[] = $note;
        }
    }

    /** The key changes with the next note, inside a measure too. */
    public function keyFromHere(AbcKey $key): void
    {
        if ($this->now->notes === []) {
            $this->now->key = $key;
        } else {
            $this->nextKey = $key;
        }
    }

    /** A meter holds from a barline on: where the measure has begun already, from the next. */
    public function meterFromHere(AbcMeter $meter): void
    {
        if ($this->now->notes === []) {
            $this->now->meter = $meter;
        } else {
            $this->nextMeter = $meter;
        }
    }

    /** The measure is over; what comes is the next. */
    public function close(): void
    {
        if ($this->now->isEmpty()) {
            return;
        }
        $this->measures[] = $this->now;
        $this->now = new AbcMeasure();
        [$this->now->key, $this->now->meter] = [$this->nextKey, $this->nextMeter];
        $this->nextKey = $this->nextMeter = null;
    }

    /** @return AbcMeasure|null the measure that was closed last */
    public function before(): ?AbcMeasure
    {
        return $this->measures[count($this->measures) - 1] ?? null;
    }
}
