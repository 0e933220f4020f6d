<?php

declare(strict_types=1);

namespace App\Marking;

use App\Models\Change;
use App\Models\Piece;
use App\Models\User;

/** What a user could take back or do again, read from the log. */
final readonly class UndoStack
{
    private const DEPTH = 400;

    public function __construct(private Piece $piece, private User $user)
    {
    }

    /** @param 'undo'|'redo' $kind */
    public function next(string $kind): ?Change
    {
        $stack = $this->stacks()[$kind === 'undo' ? 0 : 1];
        $id = array_pop($stack);

        return $id === null ? null : Change::query()->find($id);
    }

    /** @return array{undo: string|null, redo: string|null} what each would do, in words */
    public function labels(): array
    {
        [$done, $undone] = $this->stacks();
        [$undo, $redo] = [array_pop($done), array_pop($undone)];
        $changes = Change::query()->whereIn('id', array_filter([$undo, $redo]))->get(['id', 'label'])->keyBy('id');

        return [
            'undo' => $undo === null ? null : $changes->get($undo)?->label,
            'redo' => $redo === null ? null : $changes->get($redo)?->label,
        ];
    }

    /** @return array{list<int>, list<int>} ids of changes that stand, and of changes taken back */
    private function stacks(): array
    {
        $entries = Change::query()->where('piece_id', $this->piece->id)->where('user_id', $this->user->id)
            // A corrected score is taken back where it was brought in, not by a key on the desk.
            ->whereNotNull('section_id')->latest('id')->limit(self::DEPTH)->get(['id', 'kind', 'target_id'])->reverse();
        $done = $undone = [];
        foreach ($entries as $entry) {
            switch ($entry->kind) {
                case 'undo':
                    $done = array_values(array_diff($done, [$entry->target_id]));
                    $undone[] = (int) $entry->target_id;
                    break;
                case 'redo':
                    $undone = array_values(array_diff($undone, [$entry->target_id]));
                    $done[] = (int) $entry->target_id;
                    break;
                default:
                    $done[] = $entry->id;
                    $undone = [];
            }
        }

        return [$done, $undone];
    }
}
