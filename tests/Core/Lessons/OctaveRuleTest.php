<?php

declare(strict_types=1);

namespace Tests\Core\Lessons;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Lessons\LearnedNotes;
use UprightPencil\Lessons\LessonScore;
use UprightPencil\Lessons\LessonSection;
use UprightPencil\Lessons\NotesFound;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\SectionChoice;
use UprightPencil\Lessons\SectionLine;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Lessons\LineOctave;
use UprightPencil\Lessons\MovedNote;
use UprightPencil\Lessons\TypedKind;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Music\Pitch;
use UprightPencil\Settings\Profile;

/** One line for five instruments: each in the octave nearest its home that holds every note the class has learned. */
final class OctaveRuleTest extends TestCase
{
    /** @return iterable<string, array{string, string, array{int, int, int, int}}> key, notes, octaves of violin, viola, cello and bass */
    public static function lines(): iterable
    {
        yield 'D and G strings of the low instruments: all read the same letters, cello and bass an octave lower' => ['D', 'D E F G | A B A2 |', [0, 0, -1, -1]];
        yield 'open E: violas play it with 4 on A, and stay as the violins' => ['F', 'A B c d | e d c A |', [0, 0, -2, -2]];
        yield 'F on E: violas leave first position and go an octave down; the cellos are an octave below them' => ['F', 'A B c d | e f e d |', [0, -1, -2, -2]];
        yield 'the G string: basses have it on their E string' => ['G', 'G, A, B, C | D C B, A, |', [0, 0, -1, -1]];
        yield 'the violins’ E string alone' => ['D', 'e f g a | a g f e |', [0, -1, -2, -2]];
    }

    /** @param array{int, int, int, int} $octaves */
    #[DataProvider('lines')]
    public function testEachInstrumentTakesTheOctaveNearestItsHome(string $key, string $notes, array $octaves): void
    {
        $found = $this->rule()->of(...$this->typed($key, $notes));

        self::assertSame($octaves, array_values(array_map(static fn (LineOctave $one): int => $one->octaves, $found)));
        self::assertSame([0, 0, 0, 0], array_values(array_map(static fn (LineOctave $one): int => $one->countOutside(), $found)));
    }

    public function testNothingIsMovedSilently(): void
    {
        // From the violins' open G to their high B: no octave of a bass in its first year holds both.
        $lesson = $this->lesson('G', 'G, A, B, D | G B d g | a b g z |', NotesFound::Kept);
        $bass = $this->lineOf($lesson, LessonSection::Basses);
        $singly = $this->lineOf($this->lesson('G', 'G, A, B, D | G B d g | a b g z |', NotesFound::Singly), LessonSection::Basses);
        $kept = $this->partOf($lesson, $bass->partId);
        $moved = $this->partOf($this->lesson('G', 'G, A, B, D | G B d g | a b g z |', NotesFound::Singly), $singly->partId);

        self::assertNotSame([], $bass->octave->outside[0]);
        self::assertSame([], $bass->moved);
        self::assertSame(count($bass->octave->outside[0]), count($bass->offered) + count($bass->lost));
        self::assertStringContainsString('lies outside what the class has learned', $bass->offered[0]->why);
        self::assertSame(count($bass->offered), count($singly->moved));
        foreach ($kept->notes as $position => $note) {
            $is = $moved->notes[$position]->pitch;
            self::assertSame($note->pitch?->letter, $is?->letter);
            $isOutside = in_array($position, $bass->octave->outside[0], true);
            self::assertSame($isOutside && !in_array($position, array_column($bass->lost, 1), true), $note->pitch?->octave !== $is?->octave);
        }
    }

    public function testAWholePhraseGoesWithItsNote(): void
    {
        $notes = 'D E F2 | A B A2 | d e f2 | d B A2 |';
        $line = $this->lineOf($this->lesson('D', $notes, NotesFound::ByPhrase), LessonSection::Basses);
        $alone = $this->lineOf($this->lesson('D', $notes, NotesFound::Singly), LessonSection::Basses);

        self::assertTrue($line->offersPhrases);
        self::assertGreaterThan(count($alone->moved), count($line->moved));
        $measures = array_unique(array_map(static fn (MovedNote $note): int => $note->measure, $line->moved));
        foreach ($measures as $measure) {
            $inIt = array_filter($line->moved, static fn (MovedNote $note): bool => $note->measure === $measure);
            self::assertCount(3, $inIt, 'all three notes of the measure go together');
        }
    }

    public function testADuetGivesEverySectionBothLinesInOneOctave(): void
    {
        $abc = "X:1\nT:Two\nM:4/4\nL:1/4\nK:D\nV:1\nd e f d | A4 |]\nV:2\nD E F D | A,4 |]\n";
        $typed = (new TypedPiece(TypedKind::Lesson, $abc))->score($this->rule());

        self::assertCount(10, $typed->lines);
        self::assertCount(10, (new ScoreReader())->read($typed->musicXml)->parts);
        self::assertSame($typed->lines[8]->octave, $typed->lines[9]->octave);
        self::assertSame(
            ['Violin I', 'Violin I (second line)', 'Violin II', 'Violin II (second line)', 'Viola', 'Viola (second line)',
                'Cello', 'Cello (second line)', 'Bass', 'Bass (second line)'],
            array_map(static fn (Part $part): string => $part->name, (new ScoreReader())->read($typed->musicXml)->parts),
        );
        self::assertSame(10, substr_count($typed->musicXml, '<score-part '));
    }

    public function testALineTypedAsCellosReadItStaysTheirs(): void
    {
        $piece = TypedPiece::from(['kind' => 'lesson', 'reader' => 'cello', 'abc' => "X:1\nM:4/4\nL:1/4\nK:D\nD, E, F, G, | A, B, C D |]\n"]);
        $parts = (new ScoreReader())->read($piece->score($this->rule())->musicXml)->parts;

        self::assertSame(['D4', 'D4', 'D4', 'D3', 'D3'], array_map(static fn (Part $part): string => (string) $part->notes[0]->pitch, $parts));
    }

    /** Over all keys, two octaves of scales and every profile: what is said to hold is held, and no octave nearer home is passed over. */
    public function testOverAllKeysAndInstrumentsNoNearerOctaveHolds(): void
    {
        $lines = 0;
        foreach (['C', 'G', 'D', 'A', 'E', 'B', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'F#', 'Am', 'Em', 'Dm', 'Gm', 'Cm'] as $key) {
            foreach (['G, A, B, C D E F G', 'D E F G A B c d', 'A B c d e f g a', 'E F G A', 'c d e f g'] as $notes) {
                foreach ([Profile::FirstYear, Profile::SecondYear, Profile::ThirdPosition] as $profile) {
                    [$score, $parts] = $this->typed($key, "{$notes} |");
                    $rule = new OctaveRule($profile);
                    foreach ($rule->of($score, $parts, [Instrument::Bass]) as $name => $line) {
                        $lines++;
                        $instrument = Instrument::from($name);
                        $outside = array_filter($parts[0]->notes, static fn (Note $note): bool => !$rule->isHeld($score, $parts[0], $instrument, $note, $line->octaves));
                        self::assertCount($line->countOutside(), $outside, "{$key} {$notes} {$name}");
                        foreach ([0, -1, 1] as $away) {
                            if (abs($away) >= abs($line->octaves - $line->home)) {
                                continue;
                            }
                            $there = $rule->at($score, $parts, $instrument, $line->home + $away);
                            self::assertGreaterThan(0, $there->countOutside(), "{$key} {$notes} {$name}: nearer home");
                        }
                    }
                }
            }
        }
        self::assertSame(17 * 5 * 3 * 4, $lines);
    }

    public function testOneRhythmOneBowing(): void
    {
        $lesson = $this->lesson('G', 'D | G2 A B | (c B) A2 | B/c/ d B G | A3 D | G2 (B d) | c B A G | A2 F2 | G3 |]', NotesFound::Kept);
        $score = (new ScoreReader())->read($lesson->musicXml);
        $directions = array_map(
            static fn (PartPlan $part): string => $part->bow->directions(),
            (new Planner())->plan($score)->parts,
        );

        self::assertCount(1, array_unique($directions));
    }

    public function testOnlyWhatTheHandHasLearnedCounts(): void
    {
        $first = LearnedNotes::of(Instrument::Violin, Profile::FirstYear);

        self::assertTrue($first->holds(Pitch::named('B5'), 0), '4 on E');
        self::assertFalse($first->holds(Pitch::named('C6'), 0));
        self::assertFalse($first->holds(Pitch::named('F#3'), 0), 'below the open G');
        self::assertFalse($first->holds(Pitch::named('Bb4'), 2), 'low 1 only where the key asks');
        self::assertTrue($first->holds(Pitch::named('Bb4'), -1));
    }

    private function rule(): OctaveRule
    {
        return new OctaveRule(Profile::FirstYear);
    }

    /** @return array{Score, list<Part>, list<Instrument>} */
    private function typed(string $key, string $notes): array
    {
        $score = (new ScoreReader())->read((new AbcReader())->read("X:1\nM:4/4\nL:1/4\nK:{$key}\n{$notes}\n")->musicXml);

        return [$score, $score->parts, [Instrument::Bass]];
    }

    private function lesson(string $key, string $notes, NotesFound $found): LessonScore
    {
        $document = Document::open((new AbcReader())->read("X:1\nT:A line\nM:4/4\nL:1/4\nK:{$key}\n{$notes}\n")->musicXml);
        $sections = LessonSection::orchestra();

        return LessonScore::of($document, $this->rule(), $sections, array_fill_keys(array_column($sections, 'value'), new SectionChoice(null, $found)));
    }

    private function lineOf(LessonScore $lesson, LessonSection $section): SectionLine
    {
        foreach ($lesson->lines as $line) {
            if ($line->section === $section) {
                return $line;
            }
        }
        self::fail('no such section');
    }

    private function partOf(LessonScore $lesson, string $id): Part
    {
        return (new ScoreReader())->read($lesson->musicXml)->part($id) ?? self::fail('no such part');
    }
}
