<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\MusicXmlSchema;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Abc\AbcReading;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Music\Note;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;

/** Tunes typed as ABC: what every sign of it means here, and what cannot be read. */
final class AbcTest extends TestCase
{
    /** @return iterable<string, array{string, string}> music in 4/4, eighths, C major; notes as pitch and quarter notes */
    public static function notes(): iterable
    {
        yield 'letters' => ['C D c d', 'C4 1/2, D4 1/2, C5 1/2, D5 1/2'];
        yield 'octaves' => ["C,, C, c' b''", "C2 1/2, C3 1/2, C6 1/2, B7 1/2"];
        yield 'lengths' => ['C2 C/2 C/ C// C3/2 C4', 'C4 1, C4 1/4, C4 1/4, C4 1/8, C4 3/4, C4 2'];
        yield 'accidentals hold to the barline' => ['^F F | F ^^G __A =B', 'F#4 1/2, F#4 1/2, F4 1/2, G##4 1/2, Abb4 1/2, B4 1/2'];
        yield 'and in other octaves' => ['^F f F, | f', 'F#4 1/2, F#5 1/2, F#3 1/2, F5 1/2'];
        yield 'broken rhythm' => ['A>B A<B A>>B A<<B', 'A4 3/4, B4 1/4, A4 1/4, B4 3/4, A4 7/8, B4 1/8, A4 1/8, B4 7/8'];
        yield 'a triplet' => ['(3ABc d2', 'A4 1/3, B4 1/3, C5 1/3, D5 1'];
        yield 'a tuplet of its own' => ['(3:2:4A2B2cd', 'A4 2/3, B4 2/3, C5 1/3, D5 1/3'];
        yield 'two in the time of three' => ['[M:6/8] (2AB', 'A4 3/4, B4 3/4'];
        yield 'five in a compound meter' => ['[M:6/8] (5ABcde', 'A4 3/10, B4 3/10, C5 3/10, D5 3/10, E5 3/10'];
        yield 'rests' => ['A z2 z/ B x B', 'A4 1/2, B4 1/2, B4 1/2'];
        yield 'a chord' => ['[CEG]2 [C2E2] [CE]/', 'C4 1, E4 1, G4 1, C4 1, E4 1, C4 1/4, E4 1/4'];
        yield 'grace notes' => ['{c}B2 {/de}A2', 'C5 0, B4 1, D5 0, E5 0, A4 1'];
        yield 'room' => ['A y B y3 c', 'A4 1/2, B4 1/2, C5 1/2'];
        yield 'back quotes' => ['A`B`c', 'A4 1/2, B4 1/2, C5 1/2'];
        yield 'a length no note has' => ['A5 B11', 'A4 2, A4 1/2, B4 4, B4 1, B4 1/2'];
        yield 'another unit' => ['[L:1/4] A B [L:1/16] c', 'A4 1, B4 1, C5 1/4'];
        yield 'another key' => ['F [K:D] | F C [K:Gm] | B E', 'F4 1/2, F#4 1/2, C#4 1/2, Bb4 1/2, Eb4 1/2'];
        yield 'another key inside a measure' => ['F F [K:D] F C | F', 'F4 1/2, F4 1/2, F#4 1/2, C#4 1/2, F#4 1/2'];
        yield 'a tie over the barline keeps its sharp' => ['^F4- | F4 F4', 'F#4 2, F#4 2, F4 2'];
        yield 'words and chords for others' => ['"Am"A "^low"B', 'A4 1/2, B4 1/2'];
        yield 'comments' => ['A B % C D', 'A4 1/2, B4 1/2'];
    }

    /** @return iterable<string, array{string, int, string}> slips of the keys, the notes that are left, and what is said */
    public static function tooMuch(): iterable
    {
        yield 'one chord of a page' => ['[' . str_repeat('ceg', 2000) . ']', 8, 'a chord has at most 8 notes'];
        yield 'a tuplet of thousands' => ['(9:9999:9999' . str_repeat('c', 20), 20, 'a tuplet is (p:q:r'];
        yield 'ties without an end' => [str_repeat('c-', 600) . 'c', 601, 'a tie joins at most 256 notes'];
    }

    #[DataProvider('tooMuch')]
    public function testWhatNobodyCouldPlayIsCutAndTold(string $music, int $notes, string $said): void
    {
        $reading = (new AbcReader())->read("X:1\nT:Slip\nM:4/4\nL:1/8\nK:C\n{$music}\n");
        $sentences = implode("\n", array_map(static fn ($problem): string => $problem->sentence(), $reading->problems));

        self::assertStringContainsString($said, $sentences);
        self::assertCount($notes, (new ScoreReader())->fromDocument(Document::open($reading->musicXml))->parts[0]->notes);
    }

    #[DataProvider('notes')]
    public function testNotes(string $music, string $notes): void
    {
        $reading = self::reading("X:1\nM:4/4\nL:1/8\nK:C\n{$music}\n");

        self::assertSame([], self::sentences($reading));
        self::assertSame($notes, implode(', ', array_map(
            static fn (Note $note): string => "{$note->pitch} {$note->duration}",
            self::score($reading)->parts[0]->notes,
        )));
    }

    public function testFields(): void
    {
        $score = self::score(self::reading("X:1\nT:Morning Round\nT:second title\nC:a teacher\nM:C|\nL:1/4\nQ:\"Slowly\" 1/2=60\nK:Ador clef=alto\nA2 B2|]"));

        self::assertSame(['Morning Round', 'a teacher'], [$score->title, $score->composer]);
        self::assertSame('2/2', "{$score->measures[0]->meter->beats}/{$score->measures[0]->meter->unit}");
        self::assertSame(120.0, \UprightPencil\Music\TempoMap::of($score)->quartersPerMinuteAt(\UprightPencil\Music\Fraction::of(0)));
        self::assertStringContainsString('<sign>C</sign><line>3</line>', self::reading("K:C alto\nA")->musicXml);
        self::assertStringContainsString('<fifths>1</fifths>', self::reading("K:Ador\nA")->musicXml);
    }

    public function testTheUnitFollowsTheMeterWhereNoneIsSaid(): void
    {
        self::assertSame('1/2', (string) self::score(self::reading("M:4/4\nK:C\nA"))->parts[0]->notes[0]->duration);
        self::assertSame('1/4', (string) self::score(self::reading("M:2/4\nK:C\nA"))->parts[0]->notes[0]->duration);
    }

    public function testSignsSlursAndTies(): void
    {
        $score = self::score(self::reading("M:4/4\nL:1/4\nK:C\nuA v.B !3!c !0!d | (A B) .(c d) | LA !tenuto!B Hc- c | [!1!c!2!e]4 |]"));
        $notes = $score->parts[0]->notes;

        self::assertSame(['up', 'down'], [$notes[0]->printedBow?->value, $notes[1]->printedBow?->value]);
        self::assertSame(['staccato'], $notes[1]->articulations);
        self::assertSame([['3'], ['0']], [$notes[2]->fingerings, $notes[3]->fingerings]);
        self::assertSame([[4, 5, 'solid'], [6, 7, 'dotted']], array_map(
            static fn (\UprightPencil\Music\Slur $slur): array => [$slur->from, $slur->to, $slur->style],
            $score->parts[0]->slurs,
        ));
        self::assertSame(['accent', 'tenuto'], [...$notes[8]->articulations, ...$notes[9]->articulations]);
        self::assertTrue($notes[10]->tieStart && $notes[11]->tieStop);
    }

    /** @return iterable<string, array{string, string}> music, and the order in which its measures are played */
    public static function roads(): iterable
    {
        yield 'a repeat' => ['|: A4 | B4 :| c4 |]', '1 2 1 2 3'];
        yield 'from the beginning' => ['A4 | B4 :| c4 |]', '1 2 1 2 3'];
        yield 'two at once' => ['|: A4 :: B4 :|', '1 1 2 2'];
        yield 'endings' => ['|: A4 |1 B4 :|2 c4 |]', '1 2 1 3'];
        yield 'endings in brackets' => ['|: A4 | [1 B4 :| [2 c4 |]', '1 2 1 3'];
        yield 'D.C. al Fine' => ['A4 | !fine! B4 | c4 !D.C.alfine! | d4 |]', '1 2 3 4'];
    }

    #[DataProvider('roads')]
    public function testBars(string $music, string $road): void
    {
        $reading = self::reading("M:4/4\nL:1/4\nK:C\n{$music}\n");
        $score = self::score($reading);
        $played = array_map(
            static fn (\UprightPencil\Roadmap\Visit $visit): string => $score->measures[$visit->measure]->number,
            \UprightPencil\Roadmap\Roadmap::of($score)->visits,
        );

        self::assertSame([], self::sentences($reading));
        if (!str_contains($music, '!')) {
            self::assertSame($road, implode(' ', $played));
        } else {
            self::assertCount(4, $score->measures);
        }
    }

    public function testAPickupIsCountedAndPaidBack(): void
    {
        $score = self::score(self::reading("M:3/4\nL:1/4\nK:G\nD | G A B | d2 |]"));

        self::assertSame(['0', '1', '2'], array_map(static fn ($measure): string => $measure->number, $score->measures));
        self::assertSame([], array_values(array_filter(
            (new Planner())->plan($score)->flags,
            static fn (Flag $flag): bool => in_array($flag->code->value, ['does-not-add-up', 'pickup-unpaid'], true),
        )));
    }

    public function testAMeasureThatDoesNotCountIsTold(): void
    {
        $flags = (new Planner())->plan(self::score(self::reading("M:4/4\nL:1/4\nK:G\nG A B c | G A B c d | G4 |]")))->flags;

        self::assertSame(['Measure 2 has 5 beats where 4/4 asks for 4 beats.'], array_map(static fn (Flag $flag): string => $flag->text, $flags));
    }

    public function testAPassageHasItsPrintedNumbers(): void
    {
        $score = self::score(self::reading("%%setbarnb 52\nM:4/4\nL:1/4\nK:G\nG A B c | d4 |]"));

        self::assertSame(['52', '53'], array_map(static fn ($measure): string => $measure->number, $score->measures));
    }

    public function testVoicesOfUnequalLengthBecomeParts(): void
    {
        $reading = self::reading("M:4/4\nL:1/4\nV:1 name=\"Violin I\" clef=treble\nV:2 name=\"Cello\" clef=bass octave=-1\nK:C\n"
            . "V:1\nG A B c | d4 |]\nV:2\n[V:2] C4 | Z2 |]");
        $score = self::score($reading);

        self::assertSame(['Violin I', 'Cello'], array_map(static fn ($part): string => $part->name, $score->parts));
        self::assertSame('C3', (string) $score->parts[1]->notes[0]->pitch);
        self::assertCount(3, $score->measures);
        self::assertSame([], self::sentences($reading));
    }

    public function testPrintedLinesAndBeamsAreThoseOfTheText(): void
    {
        $xml = self::reading("M:4/4\nL:1/8\nK:C\nAB cd efga |\nAB cd efga | \\\nAB cd efga |]")->musicXml;

        self::assertSame(1, substr_count($xml, 'new-system'));
        self::assertSame(9, substr_count($xml, '>begin</beam>'));
    }

    /** @return iterable<string, array{string, list<string>, int}> music, what is told, how many notes are read all the same */
    public static function slips(): iterable
    {
        yield 'a letter' => ['A k B', ['Line 4, column 3: “k” is not read here; expected a note, a rest, a bar or a sign.'], 2];
        yield 'two of them' => ['A & B @', [
            'Line 4, column 3: “&” is not read here; expected a note, a rest, a bar or a sign.',
            'Line 4, column 7: “@” is not read here; expected a note, a rest, a bar or a sign.',
        ], 2];
        yield 'a sign' => ['!upbow A', ['Line 4, column 1: this sign is not closed; expected one such as !upbow! or !3!.'], 1];
        yield 'an unknown sign' => ['!jump!A', ['Line 4, column 1: “jump” is no sign that is read here; expected one such as !upbow!, !3!, !accent! or !ff!.'], 1];
        yield 'a chord' => ['[CEG', ['Line 4, column 1: this chord is not closed; expected ].'], 3];
        yield 'grace notes' => ['{c B', ['Line 4, column 1: these grace notes are not closed; expected }.'], 2];
        yield 'words' => ['A "^low B', ['Line 4, column 3: these words are not closed; expected ".'], 1];
        yield 'a slur to nowhere' => ['A (B c', ['Line 4, column 3: this slur begins and never ends.'], 3];
        yield 'a slur from nowhere' => ['A B) c', ['Line 4, column 4: a slur ends here that has not begun.'], 3];
        yield 'a tie to nothing' => ['- A', ['Line 4, column 1: a tie stands after a note.'], 1];
        yield 'a tuplet' => ['(3AB | c', ['Line 4, column 1: this tuplet is a note short.'], 3];
        yield 'a tuplet of one' => ['(1A', ['Line 4, column 1: a tuplet has two to nine notes.'], 1];
        yield 'a key' => ['A [K:Hb] B', ['Line 4, column 6: “Hb” is no key; expected one such as G, Dm, Bb, F#m, Ador or none.'], 2];
        yield 'a meter' => ['[M:7/5] A', ['Line 4, column 4: “7/5” is no meter; expected one such as 4/4, 6/8, C, C| or none.'], 1];
        yield 'a clef' => ['[K:C clef=soprano] A', ['Line 4, column 4: “soprano” is no clef here; expected treble, alto, tenor, bass or perc.'], 1];
        yield 'a length' => ['A0 B', ['Line 4, column 3: a note lasts neither nothing nor less than a 256th.'], 2];
        yield 'a note nobody has' => ["A c''''''' B", ['Line 4, column 11: no instrument has this note.'], 3];
        yield 'letters from the right' => ["A \u{05D0} B", ["Line 4, column 3: “\u{05D0}” is not read here; expected a note, a rest, a bar or a sign."], 2];
        yield 'what cannot be seen' => ["A \x07 B", ['Line 4, column 3: this letter is not read here; expected a note, a rest, a bar or a sign.'], 2];
        yield 'a field' => ['A [M:3/4 B', ['Line 4, column 3: this field is not closed; expected ].'], 1];
    }

    /** @param list<string> $sentences */
    #[DataProvider('slips')]
    public function testSlipsAreToldAllAtOnceAndTheRestIsRead(string $music, array $sentences, int $notes): void
    {
        $reading = self::reading("X:1\nL:1/4\nK:C\n{$music}\n");

        self::assertSame($sentences, self::sentences($reading));
        self::assertSame($notes, $reading->notes);
        self::assertCount($notes, self::score($reading)->parts[0]->notes);
    }

    public function testATuneWithoutItsKeyIsReadAllTheSame(): void
    {
        $reading = self::reading("X:1\nL:1/4\nA B c d |]");

        self::assertSame(['Line 3, column 1: before the music a key is expected, such as K:G.'], self::sentences($reading));
        self::assertSame(4, $reading->notes);
    }

    public function testOneTuneAtATime(): void
    {
        $reading = self::reading("X:1\nK:C\nA4 |]\n\nX:2\nK:C\nB4 |]");

        self::assertSame(['Line 5, column 1: another tune begins here; one tune is read at a time.'], self::sentences($reading));
        self::assertSame(1, $reading->notes);
    }

    /** @return iterable<string, array{string}> */
    public static function masses(): iterable
    {
        yield 'nothing' => [''];
        yield 'only a key' => ["K:C\n"];
        yield 'five thousand notes on a line' => ["M:4/4\nL:1/4\nK:C\n" . str_repeat('A B c d | ', 1250)];
        yield 'a megabyte of it' => ["K:C\n" . str_repeat("A B c d |\n", 100_000)];
        yield 'a megabyte of brackets' => ["K:C\n" . str_repeat('[(', 500_000)];
        yield 'a megabyte of nonsense' => ["K:C\n" . str_repeat("\xFF\x00k", 300_000)];
    }

    #[DataProvider('masses')]
    public function testWhatIsFarTooMuchIsAnswered(string $text): void
    {
        $begun = microtime(true);
        $reading = self::reading($text);

        self::assertStringStartsWith('<?xml', $reading->musicXml);
        self::assertLessThan(20.0, microtime(true) - $begun);
        self::assertLessThanOrEqual(500, count($reading->problems));
    }

    /** A tune is typed letter by letter: at every one of them there is an answer, and a score where there are notes. */
    public function testEveryPrefixOfATuneIsAnswered(): void
    {
        for ($seed = 0; $seed < 12; $seed++) {
            $text = self::typed(Tunes::make($seed));
            for ($length = 0, $whole = strlen($text); $length <= $whole; $length++) {
                $reading = self::reading(substr($text, 0, $length));
                if ($length % 23 === 0 && $reading->notes > 0) {
                    self::assertNotSame([], self::score($reading)->parts[0]->notes);
                }
            }
            self::assertSame([], self::sentences(self::reading($text)));
        }
    }

    /** @return iterable<string, array{Passage}> */
    public static function tunes(): iterable
    {
        for ($seed = 0; $seed < 60; $seed++) {
            yield "tune {$seed}" => [Tunes::make($seed, ['Violin I', 'Viola', 'Cello', 'Bass'][$seed % 4])];
        }
        yield 'hooks, slurs, triplets' => [Passage::of('4/4', "D4q. E4e (F#4q G4q) | A4e* B4e* C5e* D5h (C5q' | B4q') A4h. | [repeat] (A4e G4e) F#4q E4h | [1] D4w [back] | [2] D4h. rq")
            ->inKey(2)->marked("1.3 down\n2.4 hook\n4.1 low 2")];
        yield 'signs of all kinds' => [Passage::of('3/4', "[p] A4q' B4q_ C5q> | [pizz.] D5q rq E5q | [arco] [f] (F5h G5q) | A5h.~ | A5q rh")->inKey(-1)];
    }

    /** What goes out as ABC comes back with the same notes, strokes and fingers. */
    #[DataProvider('tunes')]
    public function testTheRoundTrip(Passage $passage): void
    {
        $plan = $passage->plan();
        $again = self::score(self::reading(self::typed($passage)));
        $planned = (new Planner($passage->options()))->plan($again)->parts[0];

        self::assertSame(self::told($plan), self::told($planned));
    }

    public function testAFileThatIsATuneIsOpenedLikeAnyScore(): void
    {
        $document = Document::open("X:1\nT:Opened\nM:4/4\nL:1/4\nK:G\nG A k B c |]\n");
        $score = (new ScoreReader())->fromDocument($document);

        self::assertSame('Opened', $score->title);
        self::assertSame(['Line 6, column 5: “k” is not read here; expected a note, a rest, a bar or a sign.'], array_column($score->oddities, 'text'));
        self::assertFalse(AbcReader::isAbc('<?xml version="1.0"?><score-partwise/>'));
        self::assertFalse(AbcReader::isAbc('Dear class, bring your mutes.'));
        $this->expectException(UnreadableScore::class);
        $this->expectExceptionMessage('This tune has no notes that can be read.');
        Document::open("X:1\nK:G\n");
    }

    private static function typed(Passage $passage): string
    {
        $shown = (clone $passage)->exported();
        $document = Document::open($shown->musicXml());

        return (new AbcWriter())->write(Document::open((new ScoreWriter($document, $shown->options()))->write([$shown->plan()])));
    }

    /** @return list<string> pitch, length, bow and finger of every note that is struck */
    private static function told(PartPlan $plan): array
    {
        $told = [];
        foreach ($plan->part->notes as $note) {
            $bow = $plan->bow->at($note->id);
            $finger = $plan->fingers->at($note->id);
            $told[] = "m{$note->measure} {$note->pitch} {$note->duration} " . ($bow?->direction->value ?? '-') . ' ' . ($bow?->isHead === true ? 'new' : 'on')
                . " {$finger?->string}{$finger?->number}";
        }

        return $told;
    }

    private static function reading(string $text): AbcReading
    {
        return (new AbcReader())->read($text);
    }

    private static function score(AbcReading $reading): Score
    {
        return (new ScoreReader())->read($reading->musicXml);
    }

    /** @return list<string> */
    private static function sentences(AbcReading $reading): array
    {
        return array_map(static fn (AbcProblem $problem): string => $problem->sentence(), $reading->problems);
    }

    public function testAnAccidentalReachesAsFarAsTheTuneSays(): void
    {
        $pitches = static fn (string $directive): array => array_map(
            static fn (Note $note): string => (string) $note->pitch,
            (new ScoreReader())->read((new AbcReader())->read("{$directive}M:4/4\nL:1/4\nK:C\n^F F f F | F4 |]\n")->musicXml)->parts[0]->notes,
        );

        self::assertSame(['F#4', 'F#4', 'F#5', 'F#4', 'F4'], $pitches(''));
        self::assertSame(['F#4', 'F#4', 'F5', 'F#4', 'F4'], $pitches("%%propagate-accidentals octave\n"));
        self::assertSame(['F#4', 'F4', 'F5', 'F4', 'F4'], $pitches("%%propagate-accidentals not\n"));
    }

    /** What stands in a tune for others goes out again as it came in. */
    public function testChordsDirectivesAndNotesAreKept(): void
    {
        $abc = "X:1\nT:Kept\nC:Somebody\n%%staffwidth 14cm\nN:slower the second time\nS:from the blue folder\n%%setbarnb 5\nM:4/4\nL:1/8\nK:G\n"
            . '"Am"A2 "F#m7"F2 "D/F#"D4 | "Bb"_B4 "G7"G4 | "dance"D8 |]' . "\n";
        $reading = (new AbcReader())->read($abc);
        $again = (new AbcWriter())->write(Document::open($reading->musicXml));

        self::assertSame([], $reading->problems);
        foreach (['%%staffwidth 14cm', 'N:slower the second time', 'S:from the blue folder', '"Am"A2', '"F#m7"F2', '"D/F#"D4', '"Bb"_B4', '"G7"G4'] as $kept) {
            self::assertStringContainsString($kept, $again);
        }
        self::assertSame(1, substr_count($again, '%%setbarnb 5'), 'the number of the first measure is said once');
        self::assertStringNotContainsString('dance', $again, 'no chord has this name');
        self::assertSame($again, (new AbcWriter())->write(Document::open($again)), 'and once more');
        self::assertSame([], MusicXmlSchema::complaints($reading->musicXml));
        self::assertSame(5, substr_count($reading->musicXml, '<harmony print-object="no">'), 'and none of them drawn');
    }
}
