<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Marks\Kind\Bow\NoSlurs;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Music\Part;
use UprightPencil\Music\Slur;

/**
 * Which printed slurs a director's marks do away with: those that begin where slurs are crossed out, and those under which a new
 * slur lies, since it stands in their place.
 */
final readonly class CrossedOutSlurs
{
    /**
     * @param list<array{int, int}> $ranges notes at which no printed slur begins any more, as positions in the part
     * @param list<array{int, int}> $slurs the director's own, as positions in the part
     */
    private function __construct(private Part $part, private array $ranges, private array $slurs)
    {
    }

    public static function of(Part $part, MarkBook $book): self
    {
        $position = $part->positionsById();
        $ranges = $slurs = [];
        foreach ($book->acting(NoSlurs::class) as $mark) {
            $ranges[] = [$position[$mark->from], $position[$mark->to]];
        }
        foreach ($book->acting(SlurTo::class) as $mark) {
            $to = $position[$mark->targets[0]] ?? null;
            if ($to !== null && $position[$mark->from] < $to) {
                $slurs[] = [$position[$mark->from], $to];
            }
        }

        return new self($part, $ranges, $slurs);
    }

    public function has(Slur $slur): bool
    {
        foreach ($this->ranges as [$from, $to]) {
            if ($slur->from >= $from && $slur->from <= $to) {
                return true;
            }
        }
        foreach ($this->slurs as [$from, $to]) {
            // A printed slur around the new one, or just like it, stays: it shows the phrase.
            $isAround = $slur->from <= $from && $slur->to >= $to;
            $isUnder = max($slur->from, $from) < min($slur->to, $to);
            if ($isUnder && !$isAround && $this->part->notes[$slur->from]->voice === $this->part->notes[$from]->voice) {
                return true;
            }
        }

        return false;
    }
}
