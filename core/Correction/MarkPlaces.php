<?php

declare(strict_types=1);

namespace UprightPencil\Correction;

use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkReason;
use UprightPencil\Music\Note;
use UprightPencil\Music\NoteValue;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/** Where the marks of a part go when its score is corrected. The notes that are the same have the same ids in both scores. */
final readonly class MarkPlaces
{
    /** @var array<string, Note> */
    private array $old;

    /** @var array<string, Note> */
    private array $new;

    /**
     * @param array<int, int> $measures index in the new score by index in the old one
     */
    public function __construct(
        private Score $oldScore,
        Part $oldPart,
        private Score $newScore,
        private Part $newPart,
        private array $measures,
    ) {
        $this->old = array_column($oldPart->notes, null, 'id');
        $this->new = array_column($newPart->notes, null, 'id');
    }

    /** Null where all its notes are as they were: it keeps its place. */
    public function ask(Mark $mark): ?MarkQuestion
    {
        $needed = [$mark->from, $mark->to, ...array_filter($mark->targets)];
        $lost = array_filter($needed, fn (string $id): bool => !isset($this->new[$id]));
        $from = $this->old[$mark->from] ?? null;
        if ($lost === [] || $from === null) {
            return null;
        }
        $moved = $this->moved($mark);
        $to = $moved === null ? null : $this->new[$moved->from];
        $isSamePitch = $to !== null && $from->pitch?->semitone() === $to->pitch?->semitone();

        return new MarkQuestion(
            $mark,
            self::words($this->oldScore, $from),
            $moved,
            $to === null ? '' : self::words($this->newScore, $to),
            // A finger belongs to a pitch; a bow to a place.
            $moved !== null && ($isSamePitch || !$mark->isForHand()),
        );
    }

    private function moved(Mark $mark): ?Mark
    {
        $ids = array_keys($this->old);
        $places = array_flip($ids);
        $targets = [];
        foreach ($mark->targets as $target) {
            $place = $target === '' ? '' : $this->atTheSamePlace($target);
            if ($place === null) {
                return null;
            }
            $targets[] = $place;
        }
        if ($mark->from === $mark->to) {
            $from = $to = $this->atTheSamePlace($mark->from);
        } else {
            // A stretch ends at what is left of it.
            $within = array_slice($ids, $places[$mark->from], ($places[$mark->to] ?? $places[$mark->from]) - $places[$mark->from] + 1);
            $left = array_values(array_filter($within, fn (string $id): bool => isset($this->new[$id])));
            $from = $this->atTheSamePlace($mark->from) ?? $left[0] ?? null;
            $to = $this->atTheSamePlace($mark->to) ?? $left[count($left) - 1] ?? null;
        }
        if ($from === null || $to === null || $this->isBackwards($from, $to)) {
            return null;
        }
        if ($mark->inside !== null && !$mark->inside->isLessThan($this->new[$from]->duration)) {
            return null;
        }
        $reason = $mark->reason === null ? null : $this->atTheSamePlace($mark->reason->note);

        return $mark->movedTo($from, $to, $targets, $reason === null ? null : new MarkReason($reason, $mark->reason->direction));
    }

    private function isBackwards(string $from, string $to): bool
    {
        $order = $this->newPart->positionsById();

        return $order[$to] < $order[$from];
    }

    /** The note itself, or the one that begins where it began. */
    private function atTheSamePlace(string $id): ?string
    {
        if (isset($this->new[$id])) {
            return $id;
        }
        $old = $this->old[$id] ?? null;
        $measure = $old === null ? null : $this->measures[$old->measure] ?? null;
        $near = null;
        foreach ($old === null ? [] : $this->newPart->notes as $note) {
            if ($note->measure === $measure && $note->offset->equals($old->offset) && $note->isGrace === $old->isGrace) {
                if ($note->line === $old->line) {
                    return $note->id;
                }
                $near ??= $note->id;
            }
        }

        return $near;
    }

    private static function words(Score $score, Note $note): string
    {
        $value = NoteValue::spell($note->duration);
        $length = match (true) {
            $note->isGrace => ' grace note',
            count($value) !== 1 || !$value[0]->length->equals($note->duration) => '',
            default => ($value[0]->dots > 0 ? ' dotted ' : ' ') . $value[0]->type,
        };

        return PlaceWords::of($score->measures[$note->measure], $note->offset) . ', ' . ($note->pitch?->spoken() ?? 'note') . $length;
    }
}
