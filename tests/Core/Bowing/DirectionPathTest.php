<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Directions\BowingSolution;
use UprightPencil\Bowing\Directions\DirectionGoals;
use UprightPencil\Bowing\Directions\Landmarks;
use UprightPencil\Bowing\Directions\RepeatCandidate;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\BowLengths;
use UprightPencil\Bowing\Strokes\SlurLinks;
use UprightPencil\Bowing\Strokes\StrokeBuilder;
use UprightPencil\Bowing\Strokes\UnrolledLine;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Bow\Goal;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\PlayingWords;
use UprightPencil\Music\TempoMap;
use UprightPencil\Roadmap\Roadmap;

/** All wishes of a phrase weighed together: no other set of hooks and retakes would do better. */
final class DirectionPathTest extends TestCase
{
    private const UNASKED = 200.0;

    /** @return iterable<string, array{Passage, string}> */
    public static function passages(): iterable
    {
        $school = BowSchool::Downbeat;
        yield 'one slurred measure among even ones: two ups in a row, since mending them both would leave two ups all the same' => [
            Passage::of('3/4', 'B4q D5h | (D5q C5q B4q) | A4q C5h | (C5q B4q A4q) | G4q B4h | D5h.')->at(120)->school($school),
            'd u | d | u d | u | d u | d',
        ];
        yield 'an odd measure is mended where it stands, not carried to the next'
            => [Passage::of('4/4', 'D4q E4q F4h | G4q A4q G4q F4q | E4q D4q E4h | D4w')->at(100)->school($school),
                'd hook d u | d u d u | d hook d u | d'];
        yield 'the mend waits for the repeated note, when the measure has one'
            => [Passage::of('4/4', 'D4q D4q F4h | G4w')->at(100)->school($school), 'd hook d u | d'];
        yield 'the last note comes down where a hook to it is cheap: a light beat'
            => [Passage::of('3/4', 'D4q E4q F4q | D4h G4q')->at(100)->school($school), 'd u hook u | d hook d'];
        yield 'a last note on the half measure is left: a hook there is heard'
            => [Passage::of('4/4', 'D4q E4q F4q G4q | D4h G4h')->at(100)->school($school), 'd u d u | d u'];
        yield 'an odd measure is mended late …'
            => [Passage::of('4/4', 'D4e E4e F4q G4q A4q | B4w')->at(100)->school($school), 'd u d u hook u | d'];
        yield '… unless an accent would come up: it is mended before'
            => [Passage::of('4/4', 'D4e E4e F4q G4q> A4q | B4w')->at(100)->school($school), 'd u hook u d u | d'];
        yield 'an accent alone is not worth a hook'
            => [Passage::of('4/4', 'D4q E4q> F4q G4q | A4w')->at(100)->school($school), 'd u d u | d'];
        yield 'quick notes are left as they come: the downbeat stays up'
            => [Passage::of('3/8', 'D4e E4e F4e | G4e F4e E4e | D4q.')->at(200)->school($school), 'd u d | u d u | d'];
        yield 'two goals of one phrase, each by the cheapest place before it'
            => [Passage::of('4/4', 'D4q E4q F4q F4q | G4q A4q B4q B4q | C5w')->marked("2.1 goal up\n3.1 goal down"),
                'd u d hook d | u d u hook u | d'];
        yield 'a goal that comes by itself asks for nothing'
            => [Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked('2.1 goal down'), 'd u d u | d'];
        yield 'a goal reaches back over a measure for the only rest'
            => [Passage::of('4/4', 'D4h. rq | E4h F4h | G4w')->at(60)->marked('3.1 goal down'), 'd | retake d u | d'];
        yield 'a fact between a goal and its hook keeps the hook on its side'
            => [Passage::of('4/4', 'D4q D4q E4q F4q | G4q A4q B4q B4q | C5w')->marked("2.1 down\n3.1 goal up"),
                'd u d u | d u d hook d | u'];
        yield 'a new start leads up to its own downbeat, whatever was decided before'
            => [Passage::of('4/4', 'D4q E4q F4h | rw | rq A4q B4q C5q | D5w')->at(100)->school($school), 'd u d | u d u | d'];
    }

    #[DataProvider('passages')]
    public function testAWholePhraseIsWeighedAtOnce(Passage $passage, string $expected): void
    {
        self::assertSame($expected, $passage->bows());
    }

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 40) as $seed) {
            yield "phrase {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testNoOtherSetOfTurnsIsCheaper(int $seed): void
    {
        [$solution, $wishes, $settings] = $this->solve($this->phrase($seed));
        $strokes = $solution->strokes;
        $count = count($strokes);
        $wished = $wishes->strokes();
        /** @var array<int, RepeatCandidate> $turns */
        $turns = [];
        foreach (array_keys($strokes) as $index) {
            $target = array_values(array_filter($wished, static fn (int $at): bool => $at >= $index))[0] ?? null;
            $turn = $target === null ? null : $solution->candidates->at($index, $target)[0] ?? null;
            if ($turn !== null) {
                $turns[$index] = $turn;
            }
        }
        $cost = static function (array $taken) use ($count, $wishes, $turns, $settings): float {
            $direction = Direction::Down;
            $sum = 0.0;
            for ($index = 0; $index < $count; $index++) {
                $isTurn = in_array($index, $taken, true);
                $direction = $index === 0 || $isTurn ? $direction : $direction->opposite();
                $price = $isTurn ? $turns[$index]->price : 0.0;
                $sum += $price + ($price >= $settings->mendsBelow ? self::UNASKED : 0.0) + $wishes->price($index, $direction);
            }

            return $sum;
        };
        $places = array_keys($turns);
        $best = INF;
        for ($set = 0; $set < 1 << count($places); $set++) {
            $best = min($best, $cost(array_values(array_filter($places, static fn (int $at): bool
                => ($set >> (int) array_search($at, $places, true) & 1) === 1))));
        }
        $taken = [];
        foreach ($strokes as $index => $stroke) {
            if ($solution->decisions->at($stroke->head()->event) !== null) {
                $taken[] = $index;
            }
        }

        self::assertEqualsWithDelta($best, $cost($taken), $settings->figureSlack * count($taken) + 1e-6);
        self::assertLessThanOrEqual($cost([]), $cost($taken));
    }

    #[DataProvider('seeds')]
    public function testEveryGoalOfATuneIsMetOrTold(int $seed): void
    {
        $tune = Tunes::make($seed)->school($seed % 2 === 0 ? BowSchool::Downbeat : BowSchool::AsItComes);
        if ($seed % 3 === 0) {
            $measures = explode(' | ', $tune->text());
            $measures[0] = "[repeat] {$measures[0]}";
            $measures[] = '[back] ' . array_pop($measures);
            $tune = $tune->withText(implode(' | ', $measures));
        }
        mt_srand($seed);
        $goals = [];
        foreach ($tune->score()->parts[0]->notes as $note) {
            if (mt_rand(0, 9) === 0) {
                $goals[] = "{$note->id} goal " . ['up', 'down'][mt_rand(0, 1)];
            }
        }
        $plan = $tune->marked(implode("\n", $goals))->plan();
        $told = [];
        foreach ($plan->flags as $flag) {
            $told[$flag->code->value . ' ' . $flag->noteId] = true;
        }
        foreach ($plan->book->marks as $mark) {
            $bow = $plan->bow->at($mark->from);
            $kind = $mark->kind();
            self::assertInstanceOf(Goal::class, $kind);
            $isMet = $bow !== null && $bow->direction === $kind->direction;
            self::assertTrue($isMet || isset($told["goal-missed {$mark->from}"]) || $bow?->isHead === false, "{$mark->from}: {$kind->words()}");
        }
        self::assertCount(count($goals), $plan->book->marks);
    }

    public function testTheReasonNamesTheWish(): void
    {
        $plan = Passage::of('3/4', 'D4q E4q F4q | D4h G4q')->at(100)->school(BowSchool::Downbeat)->plan();

        self::assertSame('hooked so that the downbeat at m. 2 comes down: a light beat', $plan->bow->at('P1-m1-n3')?->why);
        self::assertSame('hooked so that the last note comes down: a light beat', $plan->bow->at('P1-m2-n2')?->why);
    }

    public function testAReasonThatOnlyWarnsIsSaidAfterAComma(): void
    {
        $plan = Passage::of('4/4', 'C4h (D4q E4q) | F4q E4q D4h | rq G4q (F4q E4q) | D4w')->marked("3.2 goal up\n4.1 goal down")->plan();

        self::assertSame('hooked so that the goal at m. 4 comes down, but it is a strong beat', $plan->bow->at('P1-m3-n2')?->why);
    }

    public function testAMarkMoreIsPlannedWithEverythingDecidedAnew(): void
    {
        [$solution] = $this->solve('D4q E4q F4q | G4q A4q B4q | D5h.', '3/4');
        $hook = $solution->candidates->at(3, 3)[0];
        $road = $solution->with($hook, 0);

        self::assertSame($road->starts[2], $road->starts[3]);
        self::assertSame(count($solution->strokes), count($road->starts));
    }

    /** Two measures of quarters and eighths in four, and a whole note. */
    private function phrase(int $seed): string
    {
        mt_srand($seed);
        $measures = [];
        for ($measure = 0; $measure < 2; $measure++) {
            $notes = [];
            for ($left = 8; $left > 0;) {
                $length = min($left, [1, 2, 2, 4, 4, 3][mt_rand(0, 5)]);
                $pitch = ['D4', 'E4', 'F4', 'G4', 'A4'][mt_rand(0, 4)];
                $notes[] = $pitch . [1 => 'e', 2 => 'q', 3 => 'q.', 4 => 'h'][$length] . (mt_rand(0, 6) === 0 ? '>' : '');
                $left -= $length;
            }
            $measures[] = implode(' ', $notes);
        }

        return implode(' | ', $measures) . ' | D4w';
    }

    /** @return array{BowingSolution, DirectionGoals, BowSettings} */
    private function solve(string $music, string $meter = '4/4'): array
    {
        $score = Passage::of($meter, $music)->at(100)->score();
        $part = $score->parts[0];
        $settings = new BowSettings(BowSchool::Downbeat);
        $book = MarkBook::empty();
        $tempo = TempoMap::of($score);
        $line = Line::allOf($score, $part)[0];
        $facts = new BowConstraints($part, $line, $book, Chair::outside());
        $use = new BowLengths($part, $line, $tempo, Dynamics::of($score, $part), $settings, PlayingWords::of($score, $part), $facts);
        $builder = new StrokeBuilder($score, $part, $line, SlurLinks::of($part, $line, $book), $facts, $use, $tempo, PlayingWords::of($score, $part));
        $strokes = $builder->build(UnrolledLine::of($line, $score->measures, Roadmap::of($score)));

        $landmarks = Landmarks::none();
        $solution = BowingSolution::of($score, $part, $line, $strokes, $facts, $settings, $landmarks);

        return [$solution, DirectionGoals::of($strokes, $facts, $settings, $landmarks), $settings];
    }
}
