<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Change;
use App\Models\Presence;
use App\Models\Section;
use App\Models\User;

/**
 * Who else is at a piece just now, and what they did since somebody asked last.
 *
 * @phpstan-import-type DeskPlan from DeskResource
 * @phpstan-type Person array{id: int, name: string, section: int, part: string, measure: int}
 * @phpstan-type News array{who: string, what: string, part: string}
 * @phpstan-type DeskNow array{revision: int, people: list<Person>, news: list<News>, plan: DeskPlan|null}
 */
final class NowResource
{
    private const MOST_NEWS = 5;

    /** @return list<Person> */
    public static function people(Section $section, User $user): array
    {
        return array_map(static fn (Presence $presence): array => [
            'id' => $presence->user_id,
            'name' => $presence->user->name,
            'section' => $presence->section_id,
            'part' => $presence->section->name,
            'measure' => $presence->measure,
        ], Presence::others($section->piece_id, $user));
    }

    /** @return list<News> the last things done since a revision, the oldest first */
    public static function news(Section $section, User $user, int $since): array
    {
        /** @var list<Change> $changes */
        $changes = $section->piece->changes()->with('user')->where('revision', '>', $since)->reorder('id', 'desc')
            ->limit(self::MOST_NEWS)->get()->all();
        $names = $section->piece->sections->keyBy('id');

        return array_map(static fn (Change $change): array => [
            'who' => $change->user_id === $user->id ? 'You, elsewhere' : $change->user->name,
            'what' => HistoryResource::what($change),
            'part' => $names->get($change->section_id ?? 0)->name ?? '',
        ], array_reverse($changes));
    }
}
