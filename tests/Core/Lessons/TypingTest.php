<?php

declare(strict_types=1);

namespace Tests\Core\Lessons;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Lessons\FingerLine;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\PaperPassage;
use UprightPencil\Lessons\PaperScore;
use UprightPencil\Lessons\PointingBoard;
use UprightPencil\Lessons\TypedKind;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Lessons\WeekSheet;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;
use UprightPencil\Settings\Profile;

/** The other ways to notes: fingers, places on the fingerboard, passages from paper, a rhythm alone. */
final class TypingTest extends TestCase
{
    /** @return iterable<string, array{Instrument, int, string, string}> instrument, sharps, what is typed, ABC of a 4/4 */
    public static function fingerLines(): iterable
    {
        yield 'the key makes the second fingers high' => [Instrument::Violin, 2, 'D 0 1 2 3 A 0 . 1 -', 'D E F G | A2 B z |'];
        yield 'without sharps they are low, and the first on E too' => [Instrument::Violin, 0, 'A 0 1 2 3 E 0 1', 'A B c d | e f'];
        yield 'a finger may be said to be otherwise' => [Instrument::Violin, 2, 'A 0 low 2 high 3 0', 'A =c ^d A |'];
        yield 'what is held over a barline is tied' => [Instrument::Viola, 1, 'G 0 1 2 3 . . .', 'G, A, B, C- | C3'];
        yield 'a cello’s fingers stand a half step apart' => [Instrument::Cello, 2, 'D 0 1 3 4 A 0 1 3 4', 'D, E, F, G, | A, B, C D |'];
        yield 'in flats the cello plays 2' => [Instrument::Cello, -1, 'D 0 1 2 4', 'D, E, F, G, |'];
        yield 'a bass plays 1 2 4' => [Instrument::Bass, 1, 'A 0 1 2 4', 'A,, B,, =C, ^C, |'];
        yield 'barlines that are typed stand' => [Instrument::Violin, 2, 'D 0 1 | 2 3 | 0', 'D E | F G | D'];
        yield 'rests are held too' => [Instrument::Violin, 2, 'D 0 - . 1', 'D z2 E |'];
        yield 'nothing typed' => [Instrument::Violin, 2, '', ''];
    }

    #[DataProvider('fingerLines')]
    public function testFingersBecomeNotes(Instrument $instrument, int $fifths, string $line, string $abc): void
    {
        [$found, $problems] = FingerLine::read($line, $instrument, $fifths, 4);

        // The key of G has no C natural of its own in one of them: what is in the key bears no sign.
        self::assertSame([str_replace($fifths === 1 ? '=C' : "\0", 'C', $abc), []], [$found, $problems]);
    }

    public function testWhatIsNoFingerIsToldWithItsColumn(): void
    {
        [, $problems] = FingerLine::read('0 D 5 . A 0 ♯', Instrument::Violin, 0, 4);

        self::assertSame([1, 5, 7, 13], array_map(static fn (AbcProblem $problem): int => $problem->column, $problems));
        self::assertStringContainsString('a string comes before its fingers', $problems[0]->text);
        self::assertStringContainsString('neither a string (G, D, A, E)', $problems[1]->text);
        self::assertStringContainsString('a dot holds the note before it', $problems[2]->text);
    }

    public function testAPickupIsCounted(): void
    {
        self::assertSame('A | D E F G | A', FingerLine::read('A 0 D 0 1 2 3 A 0', Instrument::Violin, 2, 4, 1)[0]);
    }

    /** What is pointed at is what the player's finger does there: every place, every key, every instrument. */
    public function testThePlacesOfTheFingerboardAreTheirNotes(): void
    {
        $places = 0;
        foreach ([Instrument::Violin, Instrument::Viola, Instrument::Cello, Instrument::Bass] as $instrument) {
            foreach (range(-5, 5) as $fifths) {
                $key = ['Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B'][$fifths + 5];
                foreach (PointingBoard::of($instrument, $fifths, Profile::SecondYear, BassHand::OneTwoFour) as $string) {
                    $strings = Strings::of($instrument);
                    $open = $strings->semitones[$strings->named($string['name'])];
                    self::assertSame('0', $string['places'][0]['finger']);
                    foreach ($string['places'] as $place) {
                        foreach (['abc', 'signed'] as $way) {
                            $reading = (new AbcReader())->read("K:{$key}\n{$place[$way]}\n");
                            $pitch = (new ScoreReader())->read($reading->musicXml)->parts[0]->notes[0]->pitch;
                            self::assertSame($open + (int) round(-12 * log(1 - $place['at'], 2)), $pitch?->semitone(), "{$key} {$string['name']} {$place['finger']}");
                            $places++;
                        }
                        self::assertSame($place['inKey'], !preg_match('~[\^_=]~', $place['abc']));
                    }
                }
            }
        }
        self::assertGreaterThan(2000, $places);
    }

    public function testPassagesFromPaperStandAtTheirPrintedNumbers(): void
    {
        $score = $this->paper(
            new PaperPassage('Violin I', 60, "M:3/4\nL:1/4\nK:G\nG A B | c3 |"),
            new PaperPassage('Violin I', 52, "M:3/4\nL:1/4\nK:G\nD | G2 B | d3 |"),
            new PaperPassage('Cello', 53, "M:3/4\nL:1/4\nK:G clef=bass\nG,3 | D,3 |"),
        );
        $numbers = array_map(static fn (Measure $measure): string => $measure->number, $score->measures);

        self::assertSame(array_map(strval(...), range(51, 61)), $numbers, 'the pickup belongs to the measure before');
        self::assertSame(['51', '52', '53', '60', '61'], $this->playedIn($score, $score->parts[0]));
        self::assertSame(['53', '54'], $this->playedIn($score, $score->parts[1]));
        self::assertSame('start', (new Planner())->plan($score)->parts[0]->bow->at($score->parts[0]->notes[4]->id)?->connection->value, 'after what is not typed the bow begins afresh');
        self::assertSame([], array_filter((new Planner())->plan($score)->flags, static fn (Flag $flag): bool => $flag->code->value === 'does-not-add-up'));
    }

    public function testALaterPassageThatBeginsInsideAMeasureIsFilledUp(): void
    {
        $score = $this->paper(
            new PaperPassage('Viola', 10, "M:4/4\nL:1/4\nK:C clef=alto\nC D E F |"),
            new PaperPassage('Viola', 20, "M:4/4\nL:1/4\nK:C clef=alto\nG | c4 |"),
        );
        $part = $score->parts[0];

        self::assertSame(['10', '19', '20'], $this->playedIn($score, $part));
        self::assertSame('3', (string) $part->notes[4]->offset);
    }

    public function testPassagesThatDoNotFitAreTold(): void
    {
        foreach (
            [
            'typed twice' => [new PaperPassage('Bass', 5, "M:4/4\nL:1/4\nK:C\nC4 | D4 |"), new PaperPassage('Bass', 6, "M:4/4\nL:1/4\nK:C\nC4 |")],
            'more than 600 measures' => [new PaperPassage('Bass', 5, "M:4/4\nL:1/4\nK:C\nC4 |"), new PaperPassage('Bass', 1900, "M:4/4\nL:1/4\nK:C\nC4 |")],
            'has no notes yet' => [new PaperPassage('Bass', 5, "M:4/4\nK:C\n")],
            ] as $said => $passages
        ) {
            try {
                PaperScore::of('A piece', $passages);
                self::fail($said);
            } catch (UprightPencilException $told) {
                self::assertStringContainsString($said, $told->getMessage());
            }
        }
    }

    public function testARhythmAloneHasBowsAndNoFingers(): void
    {
        $typed = TypedPiece::from(['kind' => 'rhythm', 'abc' => "X:1\nT:Marching\nM:4/4\nL:1/4\nK:C\nB B B2 | B/B/ B .(B B) |\n"]);
        $xml = $typed->score(new OctaveRule(Profile::FirstYear))->musicXml;
        $score = (new ScoreReader())->read($xml);
        $plan = (new Planner())->plan($score)->parts[0];

        self::assertSame('rhythm', TypedPiece::from(['kind' => 'lesson', 'abc' => "M:4/4\nK:none clef=perc\nB |]\n"])->toArray()['kind'], 'whatever it is called');
        self::assertSame('Everybody', $score->parts[0]->name);
        self::assertStringContainsString('<staff-lines>1</staff-lines>', $xml);
        self::assertSame('dudududd', implode('', array_map(static fn (Note $note): string => substr((string) $plan->bow->at($note->id)?->direction->value, 0, 1), $score->parts[0]->notes)));
        self::assertSame([], $plan->fingers->notes);
        $abc = (new AbcWriter())->write(Document::open($xml));
        self::assertStringContainsString('clef=perc', $abc);
        self::assertCount(8, (new ScoreReader())->fromDocument(Document::open($abc))->parts[0]->notes);
    }

    public function testLessonsOfAWeekFollowEachOtherUnderTheirTitles(): void
    {
        $lesson = fn (string $title, string $abc): array => [
            'title' => $title,
            'musicXml' => TypedPiece::from(['kind' => 'lesson', 'sections' => ['violin'], 'abc' => $abc])->score(new OctaveRule(Profile::FirstYear))->musicXml,
        ];
        $xml = WeekSheet::of([
            $lesson('1 · One', "M:4/4\nL:1/4\nK:D\nA | D E F G | A3 |]\n"),
            $lesson('2 · Two & more', "M:3/4\nL:1/4\nK:G\n|: G A B :|\n"),
        ], 'Violin');
        $score = (new ScoreReader())->read($xml);

        self::assertSame(['A4', 'D4', 'E4', 'F#4', 'G4', 'A4', 'G4', 'A4', 'B4'], array_map(static fn (Note $note): string => (string) $note->pitch, $score->parts[0]->notes));
        self::assertSame([2, 2, 2, 1], array_map(static fn (Measure $measure): int => $measure->keyFifths, $score->measures));
        self::assertSame(1, substr_count($xml, '<print new-system="yes"/>'));
        self::assertStringContainsString('2 · Two &amp; more', $xml);
    }

    public function testWhatIsKeptComesBack(): void
    {
        $told = [
            'kind' => 'lesson', 'abc' => 'K:D', 'reader' => 'viola', 'sections' => ['viola', 'cello'],
            'choices' => ['viola' => ['octaves' => -1, 'found' => 'phrase']], 'part' => 'Viola', 'first' => 52,
            'others' => [['part' => 'Viola', 'first' => 10, 'abc' => 'K:C']],
        ];

        self::assertSame($told, TypedPiece::from($told)->toArray());
        $odd = TypedPiece::from(['kind' => 7, 'sections' => ['kazoo'], 'choices' => ['kazoo' => 1], 'first' => -3, 'others' => 'none'])->toArray();
        self::assertSame(['lesson', 1, 5], [$odd['kind'], $odd['first'], count($odd['sections'])]);
    }

    private function paper(PaperPassage ...$passages): Score
    {
        return (new ScoreReader())->read(PaperScore::of('A piece', array_values($passages)));
    }

    /** @return list<string> */
    private function playedIn(Score $score, Part $part): array
    {
        return array_values(array_unique(array_map(static fn (Note $note): string => $score->measures[$note->measure]->number, $part->notes)));
    }

    /** Where a note of a passage was typed is told by its own line, the number of its measure or not. */
    public function testANoteOfAPassageIsFoundInItsText(): void
    {
        $abc = "X:1\nM:4/4\nL:1/4\nK:D\nD E F G |\nA4 |\n";
        $passage = new TypedPiece(TypedKind::Passage, $abc, firstMeasure: 52);
        $typed = $passage->score(new OctaveRule(Profile::SecondYear, BassHand::OneTwoFour));

        self::assertSame([[5, 1, 2], [5, 3, 4], [5, 5, 6], [5, 7, 8], [6, 1, 3]], $typed->places[0]);
        self::assertStringContainsString('<measure number="53">', $typed->musicXml);
        $wrong = new TypedPiece(TypedKind::Passage, "X:1\nM:4/4\nL:1/4\nK:D\nD E [F G |\n", firstMeasure: 52);
        self::assertSame(5, $wrong->score(new OctaveRule(Profile::SecondYear, BassHand::OneTwoFour))->problems[0]->line);
    }
}
