<?php

declare(strict_types=1);

namespace Tests\Core\Marks;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkState;

/** Which marks take each other's place, which stand side by side, and what of a mark stays when it is copied. */
final class MarkIdentityTest extends TestCase
{
    private static function mark(string $line): Mark
    {
        $score = Passage::of('4/4', '[repeat] D4w | E4q F4q G4h [back]')->score();
        $reading = (new PencilLinesReader($score, $score->parts))->read($line);
        self::assertSame([], $reading->errors, $line);

        return $reading->marks['P1'][0];
    }

    #[DataProvider('pairs')]
    public function testWhichTakesThePlaceOfWhich(string $one, string $other, bool $isSamePlace): void
    {
        self::assertSame($isSamePlace, self::mark($one)->key() === self::mark($other)->key());
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function pairs(): iterable
    {
        yield 'down and up' => ['1.1 down', '1.1 up', true];
        yield 'a hook and a retake' => ['2.1 hook', '2.1 retake', true];
        yield 'two fingers' => ['2.1 1', '2.1 3', true];
        yield 'a direction and a hook' => ['2.1 down', '2.1 hook', false];
        yield 'a finger and a string' => ['2.1 1', '2.1 on D', false];
        yield 'two notes' => ['2.1 down', '2.2 down', false];
        yield 'every time and the second time' => ['1.1 up', '1.1 up 2x', false];
        yield 'the first time and the second' => ['1.1 up 1x', '1.1 up 2x', false];
        yield 'everybody and the outside players' => ['1.1 up', '1.1 up @outside', false];
        yield 'outside and inside' => ['1.1 up @outside', '1.1 up @inside', false];
        yield 'two stands' => ['1.1 up @stand 1', '1.1 up @stand 2', false];
        yield 'changes at two beats of a note' => ['1.2 change up', '1.3 change up', false];
        yield 'changes at one beat' => ['1.3 change up', '1.3 change down', true];
    }

    public function testTwoProposalsOfTwoPeopleStandSideBySide(): void
    {
        $proposed = self::mark('1.1 up')->inState(MarkState::Proposed);
        [$ilse, $maren] = [$proposed->by('Ilse', '', '7'), $proposed->by('Maren', '', '8')];

        self::assertNotSame($ilse->key(), $maren->key());
        self::assertNotSame(self::mark('1.1 up')->key(), $ilse->key());
        self::assertSame($ilse->key(), $proposed->by('Another name', '', '7')->key(), 'whose it is goes by the account, not by the name');
    }

    public function testOnlyWhatIsDecidedOrOpenActs(): void
    {
        $mark = self::mark('2.1 III, 1');

        self::assertTrue($mark->acts());
        self::assertFalse($mark->inState(MarkState::Proposed)->acts());
        $score = Passage::of('4/4', '[repeat] D4w | E4q F4q G4h [back]')->score();
        $book = MarkBook::of([$mark->inState(MarkState::Proposed)], $score->parts[0]);
        self::assertSame([], $book->acting($mark->kind()::class));
    }

    public function testACopyKeepsForWhomAndWhenAndLeavesWhoAndWhy(): void
    {
        $mark = self::mark('1.3 change up 2x @inside > 2.1 down # so that it leads')->by('Ilse', '2026-01-02', '7')->inState(MarkState::Proposed);
        $copy = $mark->at('P1-m2-n3', 'P1-m2-n3', ['']);

        self::assertSame(['P1-m2-n3', 'P1-m2-n3', 'change up'], [$copy->from, $copy->to, $copy->words()]);
        self::assertSame(
            [2, 'inside', '2', MarkState::Proposed],
            [$copy->pass, $copy->for->value, (string) $copy->inside, $copy->state],
        );
        self::assertSame(['', '', '', '', null], [$copy->author, $copy->authorId, $copy->time, $copy->comment, $copy->reason]);
    }

    public function testADecidedProposalKeepsAllButItsState(): void
    {
        $mark = self::mark('1.3 change up 2x @inside # lightly')->by('Ilse', '2026-01-02', '7')->inState(MarkState::Proposed);
        $decided = $mark->decided();

        self::assertSame(MarkState::Decided, $decided->state);
        self::assertEquals($mark, $decided->inState(MarkState::Proposed));
    }

    public function testAChoiceDecidedTakesThePossibilityAndItsTarget(): void
    {
        $choice = self::mark('2.1 no slurs or slur 2.3');
        self::assertFalse($choice->acts());
        self::assertSame(['no slurs', 'slur'], [$choice->decided(0)->words(), substr($choice->decided(1)->words(), 0, 4)]);
        self::assertSame([''], $choice->decided(0)->targets);
        self::assertSame(['P1-m2-n3'], $choice->decided(1)->targets);
    }
}
