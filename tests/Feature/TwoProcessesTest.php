<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Plans\TwoProcesses;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use Tests\Support\Tunes;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Sections\Comparison;

/** A long score worked out by two processes is, to the last byte, what one makes of it. */
final class TwoProcessesTest extends TestCase
{
    private const MEASURES = 120;

    private Score $score;
    /** @var array<string, MarkBook> */
    private array $books = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->score = self::score();
        $marks = (new PencilLinesReader($this->score, $this->score->parts))->read("part Violin II\n3.1 up\n7 no slurs\npart Cello\n5.1 low 2 or 1");
        foreach ($this->score->parts as $part) {
            $this->books[$part->id] = MarkBook::of($marks->marks[$part->id] ?? [], $part);
        }
    }

    public function testTheBytesAreTheSame(): void
    {
        $alone = $this->alone();

        self::assertSame($alone, (new TwoProcesses(new Planner()))->marked($this->score, $this->books, cores: 2));
        self::assertSame($alone, (new TwoProcesses(new Planner()))->marked($this->score, $this->books, cores: 1));
        self::assertStringContainsString('sections-differ', $alone, 'the sections are compared across both');
    }

    public function testTheListIsTheSame(): void
    {
        $one = (new TwoProcesses(new Planner(), new MarkedScoreJson(true)))->marked($this->score, cores: 1);

        self::assertSame($one, (new TwoProcesses(new Planner(), new MarkedScoreJson(true)))->marked($this->score, cores: 2));
        self::assertStringContainsString('"minutes"', $one);
    }

    public function testSomeOfTheParts(): void
    {
        $some = [$this->score->parts[3], $this->score->parts[0], $this->score->parts[1]];
        $plan = (new Planner())->plan($this->score, [], $some);
        $alone = (new MarkedScoreJson())->write($plan->withFlags((new Comparison($this->score, $plan->parts))->flags()));

        self::assertSame($alone, (new TwoProcesses(new Planner()))->marked($this->score, [], $some, cores: 2), 'in the order they are asked for');
    }

    public function testWhereTheOtherProcessDiesOneDoesItAll(): void
    {
        $forked = 0;
        $fork = static function () use (&$forked): int {
            $forked++;
            $child = pcntl_fork();
            if ($child === 0) {
                posix_kill((int) getmypid(), SIGKILL);
            }

            return $child;
        };

        self::assertSame($this->alone(), (new TwoProcesses(new Planner(), fork: $fork))->marked($this->score, $this->books, cores: 2));
        self::assertSame(1, $forked);
    }

    public function testWhereThereCanBeNoOtherProcess(): void
    {
        self::assertSame($this->alone(), (new TwoProcesses(new Planner(), fork: static fn (): int => -1))->marked($this->score, $this->books, cores: 2));
    }

    public function testAShortScoreIsNotShared(): void
    {
        $fork = static fn (): int => throw new \LogicException('nobody asked for it');
        $short = Ensemble::of('4/4', ['Violin I' => 'D4 E4 F4 G4', 'Cello' => 'D,4 D,4 D,4 D,4'])->score();

        self::assertStringContainsString('upright-pencil/marked-score', (new TwoProcesses(new Planner(), fork: $fork))->marked($short, cores: 2));
    }

    public function testNobodyIsLeftBehind(): void
    {
        (new TwoProcesses(new Planner()))->marked($this->score, cores: 2);

        self::assertSame(-1, pcntl_waitpid(-1, $status, WNOHANG), 'no child is left');
    }

    private function alone(): string
    {
        $plan = (new Planner())->plan($this->score, $this->books);

        return (new MarkedScoreJson())->write($plan->withFlags((new Comparison($this->score, $plan->parts))->flags()));
    }

    /** Five parts, most of them in one rhythm, so that they agree and quarrel. */
    private static function score(): Score
    {
        $parts = $list = '';
        foreach (['Violin I', 'Violin II', 'Viola', 'Cello', 'Bass'] as $at => $name) {
            $measures = '';
            $count = 0;
            for ($seed = 10 * intdiv($at, 2); $count < self::MEASURES; $seed++) {
                preg_match_all('~<measure\b.*?</measure>~s', Tunes::make($seed, $name)->musicXml(), $found);
                foreach (array_slice($found[0], 1) as $measure) {
                    $count++;
                    $measure = (string) preg_replace(['~number="\d+"~', '~ id="[^"]*"~', '~<barline.*?</barline>~s'], ["number=\"{$count}\"", '', ''], $measure, 1);
                    $measures .= $count <= self::MEASURES ? (string) preg_replace('~ id="[^"]*"~', '', $measure) : '';
                }
            }
            preg_match('~<attributes>.*?</attributes>~s', Tunes::make(1, $name)->by($name)->musicXml(), $attributes);
            $id = 'P' . ($at + 1);
            $list .= "<score-part id=\"{$id}\"><part-name>{$name}</part-name></score-part>";
            $parts .= "<part id=\"{$id}\">" . (string) preg_replace('~(<measure number="1">)~', '$1' . ($attributes[0] ?? ''), $measures, 1) . '</part>';
        }

        return (new ScoreReader())->read("<?xml version=\"1.0\"?><score-partwise version=\"4.0\"><part-list>{$list}</part-list>{$parts}</score-partwise>");
    }
}
