<?php

declare(strict_types=1);

namespace App\HandOut;

use App\Http\Resources\PartPageResource;
use App\Models\Edition;
use UprightPencil\Format\ReadersListText;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Printing\ReadersList;
use UprightPencil\Printing\ReadersRow;
use UprightPencil\Settings\CountingWords;

/**
 * What a player pencils into a printed part, as it is kept beside an edition, and what of it is new.
 *
 * @phpstan-import-type KeptList from Edition
 * @phpstan-import-type ReadersLines from PartPageResource
 */
final readonly class KeptLists
{
    /** @return KeptList */
    public static function of(Score $score, PartPlan $plan): array
    {
        $list = ReadersList::of($score, $plan->part, $plan->book, $plan->bow, $plan->prints);
        $signs = [];
        foreach ($list->all as $row) {
            foreach ($row->words as $word) {
                $signs[] = [$row->place, $word];
            }
        }

        return [
            'length' => $list->length(),
            'rows' => array_map(static fn (ReadersRow $row): array => [
                'place' => $row->place,
                'landmark' => $row->landmark,
                'text' => $row->text(),
                'also' => $row->also,
                'signs' => $row->words,
            ], $list->rows),
            'signs' => $signs,
        ];
    }

    /**
     * The list of a chair, with what is new in it since the edition before and what is to be rubbed out.
     *
     * @return ReadersLines|null null in an edition that kept none
     */
    public static function told(Edition $edition, ?Edition $before, string $chair, CountingWords $words): ?array
    {
        $now = self::for($edition, $chair);
        if ($now === null) {
            return null;
        }
        $old = $before === null ? null : self::for($before, $chair);
        $key = static fn (array $sign): string => "{$sign[0]}\t{$sign[1]}";
        $known = $old === null ? null : array_fill_keys(array_map($key, $old['signs']), true);
        $rows = [];
        foreach ($now['rows'] as $row) {
            $isNew = false;
            foreach ($known === null ? [] : $row['signs'] as $sign) {
                $isNew = $isNew || !isset($known["{$row['place']}\t{$sign}"]);
            }
            $rows[] = [
                'place' => $words->say($row['place']),
                'landmark' => $words->say($row['landmark']),
                'text' => $words->say($row['text']),
                'also' => $row['also'],
                'isNew' => $isNew,
            ];
        }
        $gone = $old === null ? [] : self::news(self::said($old), self::said($now))['rubOut'];

        return ['length' => $now['length'], 'rows' => $rows, 'rubOut' => array_map($words->say(...), $gone), 'mm' => $words->say('m.')];
    }

    /**
     * Every sign with its place, as it is told.
     *
     * @param KeptList $list
     * @return list<string> "m. 8: ⊓ down again, hooked"
     */
    public static function said(array $list): array
    {
        return array_map(static fn (array $sign): string => "{$sign[0]}: {$sign[1]}", $list['signs']);
    }

    /**
     * What players are told who have pencilled in an edition already.
     *
     * @param list<string> $before as {@see said()} tells it
     * @param list<string> $now
     * @return array{write: list<string>, rubOut: list<string>}
     */
    public static function news(array $before, array $now): array
    {
        return ['write' => array_values(array_diff($now, $before)), 'rubOut' => array_values(array_diff($before, $now))];
    }

    /** The list as plain text, to be printed or sent; null in an edition that kept none. */
    public static function text(Edition $edition, string $chair, string $title, CountingWords $words): ?string
    {
        $list = self::for($edition, $chair);
        if ($list === null) {
            return null;
        }
        $lines = ["{$title}, edition {$edition->number}", "{$list['length']}.", ''];
        foreach ($list['rows'] as $row) {
            $lines[] = ReadersListText::line($words->say($row['place']), $words->say($row['text']), $row['also'], $row['landmark'], $words);
        }

        if (($edition->heard ?? []) !== []) {
            $lines[] = "\nWhat we heard";
        }
        foreach ($edition->heard ?? [] as $one) {
            $lines[] = $words->say("m. {$one['measure']}: {$one['text']}");
        }

        return rtrim(implode("\n", $lines)) . "\n";
    }

    /** @return KeptList|null */
    private static function for(Edition $edition, string $chair): ?array
    {
        return $edition->lists[$chair] ?? $edition->lists['outside'] ?? null;
    }
}
