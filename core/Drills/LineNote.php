<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Pitch;

/** A note or a rest of a practice line, with what is decided there already. */
final readonly class LineNote
{
    /**
     * @param Pitch|null $pitch null for a rest
     * @param Fraction $length in quarter notes
     * @param list<MarkKind> $marks what is decided here
     * @param bool $slurs a slur begins here
     * @param bool $ends the slur that is open ends here
     * @param bool $ties it is tied to the next note
     * @param list<string> $signs articulations by their MusicXML names
     * @param string $words over the note, or under it
     * @param Pitch|null $with an open string that sounds with it
     * @param bool $isSaidBelow whether the words stand under the staff
     */
    private function __construct(
        public ?Pitch $pitch,
        public Fraction $length,
        public array $marks = [],
        public bool $slurs = false,
        public bool $ends = false,
        public bool $ties = false,
        public array $signs = [],
        public string $words = '',
        public ?Pitch $with = null,
        public bool $isSaidBelow = false,
    ) {
    }

    public static function of(Pitch $pitch, Fraction $length): self
    {
        return new self($pitch, $length);
    }

    public static function rest(Fraction $length): self
    {
        return new self(null, $length);
    }

    /** With the string, the finger and the position it has in the part. */
    public function by(?NoteFinger $finger): self
    {
        if ($finger === null) {
            return $this;
        }
        $shape = $finger->shape->value === 'harmonic' ? 'harmonic' : '';
        $marks = [new OnString($finger->string), new Finger($finger->number, $finger->number === 0 ? '' : $shape)];
        if ($finger->position !== 'I' && $finger->number > 0) {
            $marks[] = new Position($finger->position, []);
        }

        return $this->marked(...$marks);
    }

    public function marked(MarkKind ...$marks): self
    {
        return $this->with(['marks' => [...$this->marks, ...array_values($marks)]]);
    }

    public function going(Direction $direction): self
    {
        return $this->marked(new BowDirection($direction));
    }

    /** The same bow again, after a stop. */
    public function hooked(): self
    {
        return $this->marked(new Hook());
    }

    public function lasting(Fraction $length): self
    {
        return $this->with(['length' => $length]);
    }

    public function at(Pitch $pitch): self
    {
        return $this->with(['pitch' => $pitch]);
    }

    public function beginsSlur(): self
    {
        return $this->with(['slurs' => true]);
    }

    public function endsSlur(): self
    {
        return $this->with(['ends' => true]);
    }

    public function unslurred(): self
    {
        return $this->with(['slurs' => false, 'ends' => false]);
    }

    public function tied(): self
    {
        return $this->with(['ties' => true]);
    }

    /** @param list<string> $signs */
    public function signed(array $signs): self
    {
        return $this->with(['signs' => $signs]);
    }

    public function saying(string $words, bool $isBelow = false): self
    {
        return $this->with(['words' => $words, 'isSaidBelow' => $isBelow]);
    }

    public function beside(Pitch $open): self
    {
        return $this->with(['with' => $open]);
    }

    /** Without what the hand does, and without slurs: the bow alone, or the note alone. */
    public function bare(): self
    {
        return $this->pitch === null ? self::rest($this->length) : self::of($this->pitch, $this->length);
    }

    /** With the bow and nothing of the hand. */
    public function withoutHand(): self
    {
        return $this->with(['marks' => array_values(array_filter(
            $this->marks,
            static fn (MarkKind $kind): bool => !$kind instanceof OnString && !$kind instanceof Finger && !$kind instanceof Position,
        ))]);
    }

    /** @param array<string, mixed> $changes */
    private function with(array $changes): self
    {
        /** @var array{?Pitch, Fraction} $values */
        $values = [...get_object_vars($this), ...$changes];

        return new self(...$values);
    }
}
