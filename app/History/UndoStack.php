<?php

declare(strict_types=1);

namespace App\History;

use App\Models\Change;
use App\Models\User;

/** What a user could take back or do again on a screen, read from the log. */
final readonly class UndoStack
{
    private const DEPTH = 400;

    public function __construct(private User $user, private Scope $scope)
    {
    }

    /** @param 'undo'|'redo' $kind */
    public function next(string $kind): ?Change
    {
        $stack = $this->stacks()[$kind === 'undo' ? 0 : 1];
        $id = array_pop($stack);

        return $id === null ? null : Change::query()->find($id);
    }

    /** @return array{undo: Change|null, redo: Change|null} what each would turn back, without its steps */
    public function both(): array
    {
        [$done, $undone] = $this->stacks();
        [$undo, $redo] = [array_pop($done), array_pop($undone)];
        $find = static fn (?int $id): ?Change => $id === null ? null : Change::query()->with(['section', 'piece:id,title'])
            ->find($id, ['id', 'piece_id', 'section_id', 'topic', 'label', 'created_at']);

        return ['undo' => $find($undo), 'redo' => $find($redo)];
    }

    /** @return array{list<int>, list<int>} ids of changes that stand, and of changes taken back */
    private function stacks(): array
    {
        $entries = $this->scope->acts($this->user)->latest('id')->limit(self::DEPTH)->get(['id', 'kind', 'target_id'])->reverse();
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
