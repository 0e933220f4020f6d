<?php

declare(strict_types=1);

namespace Tests\Core\Correction;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\TwoParts;
use UprightPencil\Correction\CorrectedScore;
use UprightPencil\Correction\MarkQuestion;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Note;

/** A corrected score comes under marks that were made over the old one. */
final class CorrectedScoreTest extends TestCase
{
    private const TUNE = 'D5q E5q F5q G5q | A5h F5h | G5q E5q C5q E5q | D5w';

    public function testTheSameScoreKeepsEveryIdWhateverTheFileCallsThem(): void
    {
        $xml = preg_replace('~<note>~', '<note id="other-$0">', Passage::of('4/4', self::TUNE)->musicXml());
        $number = 0;
        $xml = (string) preg_replace_callback('~id="other-<note>"~', static function () use (&$number): string {
            return 'id="z' . ++$number . '"';
        }, (string) $xml);
        $corrected = $this->correct(self::TUNE, $xml);

        self::assertSame(array_column($corrected->old->parts[0]->notes, 'id'), array_column($corrected->score->parts[0]->notes, 'id'));
        self::assertSame([], $corrected->told());
        self::assertSame(1.0, $corrected->likeness());
    }

    public function testAnotherPieceIsHardlyLikeIt(): void
    {
        $corrected = $this->correct(self::TUNE, Passage::of('3/4', 'G4h. | Bb4e C5e D5h | G4h.')->musicXml());

        self::assertLessThan(0.2, $corrected->likeness());
    }

    public function testANoteThatIsCorrectedIsAskedAboutAndNoOther(): void
    {
        $after = 'D5q E5q F5q G5q | A5h F#5h | G5q E5q C5q E5q | D5w';
        $corrected = $this->correct(self::TUNE, Passage::of('4/4', $after)->musicXml());
        $questions = $this->questions($corrected, "1.1 up\n2.3 high 2\n2.3 down\n3.1 hook\n4.1 \"long\"");

        self::assertSame(['Violin I has other notes in m. 2.'], $corrected->told());
        self::assertSame([
            ['down', 'm. 2 beat 3, F half', 'm. 2 beat 3, F♯ half', true],
            ['high 2', 'm. 2 beat 3, F half', 'm. 2 beat 3, F♯ half', false],
        ], $this->said($questions));
    }

    public function testMeasuresThatCameInMoveEverythingBehindThem(): void
    {
        $after = 'D5q E5q F5q G5q | B5q A5q B5q C6q | C6h A5h | A5h F5h | G5q E5q C5q E5q | D5w';
        $corrected = $this->correct(self::TUNE, Passage::of('4/4', $after)->musicXml());

        self::assertSame([], $this->questions($corrected, "2 down\n3.3 up\n4.1 \"long\""));
        self::assertSame(['mm. 2–3 are new.'], $corrected->told());
        self::assertSame('3.3 up', $this->carried($corrected, '3.3 up', 2));
        self::assertNotContains('P1-m2-n1', array_column($this->notesOf($corrected, 1), 'id'), 'a new note has no id that was used');
    }

    public function testAMeasureThatWentTakesItsMarksAlongOnlyWhenSomebodySaysSo(): void
    {
        $after = 'D5q E5q F5q G5q | G5q E5q C5q E5q | D5w';
        $corrected = $this->correct(self::TUNE, Passage::of('4/4', $after)->musicXml());
        $questions = $this->questions($corrected, "2.1 up\n2.3 slur 3.1\n3.2 down");

        self::assertSame(['m. 2 is gone.'], $corrected->told());
        self::assertSame([
            ['up', 'm. 2 beat 1, A half', '', false],
            ['slur 3.1', 'm. 2 beat 3, F half', '', false],
        ], $this->said($questions));
    }

    public function testAStretchIsKeptAsFarAsItIsLeft(): void
    {
        $after = 'D5q E5q F5q G5q | A5h F5q rq | G5q E5q C5q E5q | D5w';
        $corrected = $this->correct(self::TUNE, Passage::of('4/4', $after)->musicXml());
        $questions = $this->questions($corrected, '2.1-2.3 III');

        self::assertCount(1, $questions);
        $moved = $questions[0]->moved;
        self::assertNotNull($moved);
        self::assertSame(['P1-m2-n1', $this->notesOf($corrected, 1)[1]->id], [$moved->from, $moved->to]);
        self::assertTrue($questions[0]->isLikely);
    }

    public function testAChangeInsideANoteThatBecameShortHasNoPlace(): void
    {
        $after = 'D5q E5q F5q G5q | A5h F5h | G5q E5q C5q E5q | D5q D5q D5h';
        $corrected = $this->correct(self::TUNE, Passage::of('4/4', $after)->musicXml());
        $questions = $this->questions($corrected, '4.3 change up');

        self::assertSame([['change up', 'm. 4 beat 1, D whole', '', false]], $this->said($questions));
    }

    public function testPartsAreKnownByNameWhateverTheirIdsAre(): void
    {
        $old = (new ScoreReader())->read(TwoParts::musicXml('D5q E5q F5q G5q | A5w', 'B4q C5q D5q E5q | F5w'));
        // The second violins stand first in the new file, and ids are given by place.
        $swapped = str_replace(['Violin II<', 'Violin I<', 'VIOLIN2<'], ['VIOLIN2<', 'Violin II<', 'Violin I<'], TwoParts::musicXml(
            'B4q C5q D5q E5q | F5w',
            'D5q E5q F5q G5q | A5w',
        ));
        $corrected = CorrectedScore::of($old, $swapped, 1);

        self::assertSame(['P2', 'P1'], array_column($corrected->score->parts, 'id'));
        self::assertSame(['Violin II', 'Violin I'], array_column($corrected->score->parts, 'name'));
        self::assertSame('P1-m1-n1', $corrected->score->part('P1')?->notes[0]->id);
        self::assertSame('D5', (string) $corrected->score->part('P1')->notes[0]->pitch);
    }

    public function testAPartThatIsNewTakesNobodysId(): void
    {
        $old = (new ScoreReader())->read(Passage::of('4/4', 'D5q E5q F5q G5q')->musicXml());
        $new = str_replace('"P1"', '"P9"', Passage::of('4/4', 'D5q E5q F5q G5q')->musicXml());
        $corrected = CorrectedScore::of($old, $new, 1);

        self::assertSame('P1', $corrected->score->parts[0]->id);

        $cello = str_replace('Violin I<', 'Cello<', Passage::of('4/4', 'D3q E3q F3q G3q')->musicXml());
        $corrected = CorrectedScore::of($old, $cello, 3);

        self::assertSame('P1.3', $corrected->score->parts[0]->id, 'a cello is not the first violin, though the file numbers it so');
        self::assertNull($corrected->places('P1'));
    }

    public function testWhatIsNewInASecondCorrectionIsNotTakenForWhatWasNewInTheFirst(): void
    {
        $first = $this->correct(self::TUNE, Passage::of('4/4', 'D5q E5q F5q G5q | A5h F#5h | G5q E5q C5q E5q | D5w')->musicXml());
        $second = CorrectedScore::of($first->score, Passage::of('4/4', 'D5q E5q F5q G5q | A5h Eb5h | G5q E5q C5q E5q | D5w')->musicXml(), 2);
        $ids = [];
        foreach ([$first->old, $first->score, $second->score] as $score) {
            $ids[] = $score->parts[0]->notes[5]->id;
        }

        self::assertCount(3, array_unique($ids));
        self::assertSame('P1-m1-n1', $second->score->parts[0]->notes[0]->id);
    }

    public function testALongPieceFindsItsPlaceAgainAfterACut(): void
    {
        $measures = [];
        for ($bar = 0; $bar < 300; $bar++) {
            $measures[] = $bar % 4 === 3 ? 'D5w' : implode(' ', array_map(
                static fn (int $note): string => 'CDEFGAB'[($bar * 5 + $note * ($bar % 3 + 1)) % 7] . '5q',
                [0, 1, 2, 3],
            ));
        }
        $after = $measures;
        array_splice($after, 100, 12);
        $corrected = $this->correct(implode(' | ', $measures), Passage::of('4/4', implode(' | ', $after))->musicXml());

        self::assertCount(288, $corrected->match->measures);
        self::assertSame(287, $corrected->match->measures[299]);
        self::assertSame(['mm. 101–112 are gone.'], $corrected->told());
    }

    private function correct(string $before, string $xml): CorrectedScore
    {
        return CorrectedScore::of((new ScoreReader())->read(Passage::of('4/4', $before)->musicXml()), $xml, 1);
    }

    /** @return list<Note> */
    private function notesOf(CorrectedScore $corrected, int $measure): array
    {
        return array_values(array_filter(
            $corrected->score->parts[0]->notes,
            static fn (Note $note): bool => $note->measure === $measure,
        ));
    }

    private function book(CorrectedScore $corrected, string $lines): MarkBook
    {
        $reading = (new PencilLinesReader($corrected->old, $corrected->old->parts))->read($lines);
        self::assertSame([], $reading->errors);

        return MarkBook::of($reading->marks['P1'] ?? [], $corrected->old->parts[0]);
    }

    /** @return list<MarkQuestion> */
    private function questions(CorrectedScore $corrected, string $lines): array
    {
        $places = $corrected->places('P1');
        self::assertNotNull($places);

        return array_values(array_filter(array_map($places->ask(...), $this->book($corrected, $lines)->marks)));
    }

    /** A mark's line over the corrected score, its measure less what came in before it. */
    private function carried(CorrectedScore $corrected, string $line, int $later): string
    {
        $writer = new PencilLinesWriter($corrected->score, $corrected->score->parts[0]);
        $written = $writer->line($this->book($corrected, $line)->marks[0]);

        return (string) preg_replace_callback('~^\d+|\s+~', static fn (array $number): string => trim($number[0]) === '' ? ' ' : (string) ((int) $number[0] - $later), $written);
    }

    /**
     * @param list<MarkQuestion> $questions
     * @return list<array{string, string, string, bool}>
     */
    private function said(array $questions): array
    {
        return array_map(static fn (MarkQuestion $question): array => [
            $question->mark->words() === 'slur' ? 'slur 3.1' : $question->mark->words(), $question->was, $question->now, $question->isLikely,
        ], $questions);
    }
}
