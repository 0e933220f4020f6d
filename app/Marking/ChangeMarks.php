<?php

declare(strict_types=1);

namespace App\Marking;

use App\History\Topic;
use App\Models\Change;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use UprightPencil\Format\MarksJson;
use UprightPencil\Marks\Mark as CoreMark;

/**
 * Writes marks, and the log entry that says who changed what.
 *
 * @phpstan-import-type Step from MarkSteps
 */
final readonly class ChangeMarks
{
    private const TRIES = 3;
    private const LABEL = 200;
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
        return $this->together($section->piece_id, $user, [[$section, $puts, $takes]], $seen, $label);
    }

    /**
     * The marks of several sections as one act, which is taken back as one.
     *
     * @param list<array{Section, list<CoreMark>, list<string>}> $parts each with what is put and the keys of what is taken
     * @throws MarkClash
     */
    public function together(int $pieceId, User $user, array $parts, int $seen, string $label): ?Change
    {
        return DB::connection()->transaction(function () use ($pieceId, $user, $parts, $seen, $label): ?Change {
            $piece = self::lock($pieceId);
            $steps = [];
            foreach ($parts as [$section, $puts, $takes]) {
                $own = $this->steps($section, $user, $puts, $takes);
                $this->refuseClash($piece, $section, $user, $own, $seen);
                $steps = [...$steps, ...$own];
            }

            return $steps === [] ? null : $this->apply($piece, $user, $steps, $label);
        }, self::TRIES);
    }

    /**
     * Marks that a corrected score moves or puts away, as one entry of the log, inside a transaction of the caller's.
     *
     * @param list<Step> $steps
     */
    public function across(Piece $piece, User $user, array $steps, string $label): Change
    {
        return $this->apply(self::lock($piece->id), $user, $steps, $label, Topic::Score);
    }

    /** Turns such an entry back as far as its marks are still what it made of them. */
    public function reverse(Piece $piece, User $user, ?int $changeId, string $label): Change
    {
        $piece = self::lock($piece->id);
        $standing = array_filter(array_reverse(Change::query()->find($changeId)->steps ?? []), MarkSteps::stands(...));

        return $this->apply($piece, $user, array_map(MarkSteps::turned(...), array_values($standing)), $label, Topic::Score);
    }

    /** The row of the piece, held until the transaction ends, so that writers come one after another. */
    public static function lock(int $pieceId): Piece
    {
        // SQLite takes its write lock at the first write: this one.
        Piece::query()->whereKey($pieceId)->increment('revision');

        return Piece::query()->findOrFail($pieceId);
    }

    /**
     * @param list<CoreMark> $puts
     * @param list<string> $takes
     * @return list<Step> what really changes
     */
    private function steps(Section $section, User $user, array $puts, array $takes): array
    {
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

        return array_values(array_filter($steps, self::changesSomething(...)));
    }

    /** @param list<Step> $steps */
    private function apply(Piece $piece, User $user, array $steps, string $label, Topic $topic = Topic::Marks): Change
    {
        MarkSteps::put($steps, $user);
        $sections = array_unique(array_column($steps, 'section'));

        return Change::query()->create([
            'piece_id' => $piece->id,
            'section_id' => $topic === Topic::Marks && count($sections) === 1 ? $sections[0] : null,
            'user_id' => $user->id,
            'revision' => $piece->revision,
            'kind' => 'do',
            'topic' => $topic,
            'label' => mb_substr($label, 0, self::LABEL),
            'steps' => $steps,
        ]);
    }

    /** @param list<Step> $steps */
    private function refuseClash(Piece $piece, Section $section, User $user, array $steps, int $seen): void
    {
        if ($steps === []) {
            return;
        }
        $others = Change::query()->with('user')->where('piece_id', $piece->id)
            ->where(static fn ($one) => $one->where('section_id', $section->id)->orWhereNull('section_id'))
            ->where('revision', '>', min($seen, self::NEWEST))->where('user_id', '!=', $user->id)->orderByDesc('id')->get();
        foreach ($others as $other) {
            foreach ($other->steps as $theirs) {
                foreach ($steps as $mine) {
                    if ($theirs['section'] === $mine['section'] && self::noteOf($mine) === self::noteOf($theirs)) {
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
}
