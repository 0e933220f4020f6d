<?php

declare(strict_types=1);

namespace App\Paper;

use App\Http\Resources\RehearsalResource;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Settings\CountingWords;

/**
 * The plan of a rehearsal on one page, for the stand.
 *
 * @phpstan-import-type Rehearsal from RehearsalResource
 * @phpstan-import-type RehearsalEntry from RehearsalResource
 * @phpstan-import-type TextRow from TextPages
 */
final class PlanPages
{
    /** So many things to work in each stretch: fewer, until all of it is on one page; last the bare list. */
    private const CAUSES = [5, 3, 2, 1, 0, self::BARE];
    private const BARE = -1;
    private const TITLES = ['warm-up' => 'Warm-up', 'tune' => 'Tune', 'run' => 'Run', 'work' => ''];

    /**
     * @param Rehearsal $plan
     * @return list<string> pages without their headings, SVG
     */
    public static function of(array $plan, Paper $paper): array
    {
        $pages = [];
        foreach (self::CAUSES as $causes) {
            $pages = TextPages::of(self::rows($plan, $paper->inner()[0], $causes), $paper, true);
            if (count($pages) === 1) {
                break;
            }
        }

        return $pages;
    }

    /**
     * @param Rehearsal $plan
     * @return list<TextRow>
     */
    private static function rows(array $plan, float $width, int $causes): array
    {
        $words = CountingWords::from($plan['counts']);
        $rows = [];
        foreach ($plan['entries'] as $entry) {
            array_push($rows, ...self::entry($entry, $width, $words, $causes));
        }
        $heard = array_values(array_filter($plan['heard'], static fn (array $one): bool => $one['isOpen']));
        if ($heard !== []) {
            $rows[] = [];
            $rows[] = [[0.0, $width, 'Heard, and not better yet', true]];
        }
        foreach ($heard as $one) {
            $times = $one['times'] > 1 ? ", {$one['times']} times" : '';
            $rows[] = [
                [0.0, $width, $words->say(
                    "{$one['title']}, " . PlaceWords::numbered($one['measure']) . ": {$one['who']}, {$one['text']}{$times}",
                )],
            ];
        }

        return $rows;
    }

    /**
     * @param RehearsalEntry $entry
     * @return list<TextRow>
     */
    private static function entry(array $entry, float $width, CountingWords $words, int $causes): array
    {
        $what = $entry['kind'] === 'work' ? ' ' . PlaceWords::stretch($entry['from'], $entry['to']) : '';
        $title = trim(self::TITLES[$entry['kind']] . ($entry['kind'] === 'work' ? '' : ': ') . $entry['title'] . $what);
        $wide = $width - 32.0;
        $rows = [[
            [0.0, 14.0, $entry['clock'], true],
            [16.0, 14.0, "{$entry['minutes']} min"],
            [32.0, $wide, $title . ($entry['who'] === 'all' ? '' : " ({$entry['who']})"), true],
        ]];
        if ($causes === self::BARE) {
            return $rows;
        }
        $said = array_filter([$entry['how'], $entry['kind'] === 'tune' ? '' : $entry['why']], static fn (string $one): bool => $one !== '');
        if ($said !== []) {
            $rows[] = [[32.0, $wide, $words->say(implode(' · ', $said))]];
        }
        foreach ($entry['places'] as $place) {
            $where = PlaceWords::numbered($place['measure']) . ", beat {$place['beat']}: hold {$place['pitch']} ({$place['who']}). ";
            $rows[] = [[32.0, $wide, $words->say($where . implode('; ', $place['hear']))]];
        }
        foreach ($entry['kind'] === 'work' ? array_slice($entry['causes'], 0, $causes) : [] as $cause) {
            $rows[] = [
                [32.0, 18.0, $words->say(PlaceWords::numbered($cause['measure']))],
                [50.0, $wide - 18.0, "{$cause['who']}: {$cause['text']}"],
            ];
        }
        $rows[] = [];

        return $rows;
    }
}
