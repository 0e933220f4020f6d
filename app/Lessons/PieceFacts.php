<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\ClassSettings;
use App\Plans\RulesVersion;
use App\Plans\SectionPlanner;
use Illuminate\Support\Facades\Cache;
use Throwable;
use UprightPencil\Lessons\FactKind;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Lessons\LessonFacts;
use UprightPencil\Music\Fraction;

/**
 * What the players of a piece need, by instrument. Worked out once for a score, its marks, the class and the rules.
 *
 * @phpstan-type KeptFact array{string, string, string, string, int, int}
 */
final readonly class PieceFacts
{
    /** Under this name what everybody needs is kept: of a rhythm alone. */
    public const EVERYBODY = 'everybody';
    private const SECONDS = 30 * 86400;

    public function __construct(private SectionPlanner $plans)
    {
    }

    /** @return array<string, list<LessonFact>> by instrument; violins together */
    public function of(Piece $piece): array
    {
        $name = 'facts:' . md5(implode(' ', [
            $piece->id,
            $piece->revision,
            $piece->source_hash,
            (string) json_encode(ClassSettings::for($piece)->toArray()),
            RulesVersion::now(),
        ]));
        $kept = Cache::get($name);
        if (!is_array($kept)) {
            $kept = $this->work($piece);
            rescue(static fn () => Cache::put($name, $kept, self::SECONDS), report: false);
        }
        $facts = [];
        foreach ($kept as $instrument => $rows) {
            $facts[(string) $instrument] = [];
            foreach (is_array($rows) ? $rows : [] as $row) {
                if (is_array($row)) {
                    /** @var KeptFact $row kept by this very class */
                    [$kind, $key, $text, $measure, $above, $below] = $row;
                    $beat = Fraction::of($above, $below);
                    $facts[(string) $instrument][] = new LessonFact(FactKind::from($kind), $key, $text, $measure, $beat);
                }
            }
        }

        return $facts;
    }

    /** @return array<string, list<KeptFact>> */
    private function work(Piece $piece): array
    {
        $facts = [];
        $isRhythm = ($piece->typed['kind'] ?? '') === 'rhythm';
        foreach ($piece->sections as $section) {
            /** @var Section $section */
            try {
                $plan = $this->plans->of($section);
            } catch (Throwable) {
                // A part that cannot be worked out asks nothing of anybody; its own page says why.
                continue;
            }
            $instrument = $isRhythm ? self::EVERYBODY : $section->instrument;
            foreach (LessonFacts::of($plan->score, $plan->part) as $fact) {
                $facts[$instrument][] = [
                    $fact->kind->value, $fact->key, $fact->text, $fact->measure, $fact->beat->numerator, $fact->beat->denominator,
                ];
            }
        }

        return $facts;
    }
}
