<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\History\Topic;
use App\History\UndoStack;
use App\Models\Change;
use App\Models\Piece;
use App\Models\User;

/**
 * The last acts on a piece, and what could be turned back, in words.
 *
 * @phpstan-type ChangeRow array{id: int, who: string, isMine: bool, what: string, where: string, when: string, topic: value-of<Topic>,
 *     canBeGoneBackTo: bool}
 * @phpstan-type Act array{id: int, what: string, where: string, section: int|null, topic: value-of<Topic>, when: string}
 * @phpstan-type NextActs array{undo: Act|null, redo: Act|null}
 * @phpstan-type TurnedActs array{done: Act|null, undo: Act|null, redo: Act|null}
 */
final class HistoryResource
{
    private const MOST = 120;

    /** @return list<ChangeRow> the newest first */
    public static function of(Piece $piece, User $user): array
    {
        /** @var list<Change> $changes */
        $changes = Change::query()->with(['user', 'section', 'piece'])->where('piece_id', $piece->id)
            ->orWhere(static fn ($class) => $class->whereNull('piece_id')->where('topic', Topic::OfClass)
                ->where('user_id', $piece->user_id))
            ->latest('id')->limit(self::MOST)->get()->all();
        // What lies under a corrected score is another piece's marks.
        $isOver = false;
        $rows = [];
        foreach ($changes as $change) {
            $isOver = $isOver || $change->topic === Topic::Score;
            $rows[] = [
                'id' => $change->id,
                'who' => $change->user->name,
                'isMine' => $change->user_id === $user->id,
                'what' => self::what($change),
                'where' => self::where($change),
                'when' => $change->created_at->toIso8601String(),
                'topic' => $change->topic->value,
                'canBeGoneBackTo' => !$isOver && $change->piece_id !== null && $rows !== [],
            ];
        }

        return $rows;
    }

    public static function what(Change $change): string
    {
        return match ($change->kind) {
            'undo' => 'took back: ',
            'redo' => 'did again: ',
            default => '',
        } . $change->label;
    }

    /** @return NextActs */
    public static function next(UndoStack $stack): array
    {
        return array_map(static fn (?Change $change): ?array => $change === null ? null : self::act($change), $stack->both());
    }

    /** @return Act */
    public static function act(Change $change): array
    {
        return [
            'id' => $change->id,
            'what' => $change->label,
            'where' => self::where($change),
            'section' => $change->section_id,
            'topic' => $change->topic->value,
            'when' => $change->created_at->toIso8601String(),
        ];
    }

    /** The part it was done to, or the screen it was done on. */
    private static function where(Change $change): string
    {
        $screen = $change->topic->screen();

        return match (true) {
            $change->section !== null => $change->section->name,
            $screen !== '' => $screen,
            $change->topic === Topic::Marks => 'several parts',
            default => $change->piece->title ?? '',
        };
    }
}
