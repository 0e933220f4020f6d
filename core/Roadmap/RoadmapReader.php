<?php

declare(strict_types=1);

namespace UprightPencil\Roadmap;

use UprightPencil\Music\Measure;

/**
 * Follows repeats, endings, D.C., D.S., Fine and coda signs.
 *
 * After a jump repeats are not taken again and the last ending is played, as is the custom,
 * unless the words of the jump say "con rep.".
 */
final class RoadmapReader
{
    /** Visits of measures a roadmap may come to, for each measure there is; and in all. A da capo of everything comes to 2. */
    private const VISITS_A_MEASURE = 8;
    private const FEWEST = 256;
    private const MOST_VISITS = 6000;

    /** @var array<int, int> where each closing repeat sign leads back to, by measure index */
    private array $leadsBackTo = [];
    /** @var array<int, array{group: int, numbers: list<int>, end: int}> ending brackets by the measure they begin at */
    private array $endings = [];
    /** @var array<int, int> how often the music from a repeat's beginning is played, by that measure */
    private array $times = [];
    /** @var list<JumpProblem> */
    private array $problems = [];

    /** @param list<Measure> $measures */
    public function __construct(private readonly array $measures)
    {
    }

    public function read(): Roadmap
    {
        $this->pairRepeats();
        $this->checkJumps();
        $visits = $this->walk();

        return new Roadmap($visits, $this->problems);
    }

    private function pairRepeats(): void
    {
        $open = [];
        $sectionStart = 0;
        $inEnding = null;
        foreach ($this->measures as $index => $measure) {
            if ($measure->repeatForward) {
                $open[] = $index;
            }
            if ($measure->endingStarts) {
                $inEnding = $index;
                $this->endings[$index] = [
                    'group' => array_key_last($open) === null ? $sectionStart : $open[array_key_last($open)],
                    'numbers' => $measure->endings,
                    'end' => $index,
                ];
            }
            if ($inEnding !== null && isset($this->endings[$inEnding])) {
                $this->endings[$inEnding]['end'] = $index;
            }
            $closes = $measure->repeatBack > 0;
            $start = $open === [] ? $sectionStart : $open[count($open) - 1];
            if ($closes) {
                $this->leadsBackTo[$index] = $start;
                $this->times[$start] = max($this->times[$start] ?? 0, $measure->repeatBack, ...[0, ...$measure->endings]);
            }
            $endsEnding = $inEnding !== null && ($measure->endingStops || $closes);
            if ($endsEnding) {
                $numbers = $this->endings[$inEnding]['numbers'] ?? [];
                $this->times[$start] = max($this->times[$start] ?? 0, ...[0, ...$numbers]);
                $inEnding = null;
            }
            $another = isset($this->measures[$index + 1]) && $this->measures[$index + 1]->endingStarts;
            if (($closes || $endsEnding) && !$another) {
                array_pop($open);
                $sectionStart = $index + 1;
            }
        }
        foreach ($open as $index) {
            $this->problem($index, 'a repeat begins here and never closes; it is played straight through');
        }
    }

    private function checkJumps(): void
    {
        $has = fn (callable $what): bool => array_filter($this->measures, $what) !== [];
        $segno = $has(static fn (Measure $m): bool => $m->segno);
        $coda = $has(static fn (Measure $m): bool => $m->coda);
        $toCoda = $has(static fn (Measure $m): bool => $m->toCoda);
        $fine = $has(static fn (Measure $m): bool => $m->fine);
        $jumps = array_filter($this->measures, static fn (Measure $m): bool => $m->jump !== null);
        foreach ($jumps as $measure) {
            $words = mb_strtolower((string) $measure->jump);
            if (self::isDalSegno($words) && !$segno) {
                $this->problem($measure->index, "“{$measure->jump}” stands here, but there is no segno to go back to");
            }
            if (str_contains($words, 'coda') && (!$coda || !$toCoda)) {
                $missing = $coda ? 'no “To Coda” shows where to leave' : 'there is no coda to go to';
                $this->problem($measure->index, "“{$measure->jump}” stands here, but {$missing}");
            }
            if (str_contains($words, 'fine') && !$fine) {
                $this->problem($measure->index, "“{$measure->jump}” stands here, but no Fine shows where to end");
            }
        }
        if ($jumps === []) {
            foreach ($this->measures as $measure) {
                if ($measure->toCoda) {
                    $this->problem($measure->index, '“To Coda” stands here, but no D.C. or D.S. ever leads back before it');
                }
            }
        }
    }

    /** @return list<Visit> */
    private function walk(): array
    {
        $visits = [];
        $played = [];
        $pass = [];
        $jumped = false;
        $repeats = true;
        $index = 0;
        $count = count($this->measures);
        $most = min(self::MOST_VISITS, max(self::FEWEST, self::VISITS_A_MEASURE * $count));
        while ($index < $count) {
            if (count($visits) === $most) {
                $this->problem($index, "the repeats lead through more than {$most} measures; the road is followed no further than this");
                break;
            }
            $measure = $this->measures[$index];
            $ending = $this->endings[$index] ?? null;
            if ($ending !== null && !$this->isPlayed($ending, $pass, $repeats)) {
                $index = $ending['end'] + 1;
                continue;
            }
            $played[$index] = ($played[$index] ?? 0) + 1;
            $visits[] = new Visit($index, $played[$index]);
            if (isset($this->leadsBackTo[$index]) && $repeats) {
                $start = $this->leadsBackTo[$index];
                $pass[$start] ??= 1;
                if ($pass[$start] < $this->times[$start]) {
                    $pass[$start]++;
                    $this->forgetInside($start, $index, $pass);
                    $index = $start;
                    continue;
                }
                // Played out: if an outer repeat leads here again, it counts anew. With more endings to come it is not.
                if (!isset($this->endings[$index + 1])) {
                    $pass[$start] = 1;
                }
            }
            if ($jumped && $measure->fine) {
                break;
            }
            if ($jumped && $measure->toCoda) {
                $target = $this->next(static fn (Measure $m): bool => $m->coda, $index);
                if ($target !== null) {
                    $index = $target;
                    continue;
                }
            }
            if (!$jumped && $measure->jump !== null) {
                $target = $this->target($measure);
                if ($target !== null) {
                    $jumped = true;
                    $repeats = preg_match('~con rep|with rep~i', $measure->jump) === 1;
                    $pass = [];
                    $index = $target;
                    continue;
                }
            }
            $index++;
        }

        return $visits;
    }

    /**
     * @param array{group: int, numbers: list<int>, end: int} $ending
     * @param array<int, int> $pass
     */
    private function isPlayed(array $ending, array $pass, bool $repeats): bool
    {
        $last = $this->times[$ending['group']] ?? 1;
        $current = $repeats ? ($pass[$ending['group']] ?? 1) : $last;

        return in_array($current, $ending['numbers'], true);
    }

    /** @param array<int, int> $pass */
    private function forgetInside(int $start, int $end, array &$pass): void
    {
        foreach (array_keys($pass) as $inner) {
            if ($inner > $start && $inner <= $end) {
                $pass[$inner] = 1;
            }
        }
    }

    private function target(Measure $measure): ?int
    {
        if (!self::isDalSegno(mb_strtolower((string) $measure->jump))) {
            return 0;
        }
        foreach ($this->measures as $candidate) {
            if ($candidate->segno) {
                return $candidate->index;
            }
        }

        return null;
    }

    /** @param callable(Measure): bool $what */
    private function next(callable $what, int $after): ?int
    {
        foreach ($this->measures as $measure) {
            if ($measure->index > $after && $what($measure)) {
                return $measure->index;
            }
        }

        return null;
    }

    private static function isDalSegno(string $lowerWords): bool
    {
        return preg_match('~d\. ?s|dal segno~', $lowerWords) === 1;
    }

    private function problem(int $measure, string $text): void
    {
        $this->problems[] = new JumpProblem($measure, "Measure {$this->measures[$measure]->number}: {$text}.");
    }
}
