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
    /** @var list<callable(AbcMeasure): mixed> what the next measure begins with */
    private array $next = [];
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
        $this->now->notes[] = $note;
        $this->last = $note;
        if (!$note->isRest()) {
            $this->sung[] = $note;
        }
    }

    /**
     * What a measure begins with: this one, or where it has begun already, the next.
     *
     * @param callable(AbcMeasure): mixed $change
     */
    public function fromHere(callable $change): void
    {
        if ($this->now->notes === []) {
            $change($this->now);
        } else {
            $this->next[] = $change;
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
        foreach ($this->next as $change) {
            $change($this->now);
        }
        $this->next = [];
    }

    /** @return AbcMeasure|null the measure that was closed last */
    public function before(): ?AbcMeasure
    {
        return $this->measures[count($this->measures) - 1] ?? null;
    }
}
