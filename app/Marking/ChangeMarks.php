<?php

declare(strict_types=1);

namespace App\Marking;

use App\Models\Change;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use UprightPencil\Format\MarksJson;
use UprightPencil\Marks\Mark as CoreMark;

/**
 * Writes marks, and the log entry that says who changed what.
 *
 * @phpstan-type Step array{section: int, key: string, before: array<string, mixed>|null, after: array<string, mixed>|null}
 */
final readonly class ChangeMarks
{
    private const TRIES = 3;
    /** More than any piece comes to: who does not mind what others did has seen this. */
    private const NEWEST = 2_147_483_647;

    /**
     * @param list<CoreMark> $puts
     * @param list<string> $takes keys of marks to take away
     * @param int $seen the piece's revision the user was looking at
     * @throws MarkClash when somebody else changed a mark at the same note since then
     */
    public function change(Section $section, User $user, array $puts, array $takes, int $seen, string $label): ?Change
    {
        return DB::connection()->transaction(function () use ($section, $user, $puts, $takes, $seen, $label): ?Change {
            $piece = $this->lock($section->piece_id);
            $keys = [...$takes, ...array_map(static fn (CoreMark $mark): string => $mark->key(), $puts)];
            /** @var array<string, Mark> $rows */
            $rows = $section->marks()->whereIn('key', $keys)->get()->keyBy('key')->all();
            $steps = [];
            foreach ($takes as $key) {
                $row = $rows[$key] ?? null;
                if ($row !== null) {
                    $steps[$key] = ['section' => $section->id, 'key' => $key, 'before' => $row->body, 'after' => null];
                }
            }
            $time = Carbon::now()->toIso8601String();
            foreach ($puts as $mark) {
                $key = $mark->key();
                $before = isset($rows[$key]) ? $rows[$key]->body : null;
                $after = MarksJson::toRecord($mark->author === '' ? $mark->by($user->name, $time, (string) $user->id) : $mark);
                $steps[$key] = ['section' => $section->id, 'key' => $key, 'before' => $before, 'after' => $after];
            }
            $steps = array_values(array_filter($steps, self::changesSomething(...)));
            if ($steps === []) {
                return null;
            }
            $this->refuseClash($piece, $section, $user, $steps, $seen);

            return $this->apply($piece, $section, $user, $steps, 'do', null, $label);
        }, self::TRIES);
    }

    /**
     * Takes back the user's newest change that stands, or does again the newest one taken back.
     *
     * @param 'undo'|'redo' $kind
     * @throws MarkClash
     */
    public function turnBack(Piece $piece, User $user, string $kind): ?Change
    {
        return DB::connection()->transaction(function () use ($piece, $user, $kind): ?Change {
            $piece = $this->lock($piece->id);
            $target = (new UndoStack($piece, $user))->next($kind);
            if ($target === null) {
                return null;
            }
            $steps = $kind === 'redo' ? $target->steps : array_map(self::turned(...), array_reverse($target->steps));
            foreach ($steps as $step) {
                $row = Mark::query()->where('section_id', $step['section'])->where('key', $step['key'])->first();
                if (($row?->body) != $step['before']) {
                    throw MarkClash::changedSince($this->lastAuthor($piece, $user, $step['key']));
                }
            }
            $this->refuseWhatOnesRightNoLongerReaches($piece, $user, $steps);
            $section = $target->section_id === null ? null : Section::query()->find($target->section_id);

            return $this->apply($piece, $section, $user, $steps, $kind, $target->id, $target->label);
        }, self::TRIES);
    }

    /**
     * Changes marks of several sections as one entry of the log, inside a transaction of the caller's.
     *
     * @param list<Step> $steps
     */
    public function across(Piece $piece, User $user, array $steps, string $label): Change
    {
        return $this->apply($this->lock($piece->id), null, $user, $steps, 'do', null, mb_substr($label, 0, 200));
    }

    /** Turns such an entry back as far as its marks are still what it made of them. */
    public function reverse(Piece $piece, User $user, ?int $changeId, string $label): Change
    {
        $piece = $this->lock($piece->id);
        $steps = [];
        foreach (array_reverse(Change::query()->find($changeId)->steps ?? []) as $step) {
            $row = Mark::query()->where('section_id', $step['section'])->where('key', $step['key'])->first();
            if ($row?->body == $step['after']) {
                $steps[] = self::turned($step);
            }
        }

        return $this->apply($piece, null, $user, $steps, 'do', null, mb_substr($label, 0, 200));
    }

    /**
     * @param Step $step
     * @return Step
     */
    private static function turned(array $step): array
    {
        return ['section' => $step['section'], 'key' => $step['key'], 'before' => $step['after'], 'after' => $step['before']];
    }

    /**
     * Somebody whose right was lowered since may still turn back proposals of their own, and nothing that was decided.
     *
     * @param array<int, Step> $steps
     * @throws AuthorizationException
     */
    private function refuseWhatOnesRightNoLongerReaches(Piece $piece, User $user, array $steps): void
    {
        $sections = $piece->sections->keyBy('id');
        foreach ($steps as $step) {
            if ($piece->roleOf($user, $sections->get($step['section']))?->mayEdit() === true) {
                continue;
            }
            foreach ([$step['before'], $step['after']] as $record) {
                if ($record !== null && ($record['state'] !== 'proposed' || ($record['authorId'] ?? null) !== (string) $user->id)) {
                    throw new AuthorizationException(
                        'You may propose here now, but not change what was decided, your own earlier marks included.',
                    );
                }
            }
        }
    }

    /** The row of the piece, held until the transaction ends, so that writers come one after another. */
    private function lock(int $pieceId): Piece
    {
        // SQLite takes its write lock at the first write: this one.
        Piece::query()->whereKey($pieceId)->increment('revision');

        return Piece::query()->findOrFail($pieceId);
    }

    /**
     * @param list<Step> $steps
     */
    private function apply(
        Piece $piece,
        ?Section $section,
        User $user,
        array $steps,
        string $kind,
        ?int $targetId,
        string $label,
    ): Change {
        foreach ($steps as $step) {
            if ($step['after'] === null) {
                Mark::query()->where('section_id', $step['section'])->where('key', $step['key'])->delete();
            } else {
                Mark::query()->updateOrCreate(
                    ['section_id' => $step['section'], 'key' => $step['key']],
                    ['user_id' => $user->id, 'body' => $step['after']],
                );
            }
        }
        if ($section !== null) {
            $section->update(['state' => null]);
        }

        return Change::query()->create([
            'piece_id' => $piece->id,
            'section_id' => $section?->id,
            'user_id' => $user->id,
            'revision' => $piece->revision,
            'kind' => $kind,
            'target_id' => $targetId,
            'label' => $label,
            'steps' => $steps,
        ]);
    }

    /**
     * @param list<Step> $steps
     */
    private function refuseClash(Piece $piece, Section $section, User $user, array $steps, int $seen): void
    {
        $others = Change::query()->with('user')->where('piece_id', $piece->id)->where('section_id', $section->id)
            ->where('revision', '>', min($seen, self::NEWEST))->where('user_id', '!=', $user->id)->orderByDesc('id')->get();
        foreach ($others as $other) {
            foreach ($other->steps as $theirs) {
                foreach ($steps as $mine) {
                    if (self::noteOf($mine) === self::noteOf($theirs)) {
                        throw MarkClash::sameNote($other->user->name, $mine, $theirs);
                    }
                }
            }
        }
    }

    /** @param Step $step */
    private static function noteOf(array $step): string
    {
        return explode('|', $step['key'])[0];
    }

    /** @param Step $step */
    private static function changesSomething(array $step): bool
    {
        if ($step['before'] === null || $step['after'] === null) {
            return $step['before'] !== $step['after'];
        }
        $without = static fn (array $record): array => array_diff_key($record, ['author' => 0, 'time' => 0]);

        return $without($step['before']) != $without($step['after']);
    }

    private function lastAuthor(Piece $piece, User $user, string $key): string
    {
        foreach ($piece->changes()->with('user')->reorder('id', 'desc')->limit(200)->get() as $change) {
            foreach ($change->steps as $step) {
                if ($step['key'] === $key && $change->section_id === null) {
                    return 'The corrected score';
                }
                if ($step['key'] === $key && $change->user_id !== $user->id) {
                    return $change->user->name;
                }
            }
        }

        return 'Somebody';
    }
}
