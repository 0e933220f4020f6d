<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** One note, chord, rest or grace note of a typed tune while it is being read: what comes after it may still change it. */
final class AbcNote
{
    /** @var list<array{string, int, int|null}> letter, octave, alteration where one is typed; empty for a rest */
    public array $pitches = [];
    /** @var list<string> names of signs, as MusicXML or the table of decorations calls them */
    public array $signs = [];
    /** @var list<array{string, string}> where and what: above, below or free */
    public array $words = [];
    /** @var list<bool> slurs that begin here, true for a dotted one */
    public array $slursFrom = [];
    public int $slursTo = 0;
    public bool $isTied = false;
    /** Whether it is beamed with the one before, as far as it was typed. */
    public bool $isJoined = false;
    public bool $isHidden = false;
    /** @var array{int, int}|null so many in the time of so many */
    public ?array $tuplet = null;
    /** first, last or empty, of its tuplet */
    public string $tupletEnd = '';
    /** @var list<self> grace notes that lead to it */
    public array $grace = [];
    public bool $isSlashed = false;
    /** The key that begins with it inside a measure. */
    public ?AbcKey $key = null;
    public ?string $syllable = null;
    public bool $isHyphenated = false;

    /** The column after its last letter; 0 where it is not kept. */
    public int $until = 0;

    /** @param Fraction $length in whole notes, as typed: a tuplet's note is longer than it sounds */
    public function __construct(public Fraction $length, public readonly int $line, public readonly int $column)
    {
    }

    public function isRest(): bool
    {
        return $this->pitches === [];
    }

    /** How long it sounds, in whole notes. */
    public function sounds(): Fraction
    {
        return $this->tuplet === null ? $this->length : $this->length->times(Fraction::of($this->tuplet[1], $this->tuplet[0]));
    }
}
