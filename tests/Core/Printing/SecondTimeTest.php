<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Bowing\Result\VisitBow;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Printing\PageList;
use UprightPencil\Printing\ReadersList;

/** What is marked for one time through reaches every page and file, in a player's words. */
final class SecondTimeTest extends TestCase
{
    /** A repeat of three strokes a measure, with a rest before its end. */
    private const TUNE = '[repeat] D4q E4q F4h | G4q A4q G4q rq [back] | A4h G4h';

    /** @return iterable<string, array{string, string, string, list<string>}> mark, note, words of the page, tokens */
    public static function marks(): iterable
    {
        yield 'retake' => ['1.1 retake 2x', 'P1-m1-n1', '2nd time: retake V', ['up-bow-2x', 'retake-2x']];
        yield 'retake within' => ['2.1 retake 2x', 'P1-m2-n1', '2nd time: retake ⊓', ['down-bow-2x', 'retake-2x']];
        yield 'lift' => ['1.1 lift 2x', 'P1-m1-n1', '2nd time: lift, then ⊓', ['down-bow-2x', 'lift-2x']];
        yield 'hook' => ['1.2 hook 2x', 'P1-m1-n2', '2nd time: hook ⊓', ['down-bow-2x', 'hook-2x']];
        yield 'direction' => ['1.2 down 2x', 'P1-m1-n2', '2nd time: ⊓', ['down-bow-2x']];
        yield 'the first time only' => ['1.3 hook 1x', 'P1-m1-n3', '1st time: hook V', ['up-bow-1x', 'hook-1x']];
    }

    /** @param list<string> $tokens */
    #[DataProvider('marks')]
    public function testItStandsOnThePageAndInTheLists(string $mark, string $note, string $words, array $tokens): void
    {
        $passage = Passage::of('4/4', self::TUNE)->at(60)->marked($mark);
        $plan = $passage->plan();
        $print = $plan->prints[$note] ?? null;

        self::assertNotNull($print, 'nothing is printed at the note');
        self::assertSame([], array_diff($tokens, $print->tokens()), implode(' ', $print->tokens()));
        $musicXml = self::written($passage, $plan);
        self::assertStringContainsString($words, strtr((string) preg_replace(
            '~</words></direction-type><direction-type><symbol>(\w+)</symbol>~',
            '$1',
            $musicXml,
        ), ['stringsDownBow' => '⊓', 'stringsUpBow' => 'V']));
        self::assertStringContainsString("^{$words}", (new AbcWriter())->write(Document::open($musicXml)));
        $list = ReadersList::of($passage->score(), $plan->part, $plan->book, $plan->bow, $plan->prints);
        self::assertStringContainsString($words, implode("\n", array_map(static fn ($row): string => $row->text(), $list->rows)));
    }

    #[DataProvider('marks')]
    public function testItIsReadBack(string $mark, string $note): void
    {
        $passage = Passage::of('4/4', self::TUNE)->at(60)->marked($mark);
        $plan = $passage->plan();
        $musicXml = self::written($passage, $plan);
        $score = (new ScoreReader())->read($musicXml);
        $again = (new Planner($passage->options()))->plan($score)->parts[0];
        self::assertSame(self::visits($plan), self::visits($again));

        $abc = (new ScoreReader())->read((new AbcWriter())->write(Document::open($musicXml)));
        self::assertSame(
            array_values(self::visits($plan)),
            array_values(self::visits((new Planner($passage->options()))->plan($abc)->parts[0])),
        );

        $page = (new PageList())->write($passage->score(), $plan->part, $plan->prints);
        $marks = (new PencilLinesReader($passage->score(), $passage->score()->parts))->read($page);
        self::assertSame([], $marks->errors, $page);
        $book = MarkBook::of($marks->marks['P1'] ?? [], $plan->part);
        $listed = (new Planner($passage->options()))->part($passage->score(), $plan->part, $book);
        self::assertSame(self::visits($plan), self::visits($listed), $page);
    }

    private static function written(Passage $passage, PartPlan $plan): string
    {
        return (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
    }

    /** @return array<string, string> first and other times of each stroke, by note id */
    private static function visits(PartPlan $plan): array
    {
        $heads = array_filter($plan->bow->notes, static fn (NoteBow $bow): bool => $bow->isHead);

        return array_map(static fn (NoteBow $bow): string => $bow->direction->value . implode('', array_map(
            static fn (int $pass, VisitBow $visit): string => " {$pass}x {$visit->direction->value}"
                . ($visit->isJoined() ? " {$visit->connection->value}" : ''),
            array_keys($bow->otherPasses),
            $bow->otherPasses,
        )), $heads);
    }
}
