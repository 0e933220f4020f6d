<?php

declare(strict_types=1);

namespace Tests\Core\Marks;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Music\Fraction;
use Tests\Support\Passage;
use UprightPencil\Marks\Exception\UnknownPlace;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Kind\Bow\NoSlurs;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Marks\Kind\Text\Words;
use UprightPencil\Marks\MarkedNotes;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Direction;

/** What people type to say where: every way of naming a place, and a sentence for what is none. */
final class PlacesTest extends TestCase
{
    private const TUNE = 'A4q B4q rq C5e D5e | [mark A] E5h~ E5h | rw | [mark B] (F5e* E5e* D5e*) C5q rh | D5w';

    /** @return iterable<string, array{string, string}> */
    public static function notes(): iterable
    {
        yield 'a measure: its first note' => ['1', 'P1-m1-n1'];
        yield 'a beat' => ['1.2', 'P1-m1-n2'];
        yield 'half a beat later' => ['1.4+', 'P1-m1-n4'];
        yield 'a decimal beat' => ['1.4.5', 'P1-m1-n4'];
        yield 'a fraction of a beat' => ['4.4/3', 'P1-m4-n2'];
        yield 'nearly a triplet' => ['4.1.33', 'P1-m4-n2'];
        yield 'a rehearsal mark' => ['A', 'P1-m2-n1'];
        yield 'measures after a rehearsal mark' => ['A+2', 'P1-m4-n1'];
        yield 'a beat after a rehearsal mark' => ['B.2', 'P1-m4-n4'];
        yield 'the id itself' => ['P1-m5-n1', 'P1-m5-n1'];
    }

    #[DataProvider('notes')]
    public function testPlacesFindTheirNote(string $place, string $id): void
    {
        self::assertSame($id, $this->find($place, new BowDirection(Direction::Down))->from);
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function ranges(): iterable
    {
        yield 'one measure is all its notes' => ['1', 'P1-m1-n1', 'P1-m1-n4'];
        yield 'measures' => ['1-2', 'P1-m1-n1', 'P1-m2-n2'];
        yield 'with a long dash' => ['1–2', 'P1-m1-n1', 'P1-m2-n2'];
        yield 'beats' => ['1.2-1.4', 'P1-m1-n2', 'P1-m1-n3'];
        yield 'to a rehearsal mark, which belongs to it' => ['1.4-A', 'P1-m1-n3', 'P1-m2-n2'];
        yield 'over a measure of rest' => ['2-4', 'P1-m2-n1', 'P1-m4-n4'];
        yield 'ids' => ['P1-m1-n2-P1-m4-n1', 'P1-m1-n2', 'P1-m4-n1'];
    }

    #[DataProvider('ranges')]
    public function testRangesFindTheirEnds(string $place, string $from, string $to): void
    {
        $found = $this->find($place, new NoSlurs());

        self::assertSame([$from, $to], [$found->from, $found->to]);
    }

    public function testAGoalStandsAtTheNextNote(): void
    {
        self::assertSame('P1-m1-n3', $this->find('1.3', new Retake())->from);
        self::assertSame('P1-m4-n1', $this->find('3', new Retake())->from);
    }

    public function testWordsStandAnywhereAlsoAfterTheLastNote(): void
    {
        $kind = Words::read('"breathe"') ?? self::fail('no words');

        self::assertSame('P1-m1-n3', $this->find('1.3', $kind)->from);
        self::assertSame('P1-m5-n1', $this->find('5.4', $kind)->from);
    }

    public function testAChangeStandsInsideTheNoteThatSounds(): void
    {
        $found = $this->find('2.2', Change::read('change up') ?? self::fail('no change'));
        self::assertSame(['P1-m2-n1', '1'], [$found->from, (string) $found->inside]);

        $tied = $this->find('2.3', Change::read('change up') ?? self::fail('no change'));
        self::assertSame(['P1-m2-n2', '0'], [$tied->from, (string) $tied->inside]);
    }

    /** @return iterable<string, array{string, MarkKind, string}> */
    public static function unknown(): iterable
    {
        $bow = new BowDirection(Direction::Up);
        yield 'no place' => ['here', $bow, '“here” is not a place; expected a measure (9), a beat (9.1, 9.2+, 9.2.75), a range (25-28)'
            . ' or a rehearsal mark (B, B+3)'];
        yield 'no measure' => ['99', $bow, 'there is no measure 99 in Violin I; its measures are 1 to 5'];
        yield 'no rehearsal mark' => ['Q', $bow, 'there is no rehearsal mark Q'];
        yield 'a rest' => ['1.3', $bow, 'measure 1 has no note at beat 3; its notes begin at 1, 2, 4, 4.5'];
        yield 'a measure of rest' => ['3', $bow, 'measure 3 has no notes here; a mark needs a note'];
        yield 'a range of rests' => ['3-3', new NoSlurs(), 'measure 3-3 has no notes here; a mark needs a note'];
        yield 'a range for one' => ['1-2', $bow, '“up” stands at one note, not at a range such as 1-2'];
        yield 'a range backwards' => ['4-1', new NoSlurs(), 'the range 4-1 runs backwards; expected the earlier place first'];
        yield 'nothing after' => ['5.2', new Retake(), 'no note comes after 5.2'];
        yield 'a change in a rest' => ['1.3', Change::read('change up') ?? self::fail('no change'),
            'no note sounds on through 1.3, so the bow cannot change there'];
    }

    #[DataProvider('unknown')]
    public function testWhatIsNoPlaceIsSaidInASentence(string $place, MarkKind $kind, string $sentence): void
    {
        $this->expectException(UnknownPlace::class);
        $this->expectExceptionMessage($sentence);
        $this->find($place, $kind);
    }

    public function testEveryNoteHasAShortNameThatFindsIt(): void
    {
        $score = Passage::of('4/4', self::TUNE)->score();
        $places = Places::of($score, $score->parts[0]);
        foreach ($score->parts[0]->notes as $note) {
            self::assertSame($note->id, $places->find($places->nameOf($note->id), new BowDirection(Direction::Down))->from);
        }
    }

    /** @return iterable<string, array{string, bool}> */
    public static function looks(): iterable
    {
        foreach (['9', '9.2', '12a', 'B', 'B+3', 'A.2+', '25-28'] as $place) {
            yield $place => [$place, true];
        }
        foreach (['Violin', 'up', 'as it comes', '', 'low 2'] as $text) {
            yield "“{$text}”" => [$text, false];
        }
    }

    #[DataProvider('looks')]
    public function testAPlaceIsToldFromAName(string $text, bool $is): void
    {
        self::assertSame($is, Places::looksLikeOne($text));
    }

    private function find(string $place, MarkKind $kind): MarkedNotes
    {
        $score = Passage::of('4/4', self::TUNE)->score();

        return Places::of($score, $score->parts[0])->find($place, $kind);
    }

    public function testAPlaceInsideANoteIsNamedByItsBeatWhileItLiesInTheMeasure(): void
    {
        $score = Passage::of('4/4', 'D4w~ | D4w')->score();
        $places = Places::of($score, $score->parts[0]);

        self::assertSame('1.4', $places->nameOf('P1-m1-n1', Fraction::of(3)));
        self::assertSame('1.4+', $places->nameOf('P1-m1-n1', Fraction::of(7, 2)));
        self::assertSame('P1-m1-n1', $places->nameOf('P1-m1-n1', Fraction::of(4)), 'the next measure has a note of its own there');
    }
}
