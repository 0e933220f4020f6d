<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\InstrumentNames;
use UprightPencil\Format\MusicXml\PartLabel;
use UprightPencil\Format\Limits;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\Mxl;
use UprightPencil\Music\ExpressionKind;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Note;
use UprightPencil\Music\Score;

final class ReadingTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string, Instrument}> */
    public static function instruments(): iterable
    {
        $by = static fn (string $name, Instrument $is, string $abbreviation = '', string $sound = '', string $clef = ''): array
            => [$name, $abbreviation, $sound, $clef, $is];
        yield 'English' => $by('Violin I', Instrument::Violin);
        yield 'a third violin that doubles the violas' => $by('Violin III (Viola T.C.)', Instrument::Violin);
        yield 'German violin' => $by('Geige 2', Instrument::Violin);
        yield 'French violin' => $by('Violons', Instrument::Violin);
        yield 'Spanish violin' => $by('Violín', Instrument::Violin);
        yield 'Dutch viola' => $by('Altviool', Instrument::Viola);
        yield 'German viola' => $by('Bratsche', Instrument::Viola);
        yield 'French viola' => $by('Alto', Instrument::Viola);
        yield 'Italian violas' => $by('Viole', Instrument::Viola);
        yield 'cello is no violin' => $by('Violoncello', Instrument::Cello);
        yield 'French cello' => $by('Violoncelle', Instrument::Cello);
        yield 'bass' => $by('String Bass', Instrument::Bass);
        yield 'German bass' => $by('Kontrabass', Instrument::Bass);
        yield 'French bass' => $by('Contrebasse', Instrument::Bass);
        yield 'bass guitar is none' => $by('Bass Guitar', Instrument::Other);
        yield 'alto saxophone is no viola' => $by('Alto Saxophone', Instrument::Other);
        yield 'by abbreviation' => $by('Part 4', Instrument::Cello, 'Vc.');
        yield 'by sound' => $by('Strings low', Instrument::Bass, '', 'strings.contrabass');
        yield 'by clef' => $by('Part 3', Instrument::Viola, '', '', 'C3');
        yield 'a piano in the treble is not a violin' => $by('Piano', Instrument::Other, '', '', 'G2');
    }

    #[DataProvider('instruments')]
    public function testInstrumentsAreRecognised(string $name, string $short, string $sound, string $clef, Instrument $is): void
    {
        self::assertSame($is, InstrumentNames::recognise(new PartLabel($name, $short, $sound), $clef));
    }

    public function testNotesKeepTheirExactPlaces(): void
    {
        $score = Passage::of('4/4', 'C4q. D4e E4q* F4q* G4q* | g:A4e B4w')->score();
        $notes = $score->parts[0]->notes;

        self::assertSame(['0', '3/2', '2', '8/3', '10/3'], array_map(
            static fn (Note $note): string => (string) $note->offset,
            array_slice($notes, 0, 5),
        ));
        self::assertTrue($notes[5]->isGrace);
        self::assertSame('0', (string) $notes[5]->duration);
        self::assertSame('4', (string) $score->onsetOf($notes[6]));
    }

    public function testWhatIsPrintedAtANoteIsRead(): void
    {
        $score = Passage::of('4/4', "D4q'd E4q_u, F4q>! G4+B4q")->score();
        [$first, $second, $third, , $top] = $score->parts[0]->notes;

        self::assertSame('down', $first->printedBow?->value);
        self::assertTrue($first->isShortened());
        self::assertTrue($second->commaAfter);
        self::assertTrue($second->isDottedOrLined());
        self::assertTrue($third->tremolo);
        self::assertTrue($top->inChord);
        self::assertSame('B4', (string) $top->pitch);
    }

    public function testExpressionsTempoAndRehearsalMarksAreRead(): void
    {
        $score = Passage::of('4/4', '[pizz.] [mf] D4w | [mark B] [tempo 132] [arco] D4w')->score();
        $kinds = array_map(static fn ($expression): ExpressionKind => $expression->kind, $score->parts[0]->expressions);

        self::assertContains(ExpressionKind::Pizzicato, $kinds);
        self::assertContains(ExpressionKind::Arco, $kinds);
        self::assertContains(ExpressionKind::Dynamic, $kinds);
        self::assertSame('B', $score->measures[1]->rehearsal);
        self::assertSame(132.0, $score->tempos[1]->quartersPerMinute);
    }

    public function testAPickupIsMeasureZero(): void
    {
        $score = Passage::of('3/4', 'A4q | D5h.')->withPickup()->score();

        self::assertSame('0', $score->measures[0]->number);
        self::assertSame(0, $score->pickup()?->index);
        self::assertSame('1', (string) $score->measures[1]->onset);
    }

    public function testTimewiseReadsTheSame(): void
    {
        $partwise = Passage::of('4/4', 'D4q (E4q F4q) G4q | A4w')->musicXml();
        preg_match_all('~<measure number="(\d)">(.*?)</measure>~s', $partwise, $measures, PREG_SET_ORDER);
        $timewise = (string) preg_replace('~<part id.*</part>~s', implode('', array_map(
            static fn (array $measure): string
                => "<measure number=\"{$measure[1]}\"><part id=\"P1\">{$measure[2]}</part></measure>",
            $measures,
        )), str_replace('score-partwise', 'score-timewise', $partwise));

        self::assertStringContainsString('score-timewise', $timewise);
        self::assertEquals((new ScoreReader())->read($partwise), (new ScoreReader())->read($timewise));
    }

    /** @return iterable<string, array{string}> */
    public static function encodings(): iterable
    {
        yield 'Latin 1' => ['ISO-8859-1'];
        yield 'UTF-16' => ['UTF-16'];
        yield 'Windows' => ['Windows-1252'];
    }

    #[DataProvider('encodings')]
    public function testAnyDeclaredEncodingIsRead(string $encoding): void
    {
        $xml = str_replace(['UTF-8', 'Passage'], [$encoding, 'Über den Fluß'], Passage::of('4/4', 'D4w')->musicXml());
        $bytes = ($encoding === 'UTF-16' ? "\xFF\xFE" : '')
            . mb_convert_encoding($xml, $encoding === 'UTF-16' ? 'UTF-16LE' : $encoding, 'UTF-8');

        self::assertSame('Über den Fluß', (new ScoreReader())->read($bytes)->title);
    }

    public function testACompressedFileReadsTheSame(): void
    {
        $xml = Passage::of('4/4', 'D4w')->musicXml();

        self::assertEquals((new ScoreReader())->read($xml), (new ScoreReader())->read((new Mxl())->pack($xml)));
    }

    public function testASlurThatNeverEndsIsLeftOutAndTold(): void
    {
        $score = Passage::of('4/4', '(D4q E4q F4q G4q | A4w')->score();

        self::assertSame([], $score->parts[0]->slurs);
        self::assertStringContainsString('never ends', $score->oddities[0]->text);
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        $xml = Passage::of('4/4', 'D4w | E4w')->musicXml();
        yield 'nothing' => ['', 'empty'];
        yield 'blank' => ["  \n", 'empty'];
        yield 'not XML' => ['These are not notes.', 'not XML'];
        yield 'a web page' => ['<!DOCTYPE html><html><body>Score</body></html>', 'web page'];
        yield 'cut off' => [substr($xml, 0, 700), 'line'];
        yield 'another vocabulary' => ['<?xml version="1.0"?><opus/>', '“opus”'];
        yield 'a MIDI file' => ["MThd\0\0\0\6", 'a MIDI file'];
        yield 'a PDF' => ['%PDF-1.7', 'a PDF'];
        yield 'a picture' => ["\x89PNG\r\n", 'a picture'];
        yield 'entities' => ['<!DOCTYPE a [<!ENTITY x "y">]>' . str_replace('Passage', '&x;', $xml), 'entities'];
        yield 'an outside entity' => ['<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/hostname">]><a>&x;</a>', 'entities'];
        yield 'no parts' => ['<score-partwise><part-list/></score-partwise>', 'no parts'];
        yield 'no measures' => ['<score-partwise><part-list/><part id="P1"/></score-partwise>', 'no measures'];
        yield 'divisions of nothing' => [str_replace('<divisions>480<', '<divisions>0<', $xml), 'divisions'];
        yield 'absurd divisions' => [str_replace('<divisions>480<', '<divisions>99999999999<', $xml), 'divisions'];
        yield 'absurd duration' => [str_replace('<duration>1920<', '<duration>99999999999<', $xml), 'duration'];
        yield 'negative duration' => [str_replace('<duration>1920<', '<duration>-5<', $xml), 'duration'];
        yield 'a note that is no letter' => [str_replace('<step>D<', '<step>H<', $xml), 'pitch'];
        yield 'no meter' => [str_replace('<beats>4<', '<beats>x<', $xml), 'meter'];
        yield 'an archive that is none' => ["PK\x03\x04 not really", 'archive'];
        yield 'five thousand measures' => [
            preg_replace('~(<measure number="2">.*?</measure>)~', str_repeat('$1', 5000), $xml) ?? '',
            'most that can be taken',
        ];
    }

    #[DataProvider('unreadable')]
    public function testWhatCannotBeReadIsToldInOneSentence(string $bytes, string $says): void
    {
        try {
            (new ScoreReader())->read($bytes);
            self::fail('It was read.');
        } catch (UnreadableScore $unreadable) {
            self::assertStringContainsString($says, $unreadable->getMessage());
            self::assertStringNotContainsString("\n", $unreadable->getMessage());
        }
    }

    /** @return iterable<string, array{array<string, string>, string}> */
    public static function badArchives(): iterable
    {
        yield 'no score in it' => [['readme.txt' => 'hello'], 'no score'];
        yield 'a way out of itself' => [['../../evil.xml' => '<x/>'], 'outside'];
        yield 'an absolute path' => [['/tmp/evil.xml' => '<x/>'], 'outside'];
        yield 'a container that names nothing' => [['META-INF/container.xml' => '<container/>'], 'no score'];
        yield 'gigabytes of nothing' => [['score.xml' => str_repeat('0', 40_000_000)], 'more than'];
    }

    /** @param array<string, string> $files */
    #[DataProvider('badArchives')]
    public function testBadArchivesAreRefusedBeforeTheyFillTheMemory(array $files, string $says): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);
        unset($files);
        $before = memory_get_peak_usage();

        try {
            (new Mxl())->unpack($bytes);
            self::fail('It was opened.');
        } catch (UnreadableScore $unreadable) {
            self::assertStringContainsString($says, $unreadable->getMessage());
        }
        self::assertLessThan(30_000_000, memory_get_peak_usage() - $before);
    }

    public function testAFileOverTheLimitIsRefused(): void
    {
        $this->expectExceptionMessage('larger than');
        (new ScoreReader(new Limits(bytes: 1024 * 1024)))->read(str_repeat(' ', 1024 * 1024) . '<x/>');
    }

    public function testThousandBeatMeasuresAreRead(): void
    {
        $score = Passage::of('1000/4', 'D4w E4w')->score();

        self::assertInstanceOf(Score::class, $score);
        self::assertSame(1000, $score->measures[0]->meter->beats);
    }

    public function testASignOnABarlineCountsWhereverItIsWritten(): void
    {
        foreach (['segno', 'coda'] as $sign) {
            $plain = Passage::of('4/4', 'D4w | E4w | F4w')->musicXml();
            $inside = str_replace('<measure number="2">', "<measure number=\"2\"><barline location=\"left\"><{$sign}/></barline>", $plain);
            $named = str_replace('<measure number="2">', "<measure number=\"2\"><barline location=\"left\" {$sign}=\"{$sign}\"/>", $plain);
            $bare = str_replace('<measure number="2">', '<measure number="2"><barline location="left"/>', $plain);
            $has = static fn (string $xml): array => array_map(
                static fn ($measure): bool => $measure->{$sign},
                (new ScoreReader())->read($xml)->measures,
            );

            self::assertSame([false, true, false], $has($inside), $sign);
            self::assertSame([false, true, false], $has($named), $sign);
            self::assertSame([false, false, false], $has($bare), $sign);
        }
    }

    public function testTheScoreOfAnArchiveIsTheOneItsListNames(): void
    {
        $one = Passage::of('4/4', 'D4w')->musicXml();
        $other = Passage::of('4/4', 'E4w')->musicXml();
        $archive = static function (array $entries): string {
            $path = (string) tempnam(sys_get_temp_dir(), 'mxl');
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::OVERWRITE);
            foreach ($entries as $name => $content) {
                $zip->addFromString($name, $content);
            }
            $zip->close();

            return (string) file_get_contents($path);
        };
        $list = static fn (string $name): string => "<container><rootfiles><rootfile full-path=\"{$name}\"/></rootfiles></container>";

        self::assertSame($other, (new Mxl())->unpack($archive(['a.xml' => $one, 'b.xml' => $other, 'META-INF/container.xml' => $list('b.xml')])));
        self::assertSame($other, (new Mxl())->unpack($archive(['a.xml' => $one, 'b&c.xml' => $other, 'META-INF/container.xml' => $list('b&amp;c.xml')])));
        self::assertSame($one, (new Mxl())->unpack($archive(['a.xml' => $one, 'META-INF/container.xml' => $list('gone.xml')])));
        self::assertSame($one, (new Mxl())->unpack($archive(['META-INF/x.xml' => $other, 'readme.txt' => 'x', 'a.musicxml' => $one])));
    }
}
