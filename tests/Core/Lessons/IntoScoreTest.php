<?php

declare(strict_types=1);

namespace Tests\Core\Lessons;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\MusicXmlSchema;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use Tests\Support\TwoParts;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Lessons\IntoScore;
use UprightPencil\Lessons\LessonSection;
use UprightPencil\Lessons\RestingPart;
use UprightPencil\Lessons\ScoreStretch;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;

/** A few measures of any score are taken up as text, typed otherwise, and put where they belong. */
final class IntoScoreTest extends TestCase
{
    private const TUNE = 'D4q E4q F4q G4q | (A4q B4q) A4h | G4q F4q E4q D4q | E4h D4h | D4w';
    private const PARTS = ['Violin I', 'Viola', 'Cello', 'Bass'];

    public function testMeasuresAreTakenUpAsSomebodyWouldTypeThem(): void
    {
        $stretch = ScoreStretch::of(Passage::of('4/4', self::TUNE)->inKey(2)->musicXml(), 'P1', 1, 2);

        self::assertSame([1, 2, 2], [$stretch->from, $stretch->to, $stretch->firstMeasure]);
        self::assertSame("X:1\nT:Passage\nM:4/4\nL:1/8\nQ:1/4=100\nK:D\n(A2 B2) A4 | G2 =F2 E2 D2 |\n", $stretch->abc);
    }

    public function testItSaysItsClef(): void
    {
        $stretch = ScoreStretch::of(Passage::of('4/4', 'C3q D3q E3q F3q | G3w')->by('Cello')->musicXml(), 'P1', 0, 1);

        self::assertStringContainsString("K:C clef=bass\nC,2 D,2 E,2 F,2 | G,8 |\n", $stretch->abc);
    }

    public function testWhatReachesOverTheEdgeIsTakenWhole(): void
    {
        $xml = Passage::of('4/4', 'D4w | (E4h F4h | G4h) A4h~ | A4h B4h | D4w')->musicXml();
        $stretch = ScoreStretch::of($xml, 'P1', 2, 2);

        self::assertSame([1, 3], [$stretch->from, $stretch->to], 'the slur from before and the tie into what follows');
        self::assertStringContainsString('(E4 F4 | G4) A4- | A4 B4 |', $stretch->abc);
    }

    /** What is not typed otherwise is not touched: no sign, no id, no blank of the file. */
    #[DataProvider('tunes')]
    public function testWhatIsPutBackUnchangedChangesNothing(Passage $tune): void
    {
        $xml = $tune->musicXml();
        $count = count((new ScoreReader())->read($xml)->measures);
        foreach ([[0, $count - 1], [1, 2], [$count - 1, $count - 1], [intdiv($count, 2), intdiv($count, 2) + 1]] as [$from, $to]) {
            $stretch = ScoreStretch::of($xml, 'P1', $from, $to);
            [$written, $changed] = IntoScore::put($xml, 'P1', $stretch->firstMeasure, $stretch->abc);

            self::assertSame([], $changed, $stretch->abc);
            self::assertSame(self::noteIds($xml), self::noteIds($written));
            self::assertXmlStringEqualsXmlString(Document::open($xml)->toString(), $written);
        }
    }

    /** @return iterable<string, array{Passage}> */
    public static function tunes(): iterable
    {
        for ($seed = 0; $seed < 32; $seed++) {
            $part = self::PARTS[$seed % 4];
            yield "tune {$seed}" => [Tunes::make($seed, $part)->by($part)];
        }
        yield 'pickup' => [Passage::of('4/4', 'A4q | (D5e E5e) F5q G5h | A5w | G5h. rq')->withPickup()];
        yield 'endings' => [Passage::of('4/4', 'D4w | [repeat] D4q E4q F4h | [1] F4h E4q rq [back] | [2] F4h D4q G4q | A4w')];
        yield 'graces, chords and dots' => [Passage::of('4/4', "g:E4e D4h (E4+G4q F4q) | F4w | D4q' E4q' F4q' G4q' | D4w")];
        yield 'dynamics' => [Passage::of('4/4', '[p] D4q E4q F4h | [pizz.] G4q A4q B4q G4q | [arco] [f] A4q G4q F4h | D4w')];
    }

    /** Whole scores of five parts, with all that stands in them. */
    #[DataProvider('scores')]
    public function testAnyMeasuresOfAScoreGoBackAsTheyCame(string $file): void
    {
        $xml = (string) file_get_contents($file);
        $same = Document::open($xml)->toString();
        $score = (new ScoreReader())->read($xml);
        $last = count($score->measures) - 1;
        foreach ($score->parts as $at => $part) {
            for ($from = 3 * $at; $from <= $last; $from += 17) {
                $stretch = ScoreStretch::of($xml, $part->id, $from, min($last, $from + 3));
                [$written, $changed] = IntoScore::put($xml, $part->id, $stretch->firstMeasure, $stretch->abc);

                self::assertSame([], $changed, "{$part->name}, measure {$from}: {$stretch->abc}");
                self::assertSame($same, $written);
            }
        }
    }

    /** @return iterable<string, array{string}> */
    public static function scores(): iterable
    {
        foreach (glob(__DIR__ . '/../../../demo/scores/*.musicxml') ?: [] as $file) {
            yield basename($file) => [$file];
        }
    }

    /** Another octave for four measures: everybody else's notes, and the part's own signs around them, are where they were. */
    #[DataProvider('scores')]
    public function testSomeMeasuresAnOctaveHigherLeaveTheRestAlone(string $file): void
    {
        $xml = (string) file_get_contents($file);
        $before = (new ScoreReader())->read($xml);
        $part = $before->parts[count($before->parts) - 1];
        $from = intdiv(count($before->measures), 2);
        $stretch = ScoreStretch::of($xml, $part->id, $from, min(count($before->measures) - 1, $from + 3));
        $higher = (string) preg_replace('~([A-G]),(?!,)(?=[^\n]*$)~m', '$1', $stretch->abc);
        if ($higher === $stretch->abc) {
            $higher = (string) preg_replace('~(?<=[ |(])([A-G])(?=[\d/ |)])~', '$1,', $stretch->abc);
        }
        self::assertNotSame($stretch->abc, $higher);
        [$written, $changed] = IntoScore::put($xml, $part->id, $stretch->firstMeasure, $higher);
        $after = (new ScoreReader())->read($written);

        self::assertNotSame([], $changed);
        self::assertSame([], MusicXmlSchema::complaints($written));
        self::assertEquals($before->measures, $after->measures);
        self::assertSame([], $after->disagreements);
        $touched = array_fill_keys($changed, true);
        foreach ($before->parts as $index => $one) {
            $rest = static fn (Part $of): array => array_values(array_map(
                static fn (Note $note): string => "{$note->measure} {$note->offset} {$note->duration} {$note->pitch}",
                array_filter($of->notes, static fn (Note $note): bool => $of->id !== $part->id || !isset($touched[$before->measures[$note->measure]->number])),
            ));
            self::assertSame($rest($one), $rest($after->parts[$index]), $one->name);
        }
    }

    public function testAWrongNoteIsCorrectedInItsMeasureAlone(): void
    {
        $xml = Passage::of('4/4', self::TUNE)->musicXml();
        $stretch = ScoreStretch::of($xml, 'P1', 1, 3);
        [$written, $changed] = IntoScore::put($xml, 'P1', $stretch->firstMeasure, str_replace('G2 F2 E2 D2', 'G2 F2 G2 D2', $stretch->abc));

        self::assertSame(['3'], $changed);
        self::assertSame('D4 E4 F4 G4 | A4 B4 A4 | G4 F4 G4 D4 | E4 D4 | D4', self::music($written));
        self::assertSame([], MusicXmlSchema::complaints($written));
        self::assertSame(self::measure($xml, 4), self::measure($written, 4), 'the other measures are as they were');
    }

    /** Lengths of other kinds come in and the measures after them still count. */
    public function testLengthsThatTheScoreDidNotCountIn(): void
    {
        $xml = Passage::of('4/4', self::TUNE)->musicXml();
        [$written] = IntoScore::put($xml, 'P1', 2, "X:1\nM:4/4\nL:1/4\nK:C\n(3A/B/c/ d/>c/ B2 | {c}B4 |]\n");
        $score = (new ScoreReader())->read($written);

        self::assertSame('D4 E4 F4 G4 | A4 B4 C5 D5 C5 B4 | C5 B4 | E4 D4 | D4', self::music($written));
        self::assertSame([], $score->disagreements);
        self::assertSame(['4', '4', '4', '4', '4'], array_map(static fn ($measure): string => (string) $measure->length, $score->measures));
        self::assertSame('2', (string) $score->parts[0]->notes[count($score->parts[0]->notes) - 2]->duration);
        self::assertSame([], MusicXmlSchema::complaints($written));
    }

    public function testWhatALineDoesNotSayStaysAsItIs(): void
    {
        $xml = str_replace(
            '<measure number="3">',
            '<measure number="3"><print new-system="yes"/><direction><direction-type><rehearsal>B</rehearsal></direction-type></direction>'
                . '<direction><direction-type><words>Slower</words></direction-type><sound tempo="60"/></direction>',
            Passage::of('4/4', '[p] D4q E4q F4h | [repeat] A4w | G4q F4q E4q D4q [back] | D4w')->musicXml(),
        );
        [$written, $changed] = IntoScore::put($xml, 'P1', 3, "X:1\nM:4/4\nL:1/4\nQ:1/4=140\nK:C\n!f!G2 \"^broad\"E2 |\n");
        $score = (new ScoreReader())->read($written);

        self::assertSame(['3'], $changed);
        self::assertSame('B', $score->measures[2]->rehearsal);
        self::assertSame(2, $score->measures[2]->repeatBack);
        self::assertStringContainsString('<print new-system="yes"/>', $written);
        self::assertStringContainsString('<words>Slower</words>', $written);
        self::assertStringNotContainsString('140', $written, 'the tempo is the score’s');
        self::assertStringContainsString('broad', $written);
        self::assertSame([], MusicXmlSchema::complaints($written));
    }

    /** Slurs and ties that lost their other end are not left hanging. */
    public function testWhatReachedIntoTheMeasureIsLetGo(): void
    {
        $xml = Passage::of('4/4', 'D4w | (E4h F4h | G4h) A4h~ | A4h B4h | (D4h E4h) | D4w')->musicXml();
        [$written, $changed] = IntoScore::put($xml, 'P1', 3, "X:1\nM:4/4\nL:1/4\nK:C\nc4 |\n");
        $part = (new ScoreReader())->read($written)->parts[0];

        self::assertSame(['3'], $changed);
        self::assertCount(1, $part->slurs, 'the one that has nothing to do with it');
        self::assertSame([], array_filter($part->notes, static fn (Note $note): bool => $note->tieStart || $note->tieStop));
    }

    public function testATypedSlurBetweenAChangedMeasureAndOneThatStays(): void
    {
        $xml = Passage::of('4/4', 'D4w | (E4h F4h | G4h) A4h | D4w')->musicXml();
        $stretch = ScoreStretch::of($xml, 'P1', 1, 2);
        [$written, $changed] = IntoScore::put($xml, 'P1', $stretch->firstMeasure, str_replace('E4 F4', 'E4 G4', $stretch->abc));
        $part = (new ScoreReader())->read($written)->parts[0];

        self::assertSame(['2', '3'], $changed);
        self::assertSame([[1, 3]], array_map(static fn ($slur): array => [$slur->from, $slur->to], $part->slurs));
    }

    public function testAPartOnPaperBeginsAsRestsInTheScore(): void
    {
        $xml = Passage::of('4/4', 'A4q | [repeat] D4q E4q F4h | [1] F4h E4q rq [back] | [2] F4h D4q G4q | A4h.')->withPickup()->inKey(1)->musicXml();
        $with = RestingPart::addedTo($xml, 'P9', 'Violin III', LessonSection::Violins);
        $score = (new ScoreReader())->read($with);

        self::assertSame(['P1', 'P9'], array_map(static fn (Part $part): string => $part->id, $score->parts));
        self::assertSame([], $score->disagreements, 'every measure is as long as the others’');
        self::assertSame([], $score->parts[1]->notes);
        self::assertSame([], MusicXmlSchema::complaints($with));

        [$typed, $changed] = IntoScore::put($with, 'P9', 1, "X:1\nM:4/4\nL:1/4\nK:G\nD | B,2 D2 |\n");
        $score = (new ScoreReader())->read($typed);
        self::assertSame(['0', '1'], $changed);
        self::assertSame('D4 | B3 D4', self::music($typed, 1));
        self::assertSame([], MusicXmlSchema::complaints($typed));
        self::assertTrue($score->measures[1]->repeatForward, 'the repeats are the score’s');
    }

    public function testABassPartIsWrittenAsBassesReadIt(): void
    {
        $with = RestingPart::addedTo(Passage::of('3/4', 'D4h. | E4h.')->musicXml(), 'B', 'Bass', LessonSection::Basses);
        [$typed] = IntoScore::put($with, 'B', 1, "X:1\nM:3/4\nL:1/4\nK:C clef=bass\nG,,3 | A,,3 |\n");

        self::assertStringContainsString('<octave-change>-1</octave-change>', $typed);
        self::assertSame('G2 | A2', self::music($typed, 1));
    }

    public function testAPassageThatBeginsInsideAMeasureOfRest(): void
    {
        $xml = Passage::of('4/4', 'D4w | rw | D4w | D4w')->musicXml();
        [$typed, $changed] = IntoScore::put($xml, 'P1', 3, "X:1\nM:4/4\nL:1/4\nK:C\nA | B4 |\n");

        self::assertSame(['2', '3'], $changed);
        self::assertSame('D4 | A4 | B4 | D4', self::music($typed));
        self::assertSame('3', (string) (new ScoreReader())->read($typed)->parts[0]->notes[1]->offset, 'on the last beat');
    }

    #[DataProvider('refused')]
    public function testWhatDoesNotFitIsASentence(string $sentence, int $first, string $line, string $head = "M:4/4\nL:1/4\nK:C\n"): void
    {
        $xml = Passage::of('4/4', 'D4q E4q F4q G4q | A4q B4q A4h | [repeat] G4w [back] | D5h E5h // D4w | D4w')->musicXml();
        $this->expectException(UnreadableScore::class);
        $this->expectExceptionMessage($sentence);

        IntoScore::put($xml, 'P1', $first, "X:1\n{$head}{$line}\n");
    }

    /** @return iterable<string, array{0: string, 1: int, 2: string, 3?: string}> */
    public static function refused(): iterable
    {
        yield 'nothing' => ['There are no notes yet.', 1, '% nothing'];
        yield 'beyond the end' => ['The score has no measure 9: it goes from 1 to 5.', 9, 'D4 |'];
        yield 'over the end' => ['The score ends with measure 5; what is typed goes on for 2 measures more.', 5, 'D4 | E4 | F4 |'];
        yield 'another key' => [
            'M. 1 has no sharps or flats in this part; what is typed says 2 sharps. Choose the same key.', 1, 'D4 |', "M:4/4\nL:1/4\nK:D\n",
        ];
        yield 'too few beats' => ['M. 2 has 4 beats in the score; typed are 3. Finish it first.', 2, 'D3', "M:none\nL:1/4\nK:C\n"];
        yield 'too many beats' => ['M. 2 has 4 beats in the score; typed are 5. Correct it first.', 2, 'D5 | E4 |'];
        yield 'a pickup that is none' => ['The score has no pickup.', 1, 'A | D4 |'];
        yield 'a pickup over notes' => ['M. 1 has 4 beats in the score; typed are 1.', 2, 'A | D4 |'];
        yield 'a repeat of its own' => ['M. 2 has no such repeat or ending in the score', 2, 'D4 :|'];
        yield 'an ending of its own' => ['M. 2 has no such repeat or ending in the score', 2, '[1 D4 |]'];
        yield 'two lines there' => ['M. 4 has two lines in this part, and one line is typed at a time.', 4, 'D4 |'];
        yield 'two lines typed' => ['A part has one line: type one voice.', 1, "V:1\nD4 |\nV:2\nE4 |"];
        yield 'a rhythm' => ['A rhythm alone has no place in a part', 1, 'B4 |', "M:4/4\nL:1/4\nK:C clef=perc\n"];
    }

    public function testAPartThatIsGone(): void
    {
        $this->expectExceptionMessage('This part is not in the score any more.');

        IntoScore::put(Passage::of('4/4', 'D4w')->musicXml(), 'P7', 1, "X:1\nM:4/4\nL:1/4\nK:C\nD4 |\n");
    }

    public function testAMeasureIsTakenOut(): void
    {
        [$written, $changed] = IntoScore::put(Passage::of('4/4', self::TUNE)->musicXml(), 'P1', 3, "X:1\nM:4/4\nL:1/4\nK:C\nz4 |\n");

        self::assertSame(['3'], $changed);
        self::assertSame('D4 E4 F4 G4 | A4 B4 A4 | E4 D4 | D4', self::music($written));
    }

    public function testOtherPartsStayAsTheyWere(): void
    {
        $xml = TwoParts::musicXml('D4q E4q F4q G4q | A4w', 'D4h D4h | D4w');
        $id = (new ScoreReader())->read($xml)->parts[0]->id;
        [$written] = IntoScore::put($xml, $id, 2, "X:1\nM:4/4\nL:1/4\nK:C\nB4 |\n");

        self::assertSame('D4 E4 F4 G4 | B4', self::music($written));
        self::assertSame(self::music($xml, 1), self::music($written, 1));
    }

    /** The notes of a part, measure by measure. */
    private static function music(string $musicXml, int $part = 0): string
    {
        $measures = [];
        foreach ((new ScoreReader())->read($musicXml)->parts[$part]->notes as $note) {
            $measures[$note->measure][] = (string) $note->pitch;
        }

        return implode(' | ', array_map(static fn (array $notes): string => implode(' ', $notes), $measures));
    }

    /** @return list<string> */
    private static function noteIds(string $musicXml): array
    {
        return array_map(static fn (Note $note): string => $note->id, (new ScoreReader())->read($musicXml)->parts[0]->notes);
    }

    private static function measure(string $musicXml, int $number): string
    {
        preg_match("~<measure number=\"{$number}\".*?</measure>~s", Document::open($musicXml)->toString(), $found);

        return (string) preg_replace('~<attributes><divisions>\d+</divisions></attributes>~', '', $found[0] ?? '');
    }
}
