<?php

declare(strict_types=1);

namespace App\History;

use App\Marking\ChangeMarks;
use App\Marking\MarkClash;
use App\Marking\MarkSteps;
use App\Models\Change;
use App\Models\Link;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Support\Facades\DB;

/**
 * Takes back what was done and does it again. An entry of the log is never changed: turning back is an entry too.
 *
 * @phpstan-import-type Step from MarkSteps
 * @phpstan-import-type ThingStep from Change
 */
final readonly class TurnBack
{
    private const TRIES = 3;
    /** What is gone back to on a piece: links that students have, and where a piece stands, stay as they are. */
    private const GONE_BACK = [Topic::Marks, Topic::Look, Topic::Part];

    public function __construct(private Things $things)
    {
    }

    /**
     * Takes back the newest act of a user that stands, or does again the newest one taken back.
     *
     * @param 'undo'|'redo' $kind
     * @param int|null $named the act that the user was told it would be; null where none was named
     * @throws MarkClash when it was changed since
     */
    public function next(Scope $scope, User $user, string $kind, ?int $named): ?Change
    {
        return DB::connection()->transaction(function () use ($scope, $user, $kind, $named): ?Change {
            if ($scope->piece !== null) {
                ChangeMarks::lock($scope->piece->id);
            }
            $target = (new UndoStack($user, $scope))->next($kind);
            if ($target === null) {
                return null;
            }
            if ($named !== null && $named !== $target->id) {
                throw MarkClash::anotherAct($target->label);
            }
            $steps = $kind === 'redo' ? $target->steps : array_map(MarkSteps::turned(...), array_reverse($target->steps));
            $things = $kind === 'redo' ? $target->things ?? [] : array_map(self::turnedThing(...), array_reverse($target->things ?? []));
            $this->refuseWhatChangedSince($target, $user, $steps, $things);

            return $this->write($target->piece, $user, $steps, $things, [
                'section_id' => $target->section_id,
                'kind' => $kind,
                'target_id' => $target->id,
                'topic' => $target->topic,
                'label' => $target->label,
            ]);
        }, self::TRIES);
    }

    /**
     * Brings a piece to where it was after an entry of its log, as one new entry. What others did since stays, unless it is said
     * that theirs goes too.
     *
     * @return array{change: Change|null, stayed: int} with how many marks stayed, because others touched them
     * @throws MarkClash
     */
    public function to(Piece $piece, User $user, Change $entry, bool $withOthers): array
    {
        return DB::connection()->transaction(function () use ($piece, $user, $entry, $withOthers): array {
            ChangeMarks::lock($piece->id);
            $theirs = $marks = $things = [];
            // From the newest to the oldest: what stood before the oldest is what one goes back to.
            foreach ($this->since($piece, $entry) as $change) {
                $isTheirs = $change->user_id !== $user->id;
                foreach ($change->steps as $step) {
                    $name = "{$step['section']} {$step['key']}";
                    $theirs[$name] = ($theirs[$name] ?? false) || $isTheirs;
                    $marks[$name] = $step;
                }
                foreach ($change->things ?? [] as $thing) {
                    $theirs[$thing['thing']] = ($theirs[$thing['thing']] ?? false) || $isTheirs;
                    $things[$thing['thing']] = $thing;
                }
            }
            $isMoved = static fn (string $name): bool => $withOthers || !$theirs[$name];
            $steps = $this->stepsTo(array_filter($marks, $isMoved, ARRAY_FILTER_USE_KEY));
            $turned = [];
            foreach (array_filter($things, $isMoved, ARRAY_FILTER_USE_KEY) as $name => $thing) {
                $turned[] = ['thing' => $name, 'before' => $this->things->now($name), 'after' => $thing['before']];
            }
            $this->refuseWhatOnesRightNoLongerReaches($piece, $user, $steps, $turned);
            $change = $steps === [] && $turned === [] ? null : $this->write($piece, $user, $steps, $turned, [
                'section_id' => null,
                'kind' => 'do',
                'target_id' => null,
                'topic' => Topic::Marks,
                'label' => mb_substr("went back to “{$entry->label}”", 0, 200),
            ]);

            return ['change' => $change, 'stayed' => count($theirs) - count(array_filter(array_keys($theirs), $isMoved))];
        }, self::TRIES);
    }

    /**
     * Who else has changed something since an entry.
     *
     * @return list<string> their names
     */
    public function othersSince(Piece $piece, User $user, Change $entry): array
    {
        $names = [];
        foreach ($this->since($piece, $entry) as $change) {
            if ($change->user_id !== $user->id) {
                $names[$change->user_id] = $change->user->name;
            }
        }

        return array_values($names);
    }

    /**
     * @return list<Change> the newest first
     * @throws MarkClash
     */
    private function since(Piece $piece, Change $entry): array
    {
        /** @var list<Change> $since */
        $since = $piece->changes()->with('user')->where('id', '>', $entry->id)
            ->whereIn('topic', [...self::GONE_BACK, Topic::Score])->reorder('id', 'desc')->get()->all();
        foreach ($since as $change) {
            if ($change->topic === Topic::Score) {
                throw MarkClash::otherScore();
            }
        }

        return $since;
    }

    /**
     * @param array<string, Step> $oldest the oldest step of each mark
     * @return list<Step> from where the marks are to what stood before
     */
    private function stepsTo(array $oldest): array
    {
        $steps = [];
        foreach ($oldest as ['section' => $section, 'key' => $key, 'before' => $wanted]) {
            $now = Mark::query()->where('section_id', $section)->where('key', $key)->first()?->body;
            if ($now != $wanted) {
                $steps[] = ['section' => $section, 'key' => $key, 'before' => $now, 'after' => $wanted];
            }
        }

        return $steps;
    }

    /**
     * @param list<Step> $steps
     * @param list<ThingStep> $things
     * @param array{section_id: int|null, kind: string, target_id: int|null, topic: Topic, label: string} $entry
     */
    private function write(?Piece $piece, User $user, array $steps, array $things, array $entry): Change
    {
        MarkSteps::put($steps, $user);
        foreach ($things as $thing) {
            $this->things->put($thing['thing'], $thing['after']);
        }

        return Change::query()->create([
            'piece_id' => $piece?->id,
            'user_id' => $user->id,
            'revision' => $piece?->refresh()->revision ?? 0,
            'steps' => $steps,
            'things' => $things === [] ? null : $things,
            ...$entry,
        ]);
    }

    /**
     * @param array<int, Step> $steps
     * @param array<int, ThingStep> $things
     * @throws MarkClash
     */
    private function refuseWhatChangedSince(Change $target, User $user, array $steps, array $things): void
    {
        foreach ($steps as $step) {
            if (!MarkSteps::stands(MarkSteps::turned($step))) {
                throw MarkClash::changedSince($this->lastAuthor($target, $user, $step['key']));
            }
        }
        foreach ($things as $thing) {
            if (!Things::alike($this->things->now($thing['thing']), $thing['before'])) {
                throw MarkClash::thingChangedSince($target->label);
            }
            if ($thing['after'] === null && $this->things->holdsOthers($thing['thing'])) {
                throw MarkClash::notEmpty();
            }
        }
        $this->refuseWhatOnesRightNoLongerReaches($target->piece, $user, $steps, $things);
    }

    /**
     * Somebody whose right was lowered since may still turn back proposals of their own, and nothing that was decided.
     *
     * @param array<int, Step> $steps
     * @param array<int, ThingStep> $things
     * @throws AuthorizationException
     */
    private function refuseWhatOnesRightNoLongerReaches(?Piece $piece, User $user, array $steps, array $things): void
    {
        $mayEdit = static fn (int $section): bool => $piece?->roleOf($user, Section::withTrashed()->find($section))?->mayEdit() === true;
        foreach ($steps as $step) {
            if ($mayEdit($step['section'])) {
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
        foreach ($things as $thing) {
            [$kind, $id] = explode(':', $thing['thing']);
            $may = match ($kind) {
                'section' => $mayEdit((int) $id),
                'link' => $mayEdit(Link::query()->find((int) $id)->section_id ?? 0),
                'left', 'piece' => $piece === null || $piece->user_id === $user->id || $piece->roleOf($user)?->mayEdit() === true,
                // Shelves and the class are the director's who changed them.
                default => true,
            };
            if (!$may) {
                throw new AuthorizationException('You may not change this any more, your own earlier steps included.');
            }
        }
    }

    /**
     * @param ThingStep $thing
     * @return ThingStep
     */
    private static function turnedThing(array $thing): array
    {
        return ['thing' => $thing['thing'], 'before' => $thing['after'], 'after' => $thing['before']];
    }

    private function lastAuthor(Change $target, User $user, string $key): string
    {
        /** @var list<Change> $since */
        $since = Change::query()->with('user')->where('piece_id', $target->piece_id)->latest('id')->limit(200)->get()->all();
        foreach ($since as $change) {
            foreach ($change->steps as $step) {
                if ($step['key'] === $key && $change->topic === Topic::Score) {
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
