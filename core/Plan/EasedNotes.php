<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Marks\Kind\Text\Divide;
use UprightPencil\Marks\Kind\Text\LeaveOut;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** What a class does of its own accord with chords and grace notes that are more than it has learned: as marks nobody made. */
final readonly class EasedNotes
{
    private function __construct(private HardNotes $habit, private bool $isBeginner)
    {
    }

    public static function by(PlanOptions $options): self
    {
        return new self($options->hardNotes(), $options->profile->isBeginner());
    }

    /**
     * @param MarkBook $book what is marked already: where the director decided, nothing is eased
     * @param list<Flag> $flags of the part as it was planned without easing
     * @return list<Mark>
     */
    public function marks(Part $part, MarkBook $book, array $flags): array
    {
        if ($this->habit === HardNotes::Play) {
            return [];
        }
        $positions = $part->positionsById();
        $decided = [];
        foreach ($book->marks as $mark) {
            if ($mark->acts() && $mark->isForHand()) {
                $decided[$mark->from] = true;
            }
        }
        $marks = [];
        foreach ($flags as $flag) {
            if (!in_array($flag->code, [FlagCode::OutOfRange, FlagCode::NotYetLearned], true)) {
                continue;
            }
            foreach ($flag->allPlaces() as $place) {
                $chord = $place->noteId === null ? [] : array_map(
                    static fn (int $note): Note => $part->notes[$note],
                    $part->chordAt($positions[$place->noteId]),
                );
                $isDecided = array_filter($chord, static fn (Note $note): bool => isset($decided[$note->id])) !== [];
                if (count($chord) < 2 || $isDecided) {
                    continue;
                }
                $top = array_pop($chord);
                $eased = $this->habit === HardNotes::Divide ? [[$top, new Divide()]]
                    : array_map(static fn (Note $note): array => [$note, new LeaveOut()], $chord);
                foreach ($eased as [$note, $kind]) {
                    $marks[$note->id] = self::mark($note, $kind);
                }
            }
        }
        foreach ($this->habit === HardNotes::Leave && $this->isBeginner ? $part->notes : [] as $note) {
            if ($note->isGrace && !isset($decided[$note->id])) {
                $marks[$note->id] = self::mark($note, new LeaveOut());
            }
        }

        return array_values($marks);
    }

    private static function mark(Note $note, MarkKind $kind): Mark
    {
        return new Mark("eased {$note->id}", [$kind], $note->id, $note->id);
    }
}
