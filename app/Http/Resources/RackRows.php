<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** A rack as its screen shows it, read with few queries and without what only the desk needs. */
final readonly class RackRows
{
    private const PIECE = ['id', 'title', 'lesson_number', 'shelf_id', 'user_id', 'archived_at', 'deleted_at'];
    private const SUMMARY = ['key', 'measures', 'meter', 'tempo', 'pickup'];

    /**
     * @param 'now'|'earlier'|'bin' $view
     * @return array{shelves: list<array<string, mixed>>, shared: list<array<string, mixed>>, invitations: list<array<string, mixed>>,
     *     unknown: int, bin: int}
     */
    public function of(User $user, string $view): array
    {
        $own = $this->pieces()->where('pieces.user_id', $user->id)->when(
            $view === 'bin',
            static fn (Builder $query) => $query->whereNotNull('deleted_at'),
            static fn (Builder $query) => $query->whereNull('deleted_at')->whereNull('archived_at', not: $view === 'earlier'),
        )->orderBy('lesson_number')->orderBy('pieces.id')->get();
        $shared = $view !== 'now' ? new Collection() : $this->pieces()->join('shares', 'shares.piece_id', 'pieces.id')
            ->join('users', 'users.id', 'pieces.user_id')->where('shares.user_id', $user->id)->whereNull('deleted_at')
            ->orderBy('pieces.id')->addSelect(['shares.id as share', 'shares.may', 'users.name as owner'])->get();
        $sections = $this->sections([...$own->pluck('id'), ...$shared->pluck('id')]);
        $rows = $own->map(fn (object $piece): array => $this->piece($piece, $sections, 'own'))->groupBy('shelf');

        return [
            'shelves' => array_values(array_map(static fn (object $shelf): array => [
                ...get_object_vars($shelf),
                'pieces' => $rows->get($shelf->id, new Collection())->values()->all(),
            ], $user->shelves()->toBase()->get(['id', 'name', 'note', 'kind'])->all())),
            'shared' => array_values($shared->map(fn (object $piece): array => [
                ...$this->piece($piece, $sections, $piece->may),
                'owner' => $piece->owner,
                'share' => $piece->share,
            ])->all()),
            'invitations' => $view === 'now' ? $this->invitations($user) : [],
            'unknown' => $sections->flatten(1)->reject(
                static fn (array $section): bool => isset($section['flags']) || isset($section['failed']),
            )->count(),
            'bin' => DB::table('pieces')->where('user_id', $user->id)->whereNotNull('deleted_at')->count(),
        ];
    }

    private function pieces(): Builder
    {
        $columns = array_map(static fn (string $column): string => "pieces.{$column}", self::PIECE);

        return DB::table('pieces')->select([...$columns, ...array_map(
            static fn (string $name): string => "pieces.summary->{$name} as summary_{$name}",
            self::SUMMARY,
        )]);
    }

    /**
     * @param list<mixed> $pieces their ids
     * @return Collection<int|string, Collection<int, array<string, mixed>>> by piece
     */
    private function sections(array $pieces): Collection
    {
        $rows = new Collection();
        foreach (array_chunk($pieces, 500) as $some) {
            $rows = $rows->concat(DB::table('sections')->whereIn('piece_id', $some)
                ->leftJoinSub(
                    DB::table('editions')->selectRaw('section_id, max(number) as edition')->groupBy('section_id'),
                    'newest',
                    'newest.section_id',
                    'sections.id',
                )
                ->leftJoinSub(
                    DB::table('marks')->selectRaw('section_id, count(*) as proposals')->where('state', 'proposed')->groupBy('section_id'),
                    'waiting',
                    'waiting.section_id',
                    'sections.id',
                )
                ->orderBy('piece_id')->orderBy('position')
                ->get(['sections.id', 'piece_id', 'name', 'state', 'edition', 'proposals']));
        }

        return $rows->map(static function (object $section): array {
            $state = is_string($section->state) ? json_decode($section->state, true) : null;

            return [
                'piece' => $section->piece_id,
                'id' => $section->id,
                'name' => $section->name,
                ...(is_array($state) ? $state : []),
                ...($section->edition === null ? [] : ['edition' => $section->edition]),
                ...($section->proposals === null ? [] : ['proposals' => $section->proposals]),
            ];
        })->groupBy('piece');
    }

    /**
     * @param Collection<int|string, Collection<int, array<string, mixed>>> $sections
     * @return array<string, mixed>
     */
    private function piece(object $piece, Collection $sections, string $role): array
    {
        $row = (array) $piece;
        /** @var Collection<int, array<string, mixed>> $own */
        $own = $sections->get($piece->id, new Collection());
        $proposals = (int) $own->sum('proposals');
        $edition = $own->max('edition');

        return array_filter([
            'id' => $row['id'],
            'title' => $row['title'],
            'shelf' => $row['shelf_id'],
            'lesson' => $row['lesson_number'],
            'summary' => [
                'key' => (string) $row['summary_key'],
                'measures' => (int) $row['summary_measures'],
                'meter' => (string) $row['summary_meter'],
                'tempo' => $row['summary_tempo'] === null ? null : (int) $row['summary_tempo'],
                'pickup' => in_array($row['summary_pickup'], [1, '1', true, 'true'], true),
            ],
            'archived' => $row['archived_at'] !== null ? true : null,
            'goes' => $row['deleted_at'] === null ? null
                : Carbon::parse($row['deleted_at'])->addDays(config()->integer('pencil.deleted_days'))->toIso8601String(),
            'edition' => $edition,
            'proposals' => $proposals > 0 ? $proposals : null,
            'role' => $role,
            'sections' => $own->map(
                static fn (array $section): array => array_diff_key($section, ['piece' => 0, 'proposals' => 0]),
            )->values()->all(),
        ], static fn (mixed $value): bool => $value !== null);
    }

    /** @return list<array<string, mixed>> pieces a user was asked to help with and has not answered yet */
    private function invitations(User $user): array
    {
        return array_values(DB::table('shares')->join('pieces', 'pieces.id', 'shares.piece_id')->join('users', 'users.id', 'pieces.user_id')
            ->where('shares.email', mb_strtolower($user->email))->whereNull('shares.user_id')->whereNull('pieces.deleted_at')
            ->orderBy('shares.id')->get(['shares.id', 'pieces.title', 'users.name as owner', 'shares.may'])
            ->map(static fn (object $share): array => get_object_vars($share))->all());
    }
}
