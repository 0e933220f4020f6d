<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** One measure of a voice while it is being read. */
final class AbcMeasure
{
    /** @var list<AbcNote> */
    public array $notes = [];
    public ?AbcKey $key = null;
    public ?AbcMeter $meter = null;
    /** @var array{Fraction, float, string}|null length of a beat in whole notes, beats a minute, words */
    public ?array $tempo = null;
    public bool $repeatsFrom = false;
    public bool $repeatsTo = false;
    /** light-light, light-heavy or empty */
    public string $bar = '';
    /** Number of the ending that begins here; empty for none. */
    public string $ending = '';
    public bool $endsEnding = false;
    public bool $startsLine = false;
    /** Measures of rest that it stands for. */
    public int $rests = 0;

    public function isEmpty(): bool
    {
        return $this->notes === [] && $this->rests === 0;
    }

    public function length(): Fraction
    {
        $length = Fraction::zero();
        foreach ($this->notes as $note) {
            $length = $length->plus($note->sounds());
        }

        return $length;
    }
}
