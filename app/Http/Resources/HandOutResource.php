<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Drawing\EditionDrawings;
use App\HandOut\KeptLists;
use App\HandOut\PublishEdition;
use App\Models\Edition;
use App\Models\LeftFlag;
use App\Models\Link;
use App\Models\Piece;
use App\Models\Role;
use App\Models\Section;
use App\Models\Share;
use App\Models\User;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use App\Rehearsal\Logbook;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\PageList;
use UprightPencil\Review\FlagRank;
use UprightPencil\Review\ToldOnce;

/**
 * Handing out: what each part's newest edition is, what changed since, and its link.
 *
 * @phpstan-import-type ShareRow from ShareResource
 * @phpstan-type Difference array{added: list<string>, removed: list<string>}
 * @phpstan-type HandedOut array{number: int, at: string, drawing: 'waits'|'works'|'done'|'stopped'|'failed'|'asked',
 *     drawn: int, pages: int, says: string|null}
 * @phpstan-type HandedLink array{id: int, url: string, shown: string, shows: 'all'|'list', hears: bool, opened: int, finished: int}
 * @phpstan-type HandOutSection array{id: int, name: string, mayEdit: bool, instrument: string, edition: HandedOut|null,
 *     since: Difference|null, told: array{write: list<string>, rubOut: list<string>}|null,
 *     density: value-of<Density>|null, bows: value-of<BowDensity>|null, flags: int, asks: list<string>, proposals: int, heard: int,
 *     link: HandedLink|null, ended: int, openAgain: int|null}
 * @phpstan-type HandOut array{piece: array{id: int, title: string, role: value-of<Role>|null},
 *     sections: list<HandOutSection>, shares: list<ShareRow>}
 * @phpstan-type Known array{list: list<string>, signs: list<string>, flags: int,
 *     wrong: list<array{key: string, text: string}>, open: list<string>}
 */
final readonly class HandOutResource
{
    /** Everything of an edition but its music. */
    private const EDITION = ['id', 'number', 'pencil_list', 'offers', 'lists', 'heard', 'drawing', 'drawing_says', 'created_at'];
    /** Of a section that came while the answer was made. */
    private const UNKNOWN = ['list' => [], 'signs' => [], 'flags' => 0, 'wrong' => [], 'open' => []];

    public function __construct(
        private SectionPlanner $plans,
        private KeptAnswers $kept,
        private EditionDrawings $drawings,
        private Logbook $logbook,
    ) {
    }

    /** @return HandOut */
    public function of(Piece $piece, User $user): array
    {
        $known = $this->known($piece);
        $sections = [];
        foreach ($piece->sections()->get(Section::LIGHT) as $section) {
            $sections[] = $this->row($section, $known[$section->id] ?? self::UNKNOWN, $user->can('edit', $section));
        }
        /** @var list<Share> $shares */
        $shares = $user->can('manage', $piece) ? $piece->shares()->with('user')->get()->all() : [];

        return [
            'piece' => ['id' => $piece->id, 'title' => $piece->title, 'role' => $piece->roleOf($user)?->value],
            'sections' => $sections,
            'shares' => array_map(ShareResource::of(...), $shares),
        ];
    }

    /** @return HandOutSection a section, for somebody who may edit it */
    public function section(Section $section): array
    {
        return $this->row($section, $this->known($section->piece)[$section->id] ?? self::UNKNOWN, true);
    }

    /**
     * What the pages show and what needs a look, by section: kept while nothing changes.
     *
     * @return array<int, Known>
     */
    private function known(Piece $piece): array
    {
        $work = fn (): array => $piece->sections->keyBy('id')->map(function (Section $section): array {
            $plan = $this->plans->of($section);

            return [
                'list' => (new PageList())->lines($plan->score, $plan->part->part, $plan->part->prints),
                'signs' => KeptLists::said(KeptLists::of($plan->score, $plan->part)),
                'flags' => ToldOnce::toLookAt($plan->part->flags),
                'wrong' => self::wrong($plan),
                'open' => self::open($plan),
            ];
        })->all();
        /** @var array<int, Known> $known */
        $known = $this->kept->remember('hand-out with questions', $piece, $work);

        return $known;
    }

    /** @return list<array{key: string, text: string}> what will go wrong where nothing is done about it, with its place */
    private static function wrong(SectionPlan $plan): array
    {
        $wrong = [];
        foreach ((new ToldOnce($plan->score->measures))->of($plan->part->flags) as $flag) {
            if ($flag->rank() === FlagRank::Wrong) {
                $measure = $flag->measure === null ? null : $plan->score->measures[$flag->measure] ?? null;
                $wrong[] = ['key' => $flag->key(), 'text' => ($measure === null ? '' : PlaceWords::measure($measure) . ': ') . $flag->text];
            }
        }

        return $wrong;
    }

    /** @return list<string> choices that the class has not decided yet */
    private static function open(SectionPlan $plan): array
    {
        $part = $plan->part->part;

        return array_map(static function (Mark $choice) use ($plan, $part): string {
            $note = $part->notes[$part->positionsById()[$choice->from]];

            return PlaceWords::of($plan->score->measures[$note->measure], $note->offset) . ": still open, {$choice->words()}";
        }, $plan->part->book->choices());
    }

    /**
     * What a director is asked about before players get it: what will go wrong, but for what was left on purpose, and what is open.
     *
     * @param Known $known
     * @return list<string>
     */
    private static function asks(Section $section, array $known): array
    {
        $left = $known['wrong'] === [] ? [] : LeftFlag::query()->where('piece_id', $section->piece_id)->pluck('key')->all();
        $wrong = array_filter($known['wrong'], static fn (array $one): bool => !in_array($one['key'], $left, true));

        return [...array_column($wrong, 'text'), ...$known['open']];
    }

    /** @return HandedOut */
    private function edition(Edition $edition): array
    {
        // One from before says what pages it has only when it is opened: until it is drawn, that is not asked.
        $progress = $edition->offers === null ? ['done' => 0, 'of' => 0] : $this->drawings->progress($edition);

        return [
            'number' => $edition->number,
            'at' => $edition->created_at->toIso8601String(),
            'drawing' => $edition->drawing,
            'drawn' => $progress['done'],
            'pages' => $progress['of'],
            'says' => $edition->drawing_says,
        ];
    }

    /** The link that was ended last: it may open again. */
    private function lastEnded(Section $section): ?int
    {
        /** @var Link|null $link */
        $link = $section->links()->whereNotNull('ended_at')->orderByDesc('ended_at')->orderByDesc('id')->first(['id']);

        return $link?->id;
    }

    /**
     * @param Known $known
     * @return HandOutSection
     */
    private function row(Section $section, array $known, bool $mayEdit): array
    {
        /** @var Edition|null $newest */
        $newest = $section->editions()->reorder('number', 'desc')->first(self::EDITION);
        /** @var Link|null $link */
        $link = $section->links()->whereNull('ended_at')->orderByDesc('id')->first();
        $since = $newest === null ? null : PublishEdition::difference(explode("\n", $newest->pencil_list), $known['list']);
        $url = $link === null ? '' : url("/part/{$link->token}");

        return [
            'id' => $section->id,
            'name' => $section->name,
            'mayEdit' => $mayEdit,
            'instrument' => $section->instrument,
            'edition' => $newest === null ? null : $this->edition($newest),
            'since' => $since,
            'told' => $newest?->lists === null ? null : KeptLists::news(KeptLists::said($newest->lists['outside']), $known['signs']),
            'density' => Density::tryFrom($section->density ?? '')?->value,
            'bows' => BowDensity::tryFrom($section->bows ?? '')?->value,
            'flags' => $known['flags'],
            'asks' => self::asks($section, $known),
            'heard' => $newest === null ? 0 : $this->logbook->untold($section, $newest),
            'proposals' => $section->marks()->where('state', 'proposed')->count(),
            'link' => !$mayEdit || $link === null ? null : [
                'id' => $link->id,
                'url' => $url,
                'shown' => (string) preg_replace('~^https?://~', '', $url),
                'shows' => $link->shows,
                'hears' => $link->hears,
                'opened' => $link->readers()->count(),
                'finished' => $newest === null ? 0 : $link->readers()->where('finished', $newest->number)->count(),
            ],
            'ended' => $section->links()->whereNotNull('ended_at')->count(),
            'openAgain' => $mayEdit && $link === null ? $this->lastEnded($section) : null,
        ];
    }
}
