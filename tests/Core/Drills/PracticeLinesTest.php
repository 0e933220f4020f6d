<?php

declare(strict_types=1);

namespace Tests\Core\Drills;

use PHPUnit\Framework\Attributes\DataProvider;
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

    /** @return iterable<string, array{string, Profile, list<string>, list<string>}> tune, class, kinds it asks for, kinds it does not */
    public static function wholePieces(): iterable
    {
        $head = static fn (string $meter, string $unit, string $tempo, string $key, string $voice): string
            => "X:1\nT:Made up\nM:{$meter}\nL:{$unit}\nQ:{$tempo}\nK:{$key}\nV:1 {$voice}\n";
        yield 'a jig in A minor: runs beat by beat, a chromatic turn, one finger at two places; nothing for the bow where it is plucked' => [
            $head('6/8', '1/8', '3/8=84', 'Am', 'name="Violin" clef=treble')
            . 'E | (Ace) (aec) | (fed) c2 B | (Ace) (aec) | (dcB) A2 e | (gec) (gec) | (fdB) (fdB) | e>fe d>ed | c3- c2 z | '
            . 'A/B/c/d/e/f/ g/f/e/d/c/B/ | A/B/c/d/e/f/ e3 | a/g/f/e/d/c/ B/A/^G/A/B/c/ | A3 z2 E | "pizz."A2 z c2 z | e2 z c2 z | '
            . '"arco"a^g=g ^fgf | e^de =d^cd | =c3 B3 | A>Bc d>ef | [Ee]3 [Ae]3 | a6 |]',
            Profile::ThirdPosition,
            ['unit', 'chromatic', 'low-and-regular'],
            ['shift', 'one-place', 'last-ending', 'rhythm', 'set-and-lift'],
        ];
        yield 'a round for cellos: eight notes in a bow, half steps, into the last ending, the scale' => [
            $head('4/4', '1/4', '1/4=96', 'F', 'name="Cello" clef=bass')
            . '|: F,, G,, A,, B,, | C,2 F,,2 | z2 C, C, | D, C, B,, A,, |1 G,,4 :|2 F,,3 z || .(C,/ C,/) .(D,/D,/) C, z | F,, z F,, z | '
            . 'B,,3/2 A,,/ G,, F,, | (F,,/G,,/A,,/B,,/ C,/D,/E,/F,/) | E, _E, D, _D, | C,4 | F,,4 |]',
            Profile::SecondYear,
            ['scale', 'chromatic', 'slur', 'last-ending'],
            ['shift', 'unit', 'crossing', 'one-place'],
        ];
        yield 'a hymn in whole and half notes asks for next to nothing' => [
            $head('4/4', '1/4', '1/4=72', 'D', 'name="Viola" clef=alto')
            . 'D,2 E,2 | F,2 D,2 | A,4 | G,2 F,2 | E,2 D,2 | E,2 F,2 | D,4 | D,4 |]',
            Profile::SecondYear,
            [],
            ['shift', 'slur', 'unit', 'crossing', 'chromatic', 'rhythm', 'open-strings', 'set-and-lift'],
        ];
        yield 'a march with rests: the bow is set, and nothing shifts' => [
            $head('4/4', '1/4', '1/4=120', 'G', 'name="Violin" clef=treble')
            . 'uG z uG z | B A G2 | ud z ud z | e d c2 | B z uB z | A/A/A/A/ A2 | D E F A | G4 |]',
            Profile::SecondYear,
            ['set-and-lift'],
            ['shift', 'slur', 'unit', 'chromatic', 'last-ending'],
        ];
    }

    /**
     * @param list<string> $asks
     * @param list<string> $not
     */
    #[DataProvider('wholePieces')]
    public function testWholePiecesAskForWhatATeacherWouldHavePlayed(string $abc, Profile $profile, array $asks, array $not): void
    {
        $score = (new ScoreReader())->fromDocument(Document::open($abc));
        $options = new PlanOptions($profile);
        $plan = (new Planner($options, false))->part($score, $score->parts[0], MarkBook::empty());
        $lines = new PracticeLines(PracticePart::of($score, $plan, $options));
        $kinds = array_map(static fn (LineProposal $one): string => $one->kind->value, $lines->chosen());

        self::assertSame([], array_diff($asks, $kinds), implode(' ', $kinds));
        self::assertSame([], array_intersect($not, $kinds), implode(' ', $kinds));
        foreach ($lines->chosen() as $proposal) {
            self::assertTrue($lines->line($proposal)->music->isFingered(), $proposal->kind->value);
        }
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
