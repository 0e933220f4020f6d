<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Lessons\BookOrder;
use App\Models\Role;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * A rack as its screen shows it, read with few queries and without what only the desk needs.
 *
 * How far a section is, is worked out in the background: not told while it is not known.
 *
 * @phpstan-import-type ShelfRow from ShelfResource
 * @phpstan-type SectionSummary array{id: int, name: string, bowed?: int|float, fingered?: int|float, marks?: int, flags?: int,
 *     failed?: bool, edition?: int}
 * @phpstan-type RackSummary array{key: string, measures: int, meter: string, tempo: int|null, pickup: bool}
 * @phpstan-type RackPiece array{id: int, title: string, shelf: int, lesson?: int, page?: int, isTyped?: true, summary: RackSummary,
 *     archived?: true, goes?: string,
 *     edition?: int, proposals?: int, role: value-of<Role>, owner?: string, share?: int, sections: list<SectionSummary>}
 * @phpstan-type RackShelf array{id: int, name: string, note: string, kind: 'programme'|'book', pieces: list<RackPiece>}
 * @phpstan-type RackInvitation array{id: int, title: string, owner: string, may: value-of<Role>,
 *     parts: list<string>|null, everywhere: bool}
 * @phpstan-type RackView array{
 *     shelves: list<RackShelf>, shared: list<RackPiece>, invitations: list<RackInvitation>, unknown: int, bin: int,
 * }
 * @phpstan-type Rack array{shelves: list<RackShelf>, shared: list<RackPiece>, invitations: list<RackInvitation>, unknown: int, bin: int,
 *     notice: string|null}
 */
final readonly class RackResource
{
    private const PIECE = ['id', 'title', 'lesson_number', 'lesson_page', 'shelf_id', 'user_id', 'archived_at', 'deleted_at'];
    private const SUMMARY = ['key', 'measures', 'meter', 'tempo', 'pickup'];

    /**
     * @param 'now'|'earlier'|'bin' $view
     * @return RackView
     */
    public function of(User $user, string $view): array
    {
        $own = $this->pieces()->where('pieces.user_id', $user->id)->when(
            $view === 'bin',
            static fn (Builder $query) => $query->whereNotNull('deleted_at'),
            static fn (Builder $query) => $query->whereNull('deleted_at')->whereNull('archived_at', not: $view === 'earlier'),
        )->orderByRaw(BookOrder::BY)->orderBy('pieces.id')->get();
        $shared = $view !== 'now' ? new Collection() : $this->pieces()->join('shares', 'shares.piece_id', 'pieces.id')
            ->join('users', 'users.id', 'pieces.user_id')->where('shares.user_id', $user->id)->whereNull('deleted_at')
            ->orderBy('pieces.id')->addSelect(['shares.id as share', 'shares.may', 'users.name as owner'])->get();
        $sections = $this->sections(array_values([...$own->pluck('id')->all(), ...$shared->pluck('id')->all()]));
        /** @var array<int, list<RackPiece>> $rows by shelf */
        $rows = $own->map(fn (stdClass $piece): array => $this->piece($piece, $sections, 'own'))->groupBy('shelf')
            ->map(static fn (Collection $some): array => $some->values()->all())->all();
        /** @var list<RackPiece> $others */
        $others = array_values($shared->map(fn (stdClass $piece): array => [
            ...$this->piece($piece, $sections, $piece->may),
            'owner' => $piece->owner,
            'share' => $piece->share,
        ])->all());
        /** @var list<ShelfRow> $shelves */
        $shelves = array_map(get_object_vars(...), $user->shelves()->toBase()->get(['id', 'name', 'note', 'kind'])->all());

        return [
            'shelves' => array_map(static fn (array $shelf): array => [...$shelf, 'pieces' => $rows[$shelf['id']] ?? []], $shelves),
            'shared' => $others,
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

        return DB::table('pieces')->selectRaw('typed is not null as is_typed')->addSelect([...$columns, ...array_map(
            static fn (string $name): string => "pieces.summary->{$name} as summary_{$name}",
            self::SUMMARY,
        )]);
    }

    /**
     * @param list<mixed> $pieces their ids
     * @return Collection<(int|string), Collection<int, non-empty-array<mixed>>> by piece
     */
    private function sections(array $pieces): Collection
    {
        $rows = new Collection();
        foreach (array_chunk($pieces, 500) as $some) {
            $rows = $rows->concat(DB::table('sections')->whereIn('piece_id', $some)->whereNull('sections.deleted_at')
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

        return $rows->map(static function (stdClass $section): array {
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
     * @param Collection<(int|string), Collection<int, non-empty-array<mixed>>> $sections
     * @return array<string, mixed>
     */
    private function piece(stdClass $piece, Collection $sections, string $role): array
    {
        $row = (array) $piece;
        /** @var Collection<int, array<string, mixed>> $own */
        $own = $sections->get($piece->id, new Collection());
        $proposals = array_sum(array_filter($own->pluck('proposals')->all(), is_int(...)));
        $edition = $own->max('edition');

        return array_filter([
            'id' => $row['id'],
            'title' => $row['title'],
            'shelf' => $row['shelf_id'],
            'lesson' => $row['lesson_number'],
            'page' => $row['lesson_page'],
            'isTyped' => $row['is_typed'] ? true : null,
            'summary' => [
                'key' => PieceResource::shortKey((string) $row['summary_key']),
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

    /** @return list<RackInvitation> pieces a user was asked to help with and has not answered yet */
    private function invitations(User $user): array
    {
        /** @var list<RackInvitation> $rows */
        $rows = array_values(DB::table('shares')
            ->join('pieces', 'pieces.id', 'shares.piece_id')
            ->join('users', 'users.id', 'pieces.user_id')
            ->where('shares.email', mb_strtolower($user->email))->whereNull('shares.user_id')->whereNull('pieces.deleted_at')
            // One that was given for all pieces is asked once.
            ->whereIn(
                'shares.id',
                DB::table('shares')->selectRaw('min(id)')->whereNull('user_id')->groupByRaw('email, coalesce(colleague_id, -id)'),
            )
            ->orderBy('shares.id')->get(['shares.id', 'pieces.title', 'users.name as owner', 'shares.may', 'shares.parts', 'colleague_id'])
            ->map(static fn (stdClass $share): array => [
                'id' => $share->id,
                'title' => $share->title,
                'owner' => $share->owner,
                'may' => $share->may,
                'parts' => is_string($share->parts) ? json_decode($share->parts, true) : null,
                'everywhere' => $share->colleague_id !== null,
            ])->all());

        return $rows;
    }
}
