<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\MusicXmlSchema;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\PaperPassage;
use UprightPencil\Lessons\TypedKind;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Lessons\WeekSheet;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Music\Instrument;
use UprightPencil\Plan\Planner;
use UprightPencil\Settings\Profile;

/** What leaves here as MusicXML is MusicXML, by the format's own schema. */
final class SchemaTest extends TestCase
{
    private const MUSIC = 'A4q (B4q A4q) G4q | D5h~ D5q rq | A4+D5q B4e C5e D5h | E5w | A4q B4q C5q D5q';
    private const PARTS = ['Violin I', 'Viola', 'Cello', 'Bass'];

    public function testTheSchemaFindsWhatStandsWrong(): void
    {
        $score = Passage::of('4/4', 'D4w')->musicXml();

        self::assertSame([], MusicXmlSchema::complaints($score));
        self::assertStringContainsString("'duration'", implode(' ', MusicXmlSchema::complaints(
            (string) preg_replace('~(<pitch>.*?</pitch>)(<duration>\d+</duration>)~s', '$2$1', $score),
        )));
        self::assertNotSame([], MusicXmlSchema::complaints(str_replace('<step>D</step>', '<step>H</step>', $score)));
        self::assertNotSame([], MusicXmlSchema::complaints(str_replace('</measure>', '<bow>up</bow></measure>', $score)));
        self::assertNotSame([], MusicXmlSchema::complaints('<score-partwise>'));
    }

    #[DataProvider('written')]
    public function testAMarkedPassageIsWrittenAsTheFormatWantsIt(Passage $passage): void
    {
        self::assertSame([], MusicXmlSchema::complaints(self::marked($passage)));
        self::assertSame([], MusicXmlSchema::complaints(self::marked($passage->exported())), 'with every sign');
    }

    /** @return iterable<string, array{Passage}> */
    public static function written(): iterable
    {
        yield from WritingTest::passages();
        yield 'a change inside a long note' => [Passage::of('4/4', 'D4w~ | D4w')->marked('1.4 change up')];
        yield 'a divided stand' => [Passage::of('4/4', '(D4q E4q) F4q G4q | A4w')->chair('inside')];
        yield 'words and dynamics' => [Passage::of('3/4', '[pp] D4q E4q F4q | [ff] [pizz.] G4h rq | [arco] A4h.')];
    }

    /** Each form of a mark, on music that has something for it to act on. */
    #[DataProvider('forms')]
    public function testEveryMarkIsWrittenAsTheFormatWantsIt(string $line): void
    {
        $passage = Passage::of('4/4', self::MUSIC)
            ->by('Violin I')->profile('third-position')->marked($line);

        self::assertSame([], MusicXmlSchema::complaints(self::marked($passage)));
    }

    /** @return iterable<string, array{string}> */
    public static function forms(): iterable
    {
        foreach (MarkKinds::examples() as $words) {
            foreach (['1.1', '2.1', '3.1', '1-2'] as $place) {
                // Not every form can stand everywhere.
                $line = "{$place} {$words}";
                try {
                    Passage::of('4/4', self::MUSIC)->marked($line)->plan();
                } catch (\RuntimeException) {
                    continue;
                }
                yield $line => [$line];
            }
        }
    }

    public function testMadeUpTunesAreWrittenAsTheFormatWantsThem(): void
    {
        for ($seed = 0; $seed < 48; $seed++) {
            $part = self::PARTS[$seed % 4];
            $tune = Tunes::make($seed, $part)->by($part);

            self::assertSame([], MusicXmlSchema::complaints(self::marked($tune)), "tune {$seed}");
            $abc = (new AbcWriter())->write(Document::open(self::marked($tune)));
            self::assertSame([], MusicXmlSchema::complaints((new AbcReader())->read($abc)->musicXml), "tune {$seed}, typed");
        }
    }

    #[DataProvider('typed')]
    public function testWhatIsTypedIsWrittenAsTheFormatWantsIt(TypedPiece $piece): void
    {
        $rule = new OctaveRule(Profile::SecondYear, BassHand::OneTwoFour);
        $whole = $piece->whole($rule, 'Typed & “kept” <here>');

        self::assertSame([], MusicXmlSchema::complaints($whole));
        $document = Document::open($whole);
        $score = (new ScoreReader())->fromDocument($document);
        $plans = (new Planner(Passage::of('4/4', 'D4w')->options()))->plan($score)->parts;
        self::assertSame([], MusicXmlSchema::complaints((new ScoreWriter($document))->write($plans)), 'with its bows and fingers');
    }

    /** @return iterable<string, array{TypedPiece}> */
    public static function typed(): iterable
    {
        foreach (glob(__DIR__ . '/../../../demo/lessons/*.abc') ?: [] as $file) {
            yield basename($file) => [new TypedPiece(TypedKind::Lesson, (string) file_get_contents($file))];
        }
        $head = "X:1\nT:A line\nM:4/4\nL:1/4\nQ:\"Slowly\" 1/4=60\nK:D\n";
        $signs = [
            'signs' => '.D ~E HF LG | MA PB Sc Td | uA vB !accent!c !tenuto!d | !fermata!e4 |]',
            'dynamics and hairpins' => '!pp!D E !<(!F G | A !<)!B !>(!c d | !ff!e2 !>)!d2 |]',
            'jumps' => '!segno!D E F G | A B c d | !fine!e4 | f4!D.S.! |]',
            'a coda' => 'D E F G | A4 !dacoda!| B4 | c4 !D.C.! | !coda!d4 |]',
            'fingers' => '!0!D !1!E !2!F !3!G | !4!A !open!A !thumb!d2 |]',
            'slurs and hooks' => '(D E (F) G) | .(A B) (c d- | d) e f2 |]',
            'endings' => 'D |: E F G A |1 B c d2 :|2 B c d |]',
            'triplets' => '(3D/E/F/ (3GAB (3:2:4 c/d/e/f/ | d4 |]',
            'graces and chords' => '{c}d {/e}d [DA] [GBd] | [DA]4 |]',
            'meters' => 'D E F G | [M:3/4] A B c | [M:6/8] [L:1/8] d3 e3 |[M:C|] [L:1/4] d4 |]',
            'keys and clefs' => 'D E F G | [K:Bb] A B c d | [K:F#m clef=alto] e f g a | [K:C clef=bass] C,4 |]',
            'words' => '"^above"D "_below"E "<left"F "Am"G | "@1,2 there"A4 |]',
            'rests' => 'z D x E | Z | Z2 | y D4 |]',
            'odd lengths' => 'D5/4 E3/4 F7/8 G9/8 | A13/8 z19/8 |]',
            'a measure that does not count' => 'D E F G A | B | c d e f |]',
            'broken things' => '(D E F !nosuch!G | (3AB | [c | d- |]',
        ];
        foreach ($signs as $name => $line) {
            yield $name => [new TypedPiece(TypedKind::Lesson, $head . $line . "\n")];
        }
        yield 'a rhythm' => [new TypedPiece(TypedKind::Rhythm, $head . "B B/B/ B2 | B3 z |]\n")];
        yield 'a duet' => [new TypedPiece(TypedKind::Lesson, $head . "V:1\nD E F G | A4 |]\nV:2\nD2 D2 | D4 |]\n")];
        yield 'passages from paper' => [new TypedPiece(
            TypedKind::Passage,
            $head . "A | D E F G | A3 |]\n",
            firstMeasure: 52,
            others: [new PaperPassage('Cello', 58, "X:1\nM:4/4\nL:1/4\nK:D clef=bass\nD, E, F, G, | A,4 |]\n")],
        )];
        yield 'typed by a bass player' => [new TypedPiece(TypedKind::Lesson, str_replace('K:D', 'K:D clef=bass', $head) . "D, E, F, G, | A,4 |]\n", Instrument::Bass)];
    }

    public function testPracticeLinesAreWrittenAsTheFormatWantsThem(): void
    {
        $lines = 0;
        foreach (range(1, 6) as $seed) {
            $tune = Tunes::high($seed);
            $score = $tune->score();
            $practice = new PracticeLines(PracticePart::of($score, $tune->plan(), $tune->options()));
            $sheets = [];
            foreach ($practice->all() as $proposal) {
                $xml = $practice->line($proposal)->music->musicXml();
                self::assertSame([], MusicXmlSchema::complaints($xml), $proposal->key());
                $sheets[] = ['title' => $proposal->kind->title(), 'musicXml' => $xml];
                $lines++;
            }
            if ($sheets !== []) {
                self::assertSame([], MusicXmlSchema::complaints(WeekSheet::of($sheets, 'Violin I')), 'on one sheet');
            }
        }
        self::assertGreaterThan(20, $lines);
    }

    private static function marked(Passage $passage): string
    {
        return (new ScoreWriter(Document::open($passage->musicXml()), $passage->options()))->write([$passage->plan()]);
    }
}
