<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Section;
use App\Plans\SectionPlanner;
use UprightPencil\Sections\PassageReturn;
use UprightPencil\Sections\Returns;

/**
 * Passages of a part that came before, here or in another section. Measures are told by their index.
 *
 * @phpstan-type PassageReturnRow array{first: int, again: int, measures: int, section: int, text: string}
 */
final readonly class ReturnResource
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    /** @return list<PassageReturnRow> */
    public function of(Section $section): array
    {
        $score = $this->plans->score($section);
        $givers = [];
        $parts = [];
        foreach ($section->piece->sections as $other) {
            $givers[$other->part_id] = $other;
            $parts[] = $other->id === $section->id ? $score->parts[0] : $this->plans->score($other)->parts[0];
        }
        $number = static fn (int $index): string => $score->measures[$index]->number ?? '';
        $rows = [];
        foreach ((new Returns($score, $parts))->all() as $return) {
            if ($return->part === $section->part_id) {
                $rows[] = $this->row($return, $givers[$return->giver], $number);
            }
        }

        return $rows;
    }

    /**
     * @param callable(int): string $number of a measure, by its index
     * @return PassageReturnRow
     */
    private function row(PassageReturn $return, Section $giver, callable $number): array
    {
        return [
            'first' => $return->first,
            'again' => $return->again,
            'measures' => $return->measures,
            'section' => $giver->id,
            'text' => "m. {$number($return->again)} is m. {$number($return->first)} again"
                . ($return->giver === $return->part ? '' : " ({$giver->name})")
                . ($return->measures > 1 ? ", {$return->measures} measures" : '')
                . ($return->parts === null ? '' : "; they part in m. {$number($return->parts)}"),
        ];
    }
}
