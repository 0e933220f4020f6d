<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

/** Goes along a part and gathers what turns in a row because of one decision. */
final class Turning
{
    /** What was decided last, as it is said. */
    private string $cause = '';
    private bool $wasTurned = false;
    /** @var array{int, ToldNote, ToldNote, string, string, int}|null where a row began, its first and last note, was, now, how many */
    private ?array $row = null;
    /** @var array<int, array{int, ToldNote, ToldNote, string, string, int, string}> rows that are done, with their cause */
    private array $rows = [];

    public function __construct(private readonly ToldPart $part, private readonly bool $tellsMarks)
    {
    }

    public function decided(ToldNote $note): void
    {
        $this->close();
        $this->cause = $note->place;
    }

    /**
     * @param bool $isOther whether it is otherwise than before
     * @param bool $isMarked whether somebody says so, before or now
     * @return array<int, Change> what was decided here
     */
    public function next(int $at, ToldNote $note, bool $isOther, bool $isMarked, string $was, string $now): array
    {
        $isDecided = $isOther && ($this->tellsMarks ? $isMarked : !$this->wasTurned);
        $this->wasTurned = $isOther;
        if (!$isOther) {
            $this->close();

            return [];
        }
        if ($isDecided) {
            $this->decided($note);

            return [$at => new Change(
                $note->measure,
                $note->beat,
                $this->part->id,
                $this->part->name,
                $was,
                $now,
                ChangeKind::Decided,
                "{$note->place}: {$now}, was {$was}",
                $note->measure,
                $note->index,
                $note->index,
            )];
        }
        $this->row = $this->row === null
            ? [$at, $note, $note, $was, $now, 1]
            : [$this->row[0], $this->row[1], $note, $this->row[3], $this->row[4], $this->row[5] + 1];

        return [];
    }

    /**
     * @param string $do what a row of notes does, in words: "turn round"
     * @param string $does what one note does
     * @return array<int, Change> what follows, by the note where it begins
     */
    public function end(string $do, string $does): array
    {
        $this->close();
        $changes = [];
        foreach ($this->rows as [$at, $from, $to, $was, $now, $count, $cause]) {
            $because = $cause === '' ? '' : "because of {$cause}: ";
            $what = $count === 1 ? "{$from->place} {$does}: {$now}, was {$was}" : "{$from->place} to {$to->place} {$do}";
            $changes[$at] = new Change(
                $from->measure,
                $from->beat,
                $this->part->id,
                $this->part->name,
                $was,
                $now,
                ChangeKind::Follows,
                $because . $what,
                $to->measure,
                $from->index,
                $to->index,
            );
        }

        return $changes;
    }

    private function close(): void
    {
        if ($this->row !== null) {
            $this->rows[] = [...$this->row, $this->cause];
            $this->row = null;
        }
    }
}
