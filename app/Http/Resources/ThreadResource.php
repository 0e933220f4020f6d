<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Remark;
use App\Models\Section;
use App\Models\Thread;
use App\Models\User;

/**
 * What people wrote to each other at the places of a part.
 *
 * @phpstan-type RemarkRow array{id: int, who: string, mine: bool, text: string, at: string}
 * @phpstan-type ThreadRow array{id: int, note: string, place: string, mark: string|null, proposal: string|null, settled: string|null,
 *     remarks: list<RemarkRow>}
 */
final class ThreadResource
{
    /** @return list<ThreadRow> the open ones first, then those that are settled, each the newest first */
    public static function all(Section $section, User $user): array
    {
        $threads = Thread::query()->with('remarks')->where('section_id', $section->id)->latest('id')->get();

        return array_values($threads->sortBy(static fn (Thread $thread): bool => $thread->settled !== null)
            ->map(static fn (Thread $thread): array => self::of($thread, $user))->all());
    }

    /** @return ThreadRow */
    public static function of(Thread $thread, User $user): array
    {
        return [
            'id' => $thread->id,
            'note' => $thread->note,
            'place' => $thread->place,
            'mark' => $thread->mark_key,
            'proposal' => $thread->proposal,
            'settled' => $thread->settled,
            'remarks' => array_values($thread->remarks->map(static fn (Remark $remark): array => [
                'id' => $remark->id,
                'who' => $remark->who,
                'mine' => $remark->user_id === $user->id,
                'text' => $remark->text,
                'at' => $remark->created_at->toIso8601String(),
            ])->all()),
        ];
    }
}
