<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\Heard;
use Illuminate\Support\Carbon;
use UprightPencil\Rehearsal\Heard\HeardKind;
use UprightPencil\Rehearsal\Heard\HeardNote;

/** One thing that was heard, however often. */
final readonly class HeardThing
{
    /** @param non-empty-list<Heard> $rows the earliest first */
    public function __construct(private array $rows)
    {
    }

    public function last(): Heard
    {
        return $this->rows[count($this->rows) - 1];
    }

    public function kind(): HeardKind
    {
        return $this->last()->kind;
    }

    /** In how many rehearsals, or on how many days; what two directors hear at once counts once. */
    public function times(): int
    {
        return count(array_unique(array_map(
            static fn (Heard $row): string => $row->calendar_date_id === null
                ? $row->heard_at->toDateString()
                : "date {$row->calendar_date_id}",
            $this->rows,
        )));
    }

    public function isOpen(): bool
    {
        return $this->last()->better_at === null;
    }

    public function betterAt(): ?Carbon
    {
        return $this->last()->better_at;
    }

    /** @return list<int> ids of the rows that are not better */
    public function open(): array
    {
        $open = array_filter($this->rows, static fn (Heard $row): bool => $row->better_at === null);

        return array_values(array_map(static fn (Heard $row): int => $row->id, $open));
    }

    /** The last words that were said of it; empty beside a kind that says it. */
    public function text(): string
    {
        foreach (array_reverse($this->rows) as $row) {
            if ($row->text !== '') {
                return $row->text;
            }
        }

        return '';
    }

    /** The note it was, where one was pressed. */
    public function note(): ?string
    {
        foreach (array_reverse($this->rows) as $row) {
            if ($row->note !== null) {
                return $row->note;
            }
        }

        return null;
    }

    /** What was heard, in words: "the wrong accidental: B flat". */
    public function words(): string
    {
        return trim("{$this->kind()->words()}: {$this->text()}", ': ');
    }

    /** Whether a part is meant. */
    public function isOf(string $partId): bool
    {
        return $this->last()->parts === [] || in_array($partId, $this->last()->parts, true);
    }

    /** @param int|null $measure index of its measure in the score as it is now */
    public function toCore(?int $measure): HeardNote
    {
        $last = $this->last();

        return new HeardNote($this->kind(), $measure, $last->measure, $last->parts, $this->text(), $this->note(), $this->times());
    }
}
