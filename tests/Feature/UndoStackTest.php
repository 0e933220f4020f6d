<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Marking\ChangeMarks;
use App\History\Scope;
use App\History\TurnBack;
use App\History\UndoStack;
use App\Models\Mark;
use App\Models\Section;
use App\Plans\SectionPlanner;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use UprightPencil\Format\PencilLines\PencilLinesReader;

/** Undo and redo against a model that keeps every state there was: whatever is pressed, the marks are as they were. */
final class UndoStackTest extends FeatureTestCase
{
    /** @return iterable<string, array{int}> */
    public static function sessions(): iterable
    {
        foreach (range(1, 8) as $seed) {
            yield "session {$seed}" => [$seed];
        }
    }

    #[DataProvider('sessions')]
    public function testTheMarksAreAsTheyWereHoweverOneGoesBackAndForth(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $section = $this->section($this->piece());
        $states = [[]];
        $at = 0;
        for ($step = 0; $step < 24; $step++) {
            $what = $random->getInt(0, 4);
            if ($what >= 2) {
                $line = ['1.1', '1.2', '1.3', '2.1', '2.2'][$random->getInt(0, 4)] . ' ' . ['up', 'down', 'hook', '2', '"sing"'][$random->getInt(0, 4)];
                if ($this->do($section, $line)) {
                    $states = [...array_slice($states, 0, $at + 1), $this->marks($section)];
                    $at++;
                }
            } else {
                $kind = $what === 0 ? 'undo' : 'redo';
                $done = app(TurnBack::class)->next(Scope::piece($section->piece), $this->director, $kind, null);
                $may = $kind === 'undo' ? $at > 0 : isset($states[$at + 1]);
                self::assertSame($may, $done !== null, "{$kind} at step {$step}");
                $at += $may ? ($kind === 'undo' ? -1 : 1) : 0;
            }
            self::assertSame($states[$at], $this->marks($section), "after step {$step}");
        }
    }

    public function testTheLabelsSayWhatEachWouldDo(): void
    {
        $section = $this->section($this->piece());
        $stack = new UndoStack($this->director, Scope::piece($section->piece));
        self::assertSame(['undo' => null, 'redo' => null], $stack->both());

        $this->do($section, '1.1 up');
        $this->do($section, '1.2 hook');
        self::assertSame(['1.2 hook', null], [$stack->both()['undo']?->label, $stack->both()['redo']?->label]);

        app(TurnBack::class)->next(Scope::piece($section->piece), $this->director, 'undo', null);
        self::assertSame(['1.1 up', '1.2 hook'], [$stack->both()['undo']?->label, $stack->both()['redo']?->label]);
        self::assertSame('1.1 up', $stack->next('undo')?->label);
        self::assertSame('1.2 hook', $stack->next('redo')?->label);
    }

    public function testAChangeThatChangesNothingIsNotOne(): void
    {
        $section = $this->section($this->piece());
        self::assertTrue($this->do($section, '1.1 up'));
        self::assertFalse($this->do($section, '1.1 up'));
    }

    private function do(Section $section, string $line): bool
    {
        $score = app(SectionPlanner::class)->score($section);
        $marks = (new PencilLinesReader($score, $score->parts))->read($line)->marks[$section->part_id] ?? [];

        return app(ChangeMarks::class)->change($section, $this->director, $marks, [], PHP_INT_MAX, $line) !== null;
    }

    /** @return array<string, mixed> what is marked, without who and when, by key */
    private function marks(Section $section): array
    {
        $marks = [];
        foreach ($section->marks()->reorder('key')->get() as $mark) {
            /** @var Mark $mark */
            $marks[$mark->key] = array_diff_key($mark->body, ['author' => 0, 'time' => 0]);
        }

        return $marks;
    }
}
