<?php

declare(strict_types=1);

namespace App\Marking;

use App\Http\Resources\DeskResource;
use App\Models\Section;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use App\Plans\SentBefore;

/**
 * The marked part as it is engraved on the desk; to who has an earlier page, the measures that changed since.
 *
 * @phpstan-import-type PageScore from DeskResource
 */
final readonly class MarkedPage
{
    private const MEASURE = '~<measure(?=[\s/>])[^>]*?(?:/>|>.*?</measure>)~s';

    public function __construct(private SectionPlanner $plans, private SentBefore $sent)
    {
    }

    /**
     * The measures that look otherwise in one plan of a section than in another.
     *
     * @return list<array{index: int, xml: string}> as the other has them
     */
    public function changed(Section $section, SectionPlan $before, SectionPlan $after): array
    {
        [$old, $new] = array_map(function (SectionPlan $plan) use ($section): array {
            preg_match_all(self::MEASURE, $this->plans->page($section, $plan->part), $found);

            return $found[0];
        }, [$before, $after]);
        $changed = [];
        foreach ($new as $index => $xml) {
            if ($xml !== ($old[$index] ?? null)) {
                $changed[] = ['index' => $index, 'xml' => $xml];
            }
        }

        return $changed;
    }

    /**
     * @param string $known name of the page somebody has; empty for none
     * @return PageScore
     */
    public function since(Section $section, string $known): array
    {
        $xml = $this->plans->page($section, $this->plans->of($section)->part);
        preg_match_all(self::MEASURE, $xml, $found);
        $measures = $found[0];
        $name = md5($xml);
        $around = (string) preg_replace(self::MEASURE, '', $xml);
        $changed = $this->sent->changed("page:{$section->id}", $name, $known, [...$measures, $around]);
        if ($changed === null || in_array(count($measures), $changed, true)) {
            return ['name' => $name, 'xml' => $xml, 'measures' => []];
        }
        $of = static fn (int $index): array => ['index' => $index, 'xml' => $measures[$index]];

        return ['name' => $name, 'xml' => null, 'measures' => array_map($of, $changed)];
    }
}
