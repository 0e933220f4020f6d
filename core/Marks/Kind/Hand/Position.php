<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Hand;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Slot;

/** A position for a note or a range, with the finger figure that returns in it. */
final readonly class Position implements MarkKind
{
    /** @param list<int> $figure finger digits, over and over; empty when only the position is said */
    public function __construct(public string $position, public array $figure)
    {
    }

    public static function read(string $words): ?self
    {
        $numeral = '½|II½|III½|V½|1/2|III|II|IV|I|VII|VI|V';
        if (preg_match("~^($numeral)(?:\s*:\s*([0-4](?:\s+[0-4])*))?\$~u", $words, $match) !== 1) {
            return null;
        }
        $figure = array_map(intval(...), preg_split('~\s+~', $match[2] ?? '', -1, PREG_SPLIT_NO_EMPTY) ?: []);

        return new self($match[1] === '1/2' ? '½' : $match[1], $figure);
    }

    public static function examples(): array
    {
        return ['III', 'III : 1 3 1 3'];
    }

    public function words(): string
    {
        return $this->position . ($this->figure === [] ? '' : ' : ' . implode(' ', $this->figure));
    }

    public function plainWords(): string
    {
        return "position {$this->words()}";
    }

    public function slot(): Slot
    {
        return Slot::Position;
    }

    public function anchor(): Anchor
    {
        return Anchor::Range;
    }

    public function target(): ?string
    {
        return null;
    }
}
