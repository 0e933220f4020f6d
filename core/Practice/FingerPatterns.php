<?php

declare(strict_types=1);

namespace UprightPencil\Practice;

use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Music\Part;

/**
 * The finger-pattern map of a part: which neighbours touch on each string, where each pattern first appears, and where two
 * patterns meet. What a warm-up is made of.
 */
final readonly class FingerPatterns
{
    /** The patterns of violin and viola by which neighbours are a half step apart. */
    private const NAMES = ['12' => '1-2 close', '23' => '2-3 close', '34' => '3-4 close', '' => 'all apart'];

    public function __construct(private Part $part, private FingerPlan $plan)
    {
    }

    /** @return list<PatternUse> by first appearance */
    public function map(): array
    {
        $found = [];
        foreach ($this->byMeasure() as $measure => $strings) {
            foreach ($strings as $key => ['places' => $places, 'note' => $note]) {
                [$string, $position] = explode(' ', (string) $key);
                $pattern = $this->name($places);
                if ($pattern !== null) {
                    $id = "{$string} {$position} {$pattern}";
                    $known = $found[$id] ?? new PatternUse($string, $position, $pattern, $note, []);
                    $found[$id] = $known->alsoIn($measure);
                }
            }
        }

        return array_values($found);
    }

    /**
     * Measures in which two patterns meet, on neighbouring strings or one after the other.
     *
     * @return list<PatternMeeting>
     */
    public function meetings(): array
    {
        $meetings = [];
        $told = [];
        foreach ($this->byMeasure() as $measure => $strings) {
            $here = [];
            foreach ($strings as $key => ['places' => $places]) {
                $pattern = $this->name($places);
                if ($pattern !== null) {
                    $here[explode(' ', (string) $key)[0]] = $pattern;
                }
            }
            $names = array_keys($here);
            for ($index = 1; $index < count($names); $index++) {
                [$one, $other] = [$names[$index - 1], $names[$index]];
                $text = "{$here[$one]} on {$one} meets {$here[$other]} on {$other}";
                if ($here[$one] !== $here[$other] && !isset($told[$text])) {
                    $told[$text] = true;
                    $meetings[] = new PatternMeeting($measure, $text);
                }
            }
        }

        return $meetings;
    }

    /** @return array<int, array<string, array{places: array<int, int>, note: string}>> semitones by finger, by measure and string */
    private function byMeasure(): array
    {
        $measures = [];
        foreach ($this->part->notes as $note) {
            $finger = $this->plan->at($note->id);
            if ($finger !== null && $finger->number > 0) {
                $key = "{$finger->string} {$finger->position}";
                $measures[$note->measure][$key] ??= ['places' => [], 'note' => $note->id];
                $measures[$note->measure][$key]['places'][$finger->number] = $finger->semitones;
            }
        }

        return $measures;
    }

    /** @param array<int, int> $places semitones by finger */
    private function name(array $places): ?string
    {
        if (count($places) < 2) {
            return null;
        }
        ksort($places);
        $close = '';
        $isKnown = false;
        foreach ($places as $finger => $semitones) {
            $next = $places[$finger + 1] ?? null;
            if ($next !== null) {
                $isKnown = true;
                if ($next - $semitones === 1) {
                    $close .= $finger . ($finger + 1);
                }
            }
        }
        if (!$isKnown) {
            return null;
        }
        $low = ($places[1] ?? 2) === 1 ? 'low 1, ' : '';
        if ($close === '' && count($places) < 4) {
            $pairs = array_filter(array_keys($places), static fn (int $finger): bool => isset($places[$finger + 1]));

            return $low . implode(' and ', array_map(static fn (int $finger): string => $finger . '-' . ($finger + 1) . ' apart', $pairs));
        }

        return $low . (self::NAMES[$close] ?? implode(' and ', array_map(
            static fn (string $pair): string => "{$pair[0]}-{$pair[1]} close",
            str_split($close, 2),
        )));
    }
}
