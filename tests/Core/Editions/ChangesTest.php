<?php

declare(strict_types=1);

namespace Tests\Core\Editions;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Editions\Change;
use UprightPencil\Editions\ChangeKind;
use UprightPencil\Editions\Changes;
use UprightPencil\Editions\MarkedScoreFile;
use UprightPencil\Editions\ToldScore;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\ScorePlan;

/** What changed between two editions: decisions, and apart from them what follows. */
final class ChangesTest extends TestCase
{
    /** @return iterable<string, array{Passage, string, string, list<string>}> music, marks before, marks after, what is told */
    public static function changes(): iterable
    {
        $line = Passage::of('4/4', 'D4q E4q F#4q G4q | A4h G4h | F#4q E4q D4h')->inKey(2)->profile('second-year');
        yield 'nothing' => [$line, '1.4 hook', '1.4 hook', []];
        yield 'a direction, and what turns with it' => [$line, '', '1.1 up', [
            'decided: m. 1: up, was down',
            'follows: because of m. 1: m. 1 beat 2 to m. 3 beat 3 turn round',
        ]];
        yield 'a mark taken out' => [$line, '1.1 up', '', [
            'decided: m. 1: down, was up',
            'follows: because of m. 1: m. 1 beat 2 to m. 3 beat 3 turn round',
        ]];
        yield 'a hook' => [$line, '', '1.4 hook', [
            'decided: m. 1 beat 4: down, hooked, was up',
            'follows: because of m. 1 beat 4: m. 2 to m. 3 beat 3 turn round',
        ]];
        yield 'a slur, and one that goes' => [$line, '1.1 slur 1.2', '3.1 slur 3.2', [
            'decided: m. 1: the slur to m. 1 beat 2 is gone',
            'follows: because of m. 1: m. 1 beat 2 to m. 2 beat 3 turn round',
            'decided: m. 3: the slur to m. 3 beat 2 is new',
            'follows: because of m. 3: m. 3 to m. 3 beat 2 turn round',
        ]];
        yield 'a finger' => [$line, '', '2.1 4', ['decided: m. 2: 4 on D, was open A']];
        yield 'words' => [$line, '1.1 "at the tip"', '1.1 "whole bow"', [
            'decided: m. 1: “whole bow” is new',
            'decided: m. 1: “at the tip” is gone',
        ]];
        yield 'a change inside a note' => [$line, '', '2.2 change up', [
            'decided: m. 2: down, change up on 2, was down',
            'follows: because of m. 2: m. 2 beat 3 to m. 3 beat 3 turn round',
        ]];
        yield 'a reminder of what is so anyway' => [$line, '', '1.1 down', []];
    }

    /** @param list<string> $told */
    #[DataProvider('changes')]
    public function testWhatIsTold(Passage $music, string $before, string $after, array $told): void
    {
        $changes = Changes::between(self::told(self::plan($music, $before)), self::told(self::plan($music, $after)));

        self::assertSame($told, array_map(static fn (Change $change): string => "{$change->kind->value}: {$change->text}", $changes));
    }

    public function testARunSaysWhereItBeginsAndEnds(): void
    {
        $line = Passage::of('4/4', 'D4q E4q F#4q G4q | A4h G4h | F#4q E4q D4h')->inKey(2);
        [, $run] = Changes::between(self::told(self::plan($line, '')), self::told(self::plan($line, '1.1 up')));

        self::assertSame(['1', '2', '3', 'up', 'down'], [$run->measure, $run->beat, $run->until, $run->was, $run->now]);
    }

    public function testMusicXmlTellsTheFirstOfARowAsTheDecision(): void
    {
        $line = Passage::of('4/4', 'D4q E4q F#4q G4q | A4h G4h | F#4q E4q D4h')->inKey(2);
        $changes = Changes::between(self::written(self::plan($line, '')), self::written(self::plan($line, '1.4 hook')));

        self::assertSame([ChangeKind::Decided, ChangeKind::Follows], array_column($changes, 'kind'));
        self::assertSame(['1', '4', 'up', 'down, hooked'], [$changes[0]->measure, $changes[0]->beat, $changes[0]->was, $changes[0]->now]);
    }

    public function testNotesThatCameAndWentAreTold(): void
    {
        $old = self::told(self::plan(Passage::of('4/4', 'D4h E4h'), ''));
        $new = self::told(self::plan(Passage::of('4/4', 'D4h F4h'), ''));
        $texts = array_column(Changes::between($old, $new), 'text');

        self::assertContains('m. 1 beat 3: a note that was not there', $texts);
        self::assertContains('m. 1 beat 3: a note that is gone', $texts);
    }

    public function testAPartOfAnotherNameIsNotCompared(): void
    {
        $violin = self::told(self::plan(Passage::of('4/4', 'D4h E4h'), ''));
        $viola = self::told(self::plan(Passage::of('4/4', 'D4h E4h')->by('Viola'), '1.1 up'));

        self::assertSame([], Changes::between($violin, $viola));
    }

    /** @return iterable<string, array{string, string}> */
    public static function others(): iterable
    {
        yield 'other JSON' => ['{"format":"something"}', 'no marked score'];
        yield 'JSON that breaks off' => ['{"format":"upright-pencil/marked-score","parts":[', 'no marked score'];
        yield 'parts that are none' => ['{"format":"upright-pencil/marked-score","parts":7}', 'no marked score'];
        yield 'a web page' => ['<html></html>', 'web page'];
        yield 'nothing' => ['', 'empty'];
    }

    #[DataProvider('others')]
    public function testAnotherFileIsASentence(string $bytes, string $sentence): void
    {
        $this->expectException(UnreadableScore::class);
        $this->expectExceptionMessageMatches("~{$sentence}~");
        (new MarkedScoreFile())->read($bytes);
    }

    public function testRowsThatAreNoneAreLeftOut(): void
    {
        $score = (new MarkedScoreFile())->read(
            '{"format":"upright-pencil/marked-score","parts":[3,{"id":7,"notes":[1,{"bow":{"changes":[1]},"finger":"x","prints":[2]}]}]}',
        );

        self::assertCount(1, $score->parts);
        self::assertSame('no finger', $score->parts[0]->notes[0]->hand());
    }

    private static function plan(Passage $music, string $marks): ScorePlan
    {
        $marked = $music->marked($marks);
        $score = $marked->score();

        return (new Planner($marked->options()))->plan($score, ['P1' => $marked->plan()->book ?? MarkBook::empty()]);
    }

    private static function told(ScorePlan $plan): ToldScore
    {
        return (new MarkedScoreFile())->read((new MarkedScoreJson())->write($plan));
    }

    private static function written(ScorePlan $plan): ToldScore
    {
        $music = Passage::of('4/4', 'D4q E4q F#4q G4q | A4h G4h | F#4q E4q D4h')->inKey(2)->musicXml();

        return (new MarkedScoreFile())->read((new ScoreWriter(Document::open($music)))->write($plan->parts));
    }
}
