<?php

declare(strict_types=1);

namespace Tests\Core\Sections;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Sections\MarkCopy;
use UprightPencil\Sections\PassageReturn;
use UprightPencil\Sections\Returns;

/** Passages that come again, and carrying marks from the one to the other. */
final class ReturnsTest extends TestCase
{
    public function testAPassageComesAgainAtThePitchItHad(): void
    {
        $returns = $this->returns('D4q E4q F#4h | G4q F#4q E4h | C5w | B4w | D4q E4q F#4h | G4q F#4q E4h | A4h A4h');

        self::assertCount(1, $returns);
        self::assertSame([0, 4, 2, null], [$returns[0]->first, $returns[0]->again, $returns[0]->measures, $returns[0]->parts]);
    }

    public function testAtAnotherPitchTooWhenTheIntervalsAreTheSame(): void
    {
        $returns = $this->returns('D4q E4q F#4q G4q | G4q F#4q E4h | C5w | A4q B4q C#5q D5q | D5q C#5q B4h');

        self::assertSame([0, 3, 2], [$returns[0]->first, $returns[0]->again, $returns[0]->measures]);
    }

    public function testOtherIntervalsOrAnotherRhythmAreNoReturn(): void
    {
        self::assertSame([], $this->returns('D4q E4q F#4q G4q | C5w | D4q E4q F4q G4q'));
        self::assertSame([], $this->returns('D4q E4q F#4q G4q | C5w | D4e E4e F#4q G4h'));
    }

    public function testANearReturnNamesWhereItParts(): void
    {
        $returns = $this->returns('D4q E4q F#4h | G4q F#4q E4h | A4q B4q A4h | D5w | D4q E4q F#4h | G4q F#4q E4h | A4q G4q F#4h');

        self::assertSame([0, 4, 2, 6], [$returns[0]->first, $returns[0]->again, $returns[0]->measures, $returns[0]->parts]);
    }

    public function testLongNotesAloneAreNoPassage(): void
    {
        self::assertSame([], $this->returns('D4w | E4w | D4w | E4w'));
    }

    public function testMarksAreCarriedAndWhatTheyOverwriteIsTold(): void
    {
        $copy = $this->copy("1.1 up\n1.3 slur 1.4\n2.1 hook\n1.1 4", "3.1 down\n3.2 3\n4.1 hook");

        self::assertSame(['3.1 up', '3.3 slur 3.4', '4.1 hook'], $this->lines($copy->puts));
        self::assertSame(['3.1 down'], $this->lines($copy->overwrites));
        self::assertSame([], $copy->missing);
    }

    public function testAMarkWhoseNoteIsNotThereIsTold(): void
    {
        $copy = $this->copy("1.2 up", '', 'D4q E4q F4q G4q | A4w | D4h F4q G4q | A4w');

        self::assertSame([], $copy->puts);
        self::assertCount(1, $copy->missing);
    }

    private string $music = 'D4q E4q F4q G4q | A4w | D4q E4q F4q G4q | A4w';

    private function copy(string $given, string $taken, ?string $music = null): MarkCopy
    {
        $this->music = $music ?? $this->music;
        $score = Passage::of('4/4', $this->music)->score();
        $part = $score->parts[0];
        $marks = (new PencilLinesReader($score, [$part]))->read("{$given}\n{$taken}")->marks[$part->id];
        $book = MarkBook::of($marks, $part);

        return MarkCopy::of(
            $score,
            $part,
            $book,
            $part,
            $book,
            $score->measures[0]->onset,
            $score->measures[1]->end(),
            $score->measures[2]->onset,
            MarkGroup::Bow,
        );
    }

    /**
     * @param list<Mark> $marks
     * @return list<string>
     */
    private function lines(array $marks): array
    {
        $score = Passage::of('4/4', $this->music)->score();
        $writer = new PencilLinesWriter($score, $score->parts[0]);

        return array_map(static fn (Mark $mark): string => (string) preg_replace('~\s+~', ' ', $writer->line($mark)), $marks);
    }

    /** @return list<PassageReturn> */
    private function returns(string $music): array
    {
        $score = Passage::of('4/4', $music)->score();

        return (new Returns($score, $score->parts))->all();
    }
}
