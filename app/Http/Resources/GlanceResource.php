<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\KeptAnswers;
use App\Rehearsal\PieceParts;
use UprightPencil\Rehearsal\LookOver;
use UprightPencil\Sections\GlanceItem;
use UprightPencil\Sections\GlanceKind;

/**
 * A first look at a piece, kind by kind, each with where to go.
 *
 * @phpstan-type GlanceRow array{place: string, text: string, section: int, note: string, measure: int, why: string}
 * @phpstan-type GlanceGroup array{kind: value-of<GlanceKind>, title: string, rows: list<GlanceRow>}
 */
final readonly class GlanceResource
{
    public function __construct(private PieceParts $parts, private KeptAnswers $kept)
    {
    }

    /** @return list<GlanceGroup> */
    public function of(Piece $piece): array
    {
        /** @var list<GlanceGroup> $groups */
        $groups = $this->kept->remember('glance', $piece, fn (): array => $this->groups($piece));

        return $groups;
    }

    /** @return list<GlanceGroup> */
    private function groups(Piece $piece): array
    {
        $sections = array_values($piece->sections->all());
        if ($sections === []) {
            return [];
        }
        $ids = array_combine(
            array_map(static fn (Section $section): string => $section->part_id, $sections),
            array_map(static fn (Section $section): int => $section->id, $sections),
        );
        $marked = $this->parts->of($piece);
        $items = $marked === null ? [] : (new LookOver($marked))->all();
        $groups = [];
        foreach (GlanceKind::cases() as $kind) {
            $rows = array_map(static fn (GlanceItem $item): array => [
                'place' => $item->place,
                'text' => $item->text,
                'section' => $ids[$item->part] ?? $sections[0]->id,
                'note' => $item->note,
                'measure' => $item->measure,
                'why' => $item->why,
            ], array_values(array_filter($items, static fn (GlanceItem $item): bool => $item->kind === $kind)));
            if ($rows !== []) {
                $groups[] = ['kind' => $kind->value, 'title' => $kind->title(), 'rows' => $rows];
            }
        }

        return $groups;
    }
}
