<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\InstrumentNames;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\PartLabel;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\Mxl;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;

/** What other programs write, and how it is read. */
final class FromElsewhereTest extends TestCase
{
    private function read(string $xml): Score
    {
        return (new ScoreReader())->read($xml);
    }

    public function testABassInAnOctaveClefReadsAnOctaveAboveWhatSounds(): void
    {
        $xml = Passage::of('4/4', 'G2q A2q B2q C3q')->by('Bass')->musicXml();
        $clef = '<clef><sign>F</sign><line>4</line>';
        $sounding = str_replace([$clef, '<octave>2<', '<octave>3<'], ["{$clef}<clef-octave-change>-1</clef-octave-change>", '<octave>1<', '<octave>2<'], $xml);
        $pitches = static fn (Score $score): array => array_map(static fn ($note): string => (string) $note->pitch, $score->parts[0]->notes);

        self::assertSame(['G2', 'A2', 'B2', 'C3'], $pitches($this->read($sounding)));
        $transposed = str_replace('</attributes>', '<transpose><chromatic>0</chromatic><octave-change>-1</octave-change></transpose></attributes>', $xml);
        self::assertSame(['G2', 'A2', 'B2', 'C3'], $pitches($this->read($transposed)), 'what is written is written');
    }

    public function testAChangeIsWrittenExactlyWhateverTheDivisions(): void
    {
        $xml = str_replace(['<divisions>480<', '<duration>1440<'], ['<divisions>1<', '<duration>3<'], Passage::of('6/8', 'D4h. | E4h.')->musicXml());
        $document = Document::open($xml);
        $score = (new ScoreReader())->fromDocument($document);
        $marks = (new PencilLinesReader($score, $score->parts))->read('1.4 change up')->marks['P1'];
        $plan = (new Planner())->part($score, $score->parts[0], MarkBook::of($marks, $score->parts[0]));
        $again = $this->read((new ScoreWriter($document))->write([$plan]));

        self::assertSame(['3/2', '3/2', '3'], array_map(static fn ($note): string => (string) $note->duration, $again->parts[0]->notes));
        self::assertSame([], $again->disagreements);
    }

    /** @return iterable<string, array{PartLabel, string, int, Instrument}> */
    public static function labels(): iterable
    {
        yield 'the instrument’s name where the part’s says nothing' => [new PartLabel('Part 1', '', '', 'Viola'), 'G2', 1, Instrument::Viola];
        yield 'the group’s name' => [new PartLabel('II', '', '', '', 'Violins'), 'C3', 1, Instrument::Violin];
        yield 'the MIDI program' => [new PartLabel('Low', '', '', '', '', 43), 'G2', 1, Instrument::Cello];
        yield 'an alto who sings' => [new PartLabel('Alto', '', 'voice.alto'), 'G2', 1, Instrument::Other];
        yield 'a bass who sings' => [new PartLabel('Bass', '', 'voice.bass'), 'F4', 1, Instrument::Other];
        yield 'a horn' => [new PartLabel('Horn in F', '', ''), 'G2', 1, Instrument::Other];
        yield 'a harp' => [new PartLabel('Harp', '', ''), 'G2', 2, Instrument::Other];
        yield 'timpani' => [new PartLabel('Timpani', '', ''), 'F4', 1, Instrument::Other];
        yield 'a keyboard that nobody names' => [new PartLabel('Part 5', '', ''), 'G2', 2, Instrument::Other];
        yield 'a name nobody knows is no violin' => [new PartLabel('Shakuhachi', '', ''), 'G2', 1, Instrument::Other];
        yield 'a general name goes by its clef' => [new PartLabel('Staff 2', '', ''), 'C3', 1, Instrument::Viola];
        yield 'another program is another instrument' => [new PartLabel('Part 2', '', '', '', '', 74), 'G2', 1, Instrument::Other];
    }

    #[DataProvider('labels')]
    public function testInstrumentsAreToldByWhatNamesThem(PartLabel $label, string $clef, int $staves, Instrument $is): void
    {
        self::assertSame($is, InstrumentNames::recognise($label, $clef, $staves));
    }

    public function testCMajorIsAKeyAndEachPartHasItsOwn(): void
    {
        $xml = Passage::of('4/4', 'D4w | [key 0] E4w')->inKey(2)->musicXml();
        $score = $this->read($xml);
        self::assertSame([2, 0], array_map(static fn ($measure): int => $measure->keyFifths, $score->measures));

        preg_match('~<part id="P1">.*</part>~s', $xml, $part);
        $two = str_replace(
            ['</part-list>', '</score-partwise>'],
            ['<score-part id="P2"><part-name>Violin II</part-name></score-part></part-list>', str_replace(['P1', '<fifths>2<'], ['P2', '<fifths>-1<'], $part[0]) . '</score-partwise>'],
            $xml,
        );
        $both = $this->read($two);
        self::assertSame([2, -1], array_map(static fn ($one): int => $one->keyIn($both->measures[0]), $both->parts));
        self::assertSame([0, 0], array_map(static fn ($one): int => $one->keyIn($both->measures[1]), $both->parts));
        self::assertEquals($both->parts[1], unserialize(serialize($both->parts[1])), 'the key is kept with the part');
    }

    public function testRoundedTripletsAreWhatIsPrinted(): void
    {
        $xml = Passage::of('4/4', 'D4e* E4e* F4e* G4q A4h')->musicXml();
        $rounded = str_replace(['<divisions>480<', '<duration>160<', '<duration>480<', '<duration>960<'], ['<divisions>4<', '<duration>1<', '<duration>4<', '<duration>8<'], $xml);
        $score = $this->read($rounded);

        self::assertSame(['1/3', '1/3', '1/3', '1', '2'], array_map(static fn ($note): string => (string) $note->duration, $score->parts[0]->notes));
        self::assertSame('4', (string) $score->measures[0]->length);
    }

    public function testCuesAndHiddenNotesGetNoBow(): void
    {
        $xml = Passage::of('4/4', 'D4h E4h | F4w')->musicXml();
        $cue = preg_replace('~<note>(?=<pitch><step>E)~', '<note><cue/>', $xml);
        $hidden = preg_replace('~<note>(?=<pitch><step>E)~', '<note print-object="no">', $xml);

        foreach ([$cue, $hidden] as $each) {
            $score = $this->read((string) $each);
            self::assertCount(2, $score->parts[0]->notes);
            self::assertSame('4', (string) $score->measures[0]->length);
        }
    }

    public function testTextsInAnotherEncodingThanTheySayAreRead(): void
    {
        $xml = str_replace('Passage', 'Über', Passage::of('4/4', 'D4w')->musicXml());
        $latin = mb_convert_encoding($xml, 'Windows-1252', 'UTF-8');
        $mislabelled = str_replace('encoding="UTF-8"', 'encoding="ISO-8859-1"', $xml);

        foreach ([$latin, $mislabelled, "\n\n  {$xml}"] as $bytes) {
            self::assertSame('Über', $this->read($bytes)->title);
        }
    }

    public function testAnArchiveOfADesktopIsReadAndItsOtherEntriesAreKept(): void
    {
        $xml = Passage::of('4/4', 'D4w')->musicXml();
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $archive = new \ZipArchive();
        $archive->open($path, \ZipArchive::OVERWRITE);
        $archive->addFromString('__MACOSX/._tune.xml', 'nothing');
        $archive->addFromString('._tune.xml', 'nothing');
        $archive->addFromString('tune.xml', $xml);
        $archive->addFromString('notes.txt', 'bow it in the air first');
        $archive->close();
        $bytes = (string) file_get_contents($path);

        self::assertEquals($this->read($xml), $this->read($bytes));
        file_put_contents($path, (new Mxl())->pack(str_replace('Passage', 'Marked', $xml), $bytes));
        $archive->open($path);
        self::assertSame('bow it in the air first', $archive->getFromName('notes.txt'));
        self::assertStringContainsString('Marked', (string) $archive->getFromName('tune.xml'));
        $archive->close();
        unlink($path);
    }

    public function testARepeatOnALeftBarlineClosesTheMeasureBefore(): void
    {
        $xml = preg_replace(
            '~(<measure number="2">)~',
            '$1<barline location="left"><repeat direction="backward"/></barline>',
            Passage::of('4/4', 'D4w | E4w')->musicXml(),
        );
        $score = $this->read((string) $xml);

        self::assertSame([2, 0], array_map(static fn ($measure): int => $measure->repeatBack, $score->measures));
    }

    public function testASignForTheMeasureBeforeIsTold(): void
    {
        $sign = '<attributes><measure-style><measure-repeat type="start">1</measure-repeat></measure-style></attributes>';
        $score = $this->read(str_replace('<measure number="2">', "<measure number=\"2\">{$sign}", Passage::of('4/4', 'D4w | rw')->musicXml()));

        self::assertSame([1], array_column($score->oddities, 'measure'));
        self::assertStringContainsString('read as rests', $score->oddities[0]->text);
    }

    public function testSlurNumbersStayWithinSix(): void
    {
        $passage = Passage::of('4/4', '(D4e E4e) F4e G4e A4e G4e F4e E4e | D4e E4e F4e G4e A4e G4e F4e E4e')
            ->marked("1.2 slur 1.2+\n1.3 slur 1.3+\n1.4 slur 1.4+\n2.1 slur 2.1+\n2.2 slur 2.2+\n2.3 slur 2.3+\n2.4 slur 2.4+");
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$passage->plan()]);
        preg_match_all('~<slur[^>]*number="(\d+)"~', $written, $numbers);

        self::assertNotSame([], $numbers[1]);
        self::assertLessThanOrEqual(6, max(array_map(intval(...), $numbers[1])));
        self::assertCount(8, $this->read($written)->parts[0]->slurs);
    }
}
