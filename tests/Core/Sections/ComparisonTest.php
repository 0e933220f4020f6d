<?php

declare(strict_types=1);

namespace Tests\Core\Sections;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\TwoParts;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagPlace;
use UprightPencil\Review\Remedy;
use UprightPencil\Sections\Comparison;

final class ComparisonTest extends TestCase
{
    public function testTheLongestStretchesOfOneRhythmAreFoundWhateverThePitch(): void
    {
        $stretches = $this->compare('D4q E4q F4h | G4q A4q B4h | C5w', 'B4q A4q G4h | F4q E4q D4h | C4h C4h')->stretches();

        self::assertCount(1, $stretches);
        self::assertCount(6, $stretches[0]->pairs);
        self::assertSame([0, 1], [$stretches[0]->fromMeasure, $stretches[0]->toMeasure]);
        self::assertTrue($stretches[0]->agrees());
    }

    public function testAnotherLengthOrATieBreaksAStretch(): void
    {
        self::assertSame([], $this->compare('D4q E4q F4h | G4w', 'D4q E4q F4q rq | G4w')->stretches());
        self::assertSame([], $this->compare('D4q E4q F4h~ | F4w', 'D4q E4q F4h | F4w')->stretches());
    }

    public function testSlursThatDifferAreToldOnceForTheStretch(): void
    {
        $flags = $this->compare('(D4q E4q) (F4q G4q) | A4q G4q F4h', '(D4q E4q) F4q G4q | A4q G4q F4h')->flags();

        self::assertCount(1, $flags);
        self::assertSame('Violin I slurs what Violin II separates, m. 1.', $flags[0]->text);
    }

    public function testOppositeDirectionsComeWithMarksThatMakeThemAgree(): void
    {
        $music = ['D4q E4q F4h | G4q A4q B4q G4q | A4w', 'rw | D4q E4q F4q D4q | C4w'];
        $flag = $this->compare(...$music)->flags()[0];
        self::assertSame('Violin I and Violin II share a rhythm and bow it in opposite directions, mm. 2–3.', $flag->text);
        self::assertCount(2, $flag->ways);
        foreach ($flag->ways as $way) {
            self::assertSame([], $this->compare($music[0], $music[1], implode("\n", $way->lines))->flags(), $way->text);
        }
    }

    public function testEitherPartsSlursCanBeLaidOnTheOther(): void
    {
        $pairs = [
            ['(D4q E4q) (F4q G4q) | A4q G4q F4h', '(D4q E4q) F4q G4q | A4q G4q F4h'],
            ['(D4q E4q F4q G4q) | A4q G4q F4h', '(D4q E4q) (F4q G4q) | A4q G4q F4h'],
            ['D4q (E4q F4q) G4q | (A4q G4q) F4h', '(D4q E4q) F4q G4q | A4q (G4q F4h)'],
        ];
        foreach ($pairs as $music) {
            $flag = $this->compare(...$music)->flags()[0];
            self::assertCount(2, $flag->ways, $music[0]);
            foreach ($flag->ways as $way) {
                self::assertSame([], $this->compare($music[0], $music[1], implode("\n", $way->lines))->flags(), $way->text);
            }
        }
    }

    public function testAgreementRaisesNothing(): void
    {
        self::assertSame([], $this->compare('(D4q E4q) F4h | G4q A4q B4h', '(B4q A4q) G4h | F4q E4q D4h')->flags());
    }

    public function testTheSameLineIsFingeredAlikeInBothParts(): void
    {
        $line = 'D5q E5q F#5q A4q | B4q C#5q D5h';
        self::assertSame([], $this->compare($line, $line)->flags());
    }

    public function testTheSameLineInTwoHandsIsToldOnceWithBothWaysToAgree(): void
    {
        $line = 'D5q E5q F#5q A4q | B4q C#5q D5h';
        $marks = "part Violin I
1.2 4, on A";
        $flags = $this->compare($line, $line, $marks)->flags();

        self::assertCount(1, $flags);
        self::assertSame(
            'Violin I and Violin II play the same line and finger it in two ways, from m. 1 beat 2 on: 4 on A and 0 on E.',
            $flags[0]->text,
        );
        self::assertSame(
            ['Violin I as Violin II: the same fingers', 'Violin II as Violin I: the same fingers'],
            array_reverse(array_column($flags[0]->ways, 'text')),
        );
        foreach ($flags[0]->ways as $way) {
            $lines = implode("
", $way->lines);
            // A line of the same note and slot takes the place of the mark that stood there.
            $both = str_starts_with($lines, 'part Violin II') ? "{$marks}
{$lines}" : $lines;
            self::assertSame([], $this->compare($line, $line, $both)->flags(), $way->text);
        }
    }

    public function testAnotherLineMayBeFingeredAsItLikes(): void
    {
        $flags = $this->compare('D5q E5q F#5q A4q | B4q C#5q D5h', 'D4q E4q F#4q A4q | G4q A4q F#4h', "part Violin I
1.2 4, on A")->flags();

        self::assertSame([], $flags);
    }

    public function testPluckedNotesInOnePartDifferFromNothing(): void
    {
        $bowed = '(D4q E4q) F4h | G4h B4h | (C5q B4q) A4h';
        $half = '(D4q E4q) F4h | [pizz.] G4h B4h | [arco] (C5q B4q) A4h';
        foreach ([[$bowed, $half], [$half, $bowed]] as [$one, $other]) {
            $stretches = $this->compare($one, $other)->stretches();
            self::assertNotSame([], $stretches);
            foreach ($stretches as $stretch) {
                self::assertSame([[], []], [$stretch->slursDiffer, $stretch->directionsDiffer]);
            }
        }
    }

    public function testAQuarrelOfManyIsToldOnceWithOnePressForEachSide(): void
    {
        $march = 'D4q E4q F#4q G4q | A4h F#4h | G4q F#4q E4q D4q | D4w';
        $score = self::of(['Violin I' => $march, 'Violin II' => $march, 'Viola' => $march, 'Cello' => '[mark A] ' . $march]);
        $flags = $this->flagsOf($score, "part Cello\n1.1 up");

        self::assertSame(['Cello bows the other way than Violin I, Violin II and Viola, in the same rhythm, mm. 1–4.'], array_column($flags, 'text'));
        self::assertSame([0, 3], [$flags[0]->places[3]->measure, $flags[0]->places[3]->until], 'the whole stretch');
        self::assertSame(['Cello as Violin I, Violin II and Viola', 'Violin I, Violin II and Viola as Cello'], array_column($flags[0]->ways, 'text'));
        self::assertSame([], $this->flagsOf($score, implode("\n", $flags[0]->ways[0]->lines)));
        self::assertSame([], $this->flagsOf($score, "part Cello\n1.1 up\n" . implode("\n", $flags[0]->ways[1]->lines)));
    }

    public function testTheSameQuarrelAgainIsOneThingWithItsPlaces(): void
    {
        $slurs = '(D4q E4q) F#4h | G4h F#4h | D4w | (D4q E4q) F#4h | G4h F#4h';
        $flags = $this->compare($slurs, 'F#4q G4q A4h | B4h A4h | A4h F#4h | F#4q G4q A4h | B4h A4h')->flags();

        self::assertSame(['Violin I slurs what Violin II separates, m. 1. The same once more, at m. 4.'], array_column($flags, 'text'));
        self::assertSame([['P1', 0], ['P2', 0], ['P1', 3], ['P2', 3]], array_map(
            static fn (FlagPlace $place): array => [$place->partId, $place->measure],
            $flags[0]->places,
        ), 'both sections concerned, at each place');
        $all = implode("\n", $flags[0]->ways[0]->lines);
        self::assertStringEndsWith('at all 2 places', $flags[0]->ways[0]->text);
        self::assertSame([], $this->compare($slurs, 'F#4q G4q A4h | B4h A4h | A4h F#4h | F#4q G4q A4h | B4h A4h', $all)->flags());
    }

    public function testOnePressForAllPlacesReachesEverySectionItNames(): void
    {
        $slurs = '(D4q E4q) F#4h | G4h F#4h | D4w | (D4q E4q) F#4h | G4h F#4h';
        $plain = 'F#4q G4q A4h | B4h A4h | A4h F#4h | F#4q G4q A4h | B4h A4h';
        $score = self::of(['Violin I' => $slurs, 'Violin II' => $plain, 'Viola' => $plain]);
        $ways = array_values(array_filter(
            $this->flagsOf($score, '')[0]->ways,
            static fn (Remedy $way): bool => str_contains($way->text, 'at all'),
        ));

        self::assertSame([
            'Violin I as Violin II and Viola, at all 2 places',
            'Violin II and Viola as Violin I, at all 2 places',
        ], array_column($ways, 'text'));
        foreach ($ways as $way) {
            self::assertSame([], $this->flagsOf($score, implode("\n", $way->lines)), $way->text);
        }
    }

    public function testATuneAgainstItsAccompanimentIsNoQuarrel(): void
    {
        $tune = '(D4e E4e) (F4e G4e) (A4e G4e) (F4e E4e) | (D4e F4e) (A4e F4e) D4h';
        self::assertSame([], $this->compare($tune, 'A4e A4e A4e A4e A4e A4e A4e A4e | A4e A4e A4e A4e A4h')->flags());
        self::assertNotSame([], $this->compare($tune, 'F4e G4e A4e B4e C5e B4e A4e G4e | F4e A4e C5e A4e F4h')->flags());
    }

    /** @param array<string, string> $parts music by name */
    private static function of(array $parts): Score
    {
        $read = [];
        foreach ($parts as $name => $music) {
            $score = Passage::of('4/4', $music)->by($name)->inKey(2)->score();
            $part = $score->parts[0];
            $id = 'P' . (count($read) + 1);
            $notes = array_map(static fn (Note $note): Note => new Note(...[...get_object_vars($note), 'id' => str_replace('P1', $id, $note->id)]), $part->notes);
            $read[] = new Part(...[...get_object_vars($part), 'id' => $id, 'notes' => $notes]);
        }

        return $score->withParts(...$read);
    }

    /** @return list<Flag> */
    private function flagsOf(Score $score, string $lines): array
    {
        $reading = (new PencilLinesReader($score, $score->parts))->read($lines);
        $books = [];
        foreach ($score->parts as $part) {
            $books[$part->id] = MarkBook::of($reading->marks[$part->id] ?? [], $part);
        }

        return (new Comparison($score, (new Planner())->plan($score, $books)->parts))->flags();
    }

    private function compare(string $one, string $other, string $marks = ''): Comparison
    {
        $score = (new ScoreReader())->read(TwoParts::musicXml($one, $other));
        $reading = (new PencilLinesReader($score, $score->parts))->read($marks);
        self::assertSame([], $reading->errors);
        $books = [];
        foreach ($score->parts as $part) {
            $books[$part->id] = MarkBook::of($reading->marks[$part->id] ?? [], $part);
        }

        return new Comparison($score, (new Planner())->plan($score, $books)->parts);
    }
}
