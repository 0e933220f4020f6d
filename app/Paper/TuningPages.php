<?php

declare(strict_types=1);

namespace App\Paper;

use App\Http\Resources\TuningResource;

/**
 * Where to tune, the best places first.
 *
 * @phpstan-import-type TuningList from TuningResource
 */
final class TuningPages
{
    private const MOST = 24;

    /**
     * @param TuningList $list
     * @return list<string> pages without their headings, SVG
     */
    public static function of(array $list, Paper $paper): array
    {
        [$width] = $paper->inner();
        $rows = [];
        foreach (array_slice($list['places'], 0, self::MOST) as $place) {
            $who = implode(', ', array_map(
                static fn (array $part): string => $part['name'] . ($part['isOpen'] ? ' (open)' : ''),
                $place['parts'],
            ));
            $begin = $place['from'] === $place['measure'] ? 'begin there' : "begin at m. {$place['from']}";
            $rows[] = [
                [0.0, 12.0, $place['pitch'], true],
                [12.0, 50.0, $place['where'], true],
                [62.0, $width - 62.0, "{$begin}, hold here · {$place['seconds']} s · {$who}"],
            ];
            $rows[] = [[12.0, $width - 12.0, ucfirst(implode('; ', $place['hear'])) . '.']];
            $instead = array_map(
                static fn (array $one): string => $one['instead'] === null
                    ? "{$one['name']} never has it"
                    : "{$one['name']} has it in m. {$one['instead']}",
                $place['without'],
            );
            if ($instead !== []) {
                $rows[] = [[12.0, $width - 12.0, implode(', ', $instead) . '.']];
            }
            $rows[] = [];
        }
        if ($rows === []) {
            $rows[] = [[0.0, $width, 'No two sections hold one pitch together for a second in this piece.']];
        }

        return TextPages::of($rows, $paper);
    }
}
