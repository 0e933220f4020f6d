<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlanner;
use App\Rehearsal\Corrected;
use App\Rehearsal\HeardThing;
use App\Rehearsal\Logbook;
use Illuminate\Support\Carbon;
use UprightPencil\Music\Score;
use UprightPencil\Rehearsal\Heard\HeardKind;

/**
 * What was heard of a piece, by measure, and what would help.
 *
 * @phpstan-type HeardOffer array{text: string, sections: list<string>, hasMark: bool, hasLine: bool}
 * @phpstan-type HeardRow array{id: int, piece: int, title: string, measure: string, index: int|null, note: string|null,
 *     sections: list<int>, who: string, kind: value-of<HeardKind>, text: string, times: int, at: string, isOpen: bool, better: string|null,
 *     offer: HeardOffer|null}
 * @phpstan-type HeardChoice array{kind: value-of<HeardKind>, title: string}
 * @phpstan-type HeardSection array{id: int, name: string}
 * @phpstan-type HeardList array{piece: int, title: string, rows: list<HeardRow>, kinds: list<HeardChoice>, sections: list<HeardSection>,
 *     measures: list<string>, mayHear: bool}
 */
final readonly class HeardResource
{
    public function __construct(
        private Logbook $logbook,
        private SectionPlanner $plans,
        private Corrected $corrected,
        private KeptAnswers $kept,
    ) {
    }

    /** @return HeardList */
    public function of(Piece $piece, User $user): array
    {
        /** @var list<Section> $sections */
        $sections = array_values($piece->sections->all());
        $score = $sections === [] ? null : $this->plans->score($sections[0]);

        return [
            'piece' => $piece->id,
            'title' => $piece->title,
            'rows' => $this->rows($piece, $score, $user),
            'kinds' => array_map(
                static fn (HeardKind $kind): array => ['kind' => $kind->value, 'title' => $kind->title()],
                HeardKind::cases(),
            ),
            'sections' => array_map(static fn (Section $one): array => ['id' => $one->id, 'name' => $one->name], $sections),
            'measures' => array_map(static fn ($measure): string => $measure->number, $score->measures ?? []),
            'mayHear' => array_filter($sections, static fn (Section $one): bool => $user->can('propose', $one)) !== [],
        ];
    }

    /** @return list<HeardRow> what is open first, in the order of the score */
    public function rows(Piece $piece, ?Score $score, User $user, ?Carbon $before = null): array
    {
        $things = $this->logbook->heard($piece, $before);
        $offers = $this->offers($piece, $things, $score, $user);
        $rows = array_map(
            static fn (HeardThing $thing): array => self::row($piece, $thing, $score, $offers[$thing->last()->id] ?? null),
            $things,
        );
        usort($rows, static fn (array $a, array $b): int => [!$a['isOpen'], $a['index'] ?? PHP_INT_MAX, $a['id']]
            <=> [!$b['isOpen'], $b['index'] ?? PHP_INT_MAX, $b['id']]);

        return $rows;
    }

    /**
     * What would help, each thing's kept as long as neither the piece nor itself nor what is practised changes.
     *
     * @param list<HeardThing> $things
     * @return array<int, HeardOffer|null> by the id of the last time it was heard
     */
    private function offers(Piece $piece, array $things, ?Score $score, User $user): array
    {
        $practised = $piece->sections->map(static fn (Section $one): string => "{$one->id} " . json_encode($one->practice))->all();
        $offers = [];
        foreach ($things as $thing) {
            $last = $thing->last();
            $index = $score?->measureAt($last->measure);
            if (!$thing->isOpen() || $index === null) {
                continue;
            }
            $from = md5(serialize([$user->id, $practised, $last->id, $last->measure, $thing->text(), $thing->note()]));
            $work = fn (): array => [$this->corrected->offer($piece, $thing, $index, $user)];
            /** @var array{HeardOffer|null} $kept */
            $kept = $this->kept->remember("heard {$from}", $piece, $work);
            $offers[$last->id] = $kept[0];
        }

        return $offers;
    }

    /**
     * @param HeardOffer|null $offer
     * @return HeardRow
     */
    private static function row(Piece $piece, HeardThing $thing, ?Score $score, ?array $offer): array
    {
        $last = $thing->last();
        $ids = $names = [];
        foreach ($piece->sections as $section) {
            if (in_array($section->part_id, $last->parts, true)) {
                $ids[] = $section->id;
                $names[] = $section->name;
            }
        }
        $index = $score?->measureAt($last->measure);

        return [
            'id' => $last->id,
            'piece' => $piece->id,
            'title' => $piece->title,
            'measure' => $last->measure,
            'index' => $index,
            'note' => $thing->note(),
            'sections' => $ids,
            'who' => $last->parts === [] ? 'all' : implode(', ', $names),
            'kind' => $thing->kind()->value,
            'text' => $thing->words(),
            'times' => $thing->times(),
            'at' => $last->heard_at->toDateString(),
            'isOpen' => $thing->isOpen(),
            'better' => $thing->betterAt()?->toDateString(),
            'offer' => $offer,
        ];
    }
}
