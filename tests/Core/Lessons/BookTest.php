<?php

declare(strict_types=1);

namespace Tests\Core\Lessons;

use PHPUnit\Framework\TestCase;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Lessons\Book;
use UprightPencil\Lessons\FactKind;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Lessons\LessonFacts;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Settings\Profile;

/** What a lesson brings that none before it had. Each of these is what a teacher would say is new. */
final class BookTest extends TestCase
{
    public function testTheFirstLessonBringsEverything(): void
    {
        $new = $this->texts((new Book())->next($this->facts('K:D', 'D D D D | A A A2 |]')));

        self::assertSame(['the D string', 'D', 'the A string', 'A', 'quarter notes', 'half notes', '4/4'], $new);
    }

    public function testOnlyWhatNoneBeforeHadIsNew(): void
    {
        $book = new Book();
        $book->next($this->facts('K:D', 'D E F G | A2 A2 |]'));
        self::assertSame([], $this->texts($book->next($this->facts('K:D', 'A2 G F | E D D2 |]'))), 'the same things in another order');
        self::assertSame(['low 2 on D', 'F natural'], $this->texts($book->next($this->facts('K:C', 'D E F E | D2 D2 |]'))), 'low 2, and a natural that was sharp before');
        self::assertSame(['whole notes'], $this->texts($book->next($this->facts('K:D', 'A4 |]')), FactKind::Rhythm));
    }

    public function testSlursStrokesMetersAndEndingsAreTold(): void
    {
        $book = new Book();
        $book->next($this->facts('K:D', 'D E F G | A4 |]'));
        self::assertSame(['a slur of two notes'], $this->texts($book->next($this->facts('K:D', '(D E) (F G) | A4 |]'))));
        self::assertSame(['a slur of four notes'], $this->texts($book->next($this->facts('K:D', '(D E F G) | A4 |]'))));
        self::assertSame(['hooked bows'], $this->texts($book->next($this->facts('K:D', 'D .(E F) G | A4 |]')), FactKind::Stroke));
        self::assertSame(['notes with dots'], $this->texts($book->next($this->facts('K:D', '.D .E .F .G | A4 |]'))));
        self::assertContains('3/4', $this->texts($book->next($this->facts('K:D', 'D E F | A3 |]', '3/4'))));
        $form = $book->next($this->facts('K:D', '|: D E F G |1 A4 :|2 D4 |]'));
        self::assertSame(['a repeat', 'a second ending'], $this->texts($form, FactKind::Form));
        self::assertSame(['p', 'a crescendo', 'f'], $this->texts($book->next($this->facts('K:D', '!p!D !crescendo(!E F !crescendo)!G | !f!A4 |]')), FactKind::Dynamic));
    }

    public function testRhythmsAreNamedAsInClass(): void
    {
        $names = fn (string $notes, string $meter = '4/4'): array
            => $this->texts((new Book())->next($this->facts('K:D', $notes, $meter)), FactKind::Rhythm);

        self::assertSame(['dotted quarter and eighth', 'half notes'], $names('A3/2 A/ A2 |]'));
        self::assertSame(['eighth notes', 'quarter notes', 'quarter rests'], $names('A/A/ A z A |]'));
        self::assertSame(['eighth, quarter and eighth', 'half notes'], $names('A/A A/ A2 |]'));
        self::assertSame(['triplet eighths', 'quarter notes', 'half notes'], $names('(3A/A/A/ A A2 |]'));
        self::assertSame(['quarter notes', 'dotted half notes', 'a pickup'], $names('A | A3 A | A3 |]'));
        self::assertSame(['eighth notes', 'quarter and eighth', 'dotted half notes'], $names('A/A/A/ A A/ | A3 |]', '6/8'));
        self::assertSame(['half notes', 'a tie'], $names('A2 A2- | A2 A2 |]'));
    }

    public function testEveryInstrumentHasItsOwnNews(): void
    {
        $books = ['viola' => new Book(), 'violin' => new Book()];
        $first = 'A B c d | e d c A |]';
        $books['violin']->next($this->facts('K:D', $first));
        $books['viola']->next($this->facts('K:D', $first, '4/4', 2));
        $second = 'd e f e | d4 |]';

        self::assertContains('1 on E', $this->texts($books['violin']->next($this->facts('K:D', $second))));
        self::assertNotContains('1 on E', $this->texts($books['viola']->next($this->facts('K:D', $second, '4/4', 2))));
    }

    public function testAPieceIsPlayableFromTheLessonThatBringsTheLastOfIt(): void
    {
        $book = new Book();
        foreach ([['K:D', 'D D A A | D4 |]'], ['K:D', 'D E F G | A4 |]'], ['K:D', '(D E) (F G) | A4 |]'], ['K:C', 'D E F D | D4 |]']] as [$key, $notes]) {
            $book->next($this->facts($key, $notes));
        }

        self::assertSame(1, $book->fromWhichOn($this->facts('K:D', 'D E F G | A G F E | D4 |]')));
        self::assertSame([], $book->missing($this->facts('K:D', 'D E F G | A G F E | D4 |]')));
        self::assertSame(2, $book->fromWhichOn($this->facts('K:D', 'D D (E D) | A4 |]')));
        $missing = $book->missing($this->facts('K:D', 'D E F G | e4 |]'));
        self::assertSame(['the E string'], $this->texts($missing));
        self::assertSame('2', $missing[0]->measure);
    }

    /** The same book in the same order brings the same; and all that is brought is brought once. */
    public function testNothingIsNewTwice(): void
    {
        $book = new Book();
        $seen = [];
        foreach (['D E F G | A4', 'D2 A2 | D4', 'A B c d | d4', 'd c B A | G F E D', '(D E) (F G) | A4', 'D/E/ F G2 | A4'] as $notes) {
            foreach ($book->next($this->facts('K:D', "{$notes} |]")) as $fact) {
                self::assertArrayNotHasKey($fact->key, $seen);
                $seen[$fact->key] = true;
            }
        }
        self::assertGreaterThan(12, count($seen));
    }

    /**
     * @param int $part of the string orchestra: 0 first violins, 2 violas
     * @return list<LessonFact>
     */
    private function facts(string $key, string $notes, string $meter = '4/4', int $part = 0): array
    {
        $piece = TypedPiece::from(['kind' => 'lesson', 'abc' => "X:1\nM:{$meter}\nL:1/4\n{$key}\n{$notes}\n"]);
        self::assertSame([], (new AbcReader())->read($piece->abc)->problems);
        $score = (new ScoreReader())->read($piece->score(new OctaveRule(Profile::SecondYear))->musicXml);
        $plan = (new Planner(new PlanOptions(Profile::SecondYear), false))->plan($score, [], [$score->parts[$part]]);

        return LessonFacts::of($score, $plan->parts[0]);
    }

    /**
     * @param list<LessonFact> $facts
     * @return list<string>
     */
    private function texts(array $facts, ?FactKind $kind = null): array
    {
        $chosen = array_filter($facts, static fn (LessonFact $fact): bool => $kind === null || $fact->kind === $kind);

        return array_values(array_map(static fn (LessonFact $fact): string => $fact->text, $chosen));
    }
}
