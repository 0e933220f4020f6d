<?php

declare(strict_types=1);

namespace Tests\Core\Drills;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLine;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Settings\Profile;

/** Which lines a part is given, and that each of them is music. */
final class PracticeLinesTest extends TestCase
{
    public function testCleanMusicAsksForLittle(): void
    {
        $lines = self::of(Passage::of('4/4', 'D4q E4q F#4q G4q | A4h D4h | A4q G4q F#4q E4q | D4w')->inKey(2)->profile('second-year'));

        self::assertCount(1, $lines->chosen(), 'one line to begin with, and no more');
    }

    public function testAPartOfRestsGetsNone(): void
    {
        self::assertSame([], self::of(Passage::of('4/4', 'rw | rw'))->chosen());
    }

    public function testOneOfAKindAndSixAtMostInTheOrderOfAnHour(): void
    {
        foreach (['iron-footbridge', 'cobblers-holiday', 'paper-boats'] as $piece) {
            foreach (self::parts($piece) as $name => $lines) {
                $chosen = $lines->chosen();
                $kinds = array_map(static fn (LineProposal $one): string => $one->kind->value, $chosen);
                self::assertSame(array_values(array_unique($kinds)), $kinds, "{$piece} {$name}");
                self::assertLessThanOrEqual(6, count($kinds));
                self::assertGreaterThanOrEqual(1, count($kinds));
                self::assertSame($chosen, PracticeLines::inOrder($chosen));
            }
        }
    }

    public function testEveryLineOfTheDemoIsMusicThatCountsWithAFingerAtEveryNote(): void
    {
        $seen = [];
        foreach (['iron-footbridge', 'cobblers-holiday', 'paper-boats'] as $piece) {
            foreach (self::parts($piece) as $name => $lines) {
                foreach ($lines->all() as $proposal) {
                    $line = $lines->line($proposal);
                    $where = "{$piece} {$name} {$proposal->key()}";
                    $seen[$proposal->kind->value] = true;
                    self::assertTrue($line->music->isFingered(), $where);
                    self::assertNotSame([], $line->serves, $where);
                    self::assertNotSame('', $proposal->why, $where);
                    self::assertGreaterThan(0.0, $line->minutes(), $where);
                    foreach ($line->music->score->measures as $measure) {
                        self::assertLessThanOrEqual($measure->meter->length()->toFloat(), $measure->length->toFloat(), $where);
                    }
                    self::assertSame([], self::wrong($line), $where);
                    $again = (new ScoreReader())->fromDocument(Document::open($line->music->abc()));
                    self::assertSame(
                        array_map(static fn ($note): string => (string) $note->pitch, $line->music->score->parts[0]->notes),
                        array_map(static fn ($note): string => (string) $note->pitch, $again->parts[0]->notes),
                        "{$where} as ABC",
                    );
                }
            }
        }
        self::assertGreaterThanOrEqual(12, count($seen), implode(' ', array_keys($seen)));
    }

    public function testMinutesAreKept(): void
    {
        foreach (self::parts('iron-footbridge') as $name => $lines) {
            foreach ([0.5, 1.0, 2.0, 3.5, 6.0, 10.0] as $minutes) {
                $spent = array_sum(array_map(
                    static fn (LineProposal $one): float => PracticeLine::minutesOf($one->sketch),
                    $lines->chosen($minutes),
                ));
                self::assertLessThanOrEqual($minutes, $spent, $name);
            }
        }
    }

    public function testTheSamePartGivesTheSameLines(): void
    {
        $keys = static fn (PracticeLines $lines): array => array_map(static fn (LineProposal $one): string => $one->key(), $lines->all());
        foreach (self::parts('cobblers-holiday') as $name => $lines) {
            self::assertSame($keys($lines), $keys(self::parts('cobblers-holiday')[$name]));
        }
    }

    public function testALineIsFoundAgainByItsKeyAndForAMeasure(): void
    {
        $lines = self::parts('iron-footbridge')['Violin I'];
        foreach ($lines->chosen() as $proposal) {
            self::assertSame($proposal->note, $lines->byKey($proposal->key())?->note);
        }
        $shift = $lines->at(LineKind::Shift, 24);
        self::assertNotNull($shift);
        self::assertSame(['26-27'], array_slice($lines->serves($shift), 0, 1), 'the nearest shift to m. 25');
        $open = $lines->at(LineKind::OpenStrings, 9);
        self::assertSame(['10'], $open === null ? [] : $lines->serves($open), 'the bow of any measure');
        self::assertSame(['10'], $lines->serves($lines->byKey($open?->key() ?? '') ?? self::fail('it is found again')));
        self::assertNull($lines->byKey('shift@nothing'));
        self::assertNull($lines->byKey('what'));
    }

    /** @return list<string> flags of a line that a teacher would have to mend */
    private static function wrong(PracticeLine $line): array
    {
        $wrong = [];
        foreach ($line->music->plan->flags as $flag) {
            if (in_array($flag->code->value, ['marks-contradict', 'does-not-add-up', 'out-of-range'], true)) {
                $wrong[] = $flag->text;
            }
        }

        return $wrong;
    }

    private static function of(Passage $passage): PracticeLines
    {
        return new PracticeLines(PracticePart::of($passage->score(), $passage->plan(), $passage->options()));
    }

    /** @return array<string, PracticeLines> by the name of the part */
    private static function parts(string $piece): array
    {
        $score = (new ScoreReader())->read((string) file_get_contents(dirname(__DIR__, 3) . "/demo/scores/{$piece}.musicxml"));
        $options = new PlanOptions($piece === 'iron-footbridge' ? Profile::ThirdPosition : Profile::SecondYear);
        $lines = [];
        foreach ($score->parts as $part) {
            $plan = (new Planner($options, false))->part($score, $part, MarkBook::empty());
            $lines[$part->name] = new PracticeLines(PracticePart::of($score, $plan, $options));
        }

        return $lines;
    }
}
