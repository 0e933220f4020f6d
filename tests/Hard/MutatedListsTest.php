<?php

declare(strict_types=1);

namespace Tests\Hard;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\Passage;
use Throwable;
use UprightPencil\Format\MarksJson;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Plan\Planner;

/** Lists of marks with something wrong in them: what is readable is taken, the rest is told with its line; nothing else happens. */
final class MutatedListsTest extends TestCase
{
    private const WORDS = [
        'up', 'down', 'hook', 'retake', 'lift', 'no retake', 'no sign', 'goal down', 'no slurs', 'slur 1.2', 'slur 99.9', 'change up', '4', 'low 4',
        'x4', '0', '0 or 4', 'III', 'III or I', 'on G', 'leave down', 'slide', 'leave out', 'divide', 'courtesy', '"words"', '"', '2x', '@outside',
        '@', '?', '> 2.1 down', '>', '# x', ',', 'or', 'part Violin I', 'part', "\u{202E}", '⊓', 'ä', '10000000000', '1/0', 'low', 'low low 4',
    ];
    private const PLACES = ['0', '1', '1.1', '1.2+', '2.1-2.4', '2-1', '25.3-26.2', 'A', 'B+3', '9.2.75', '-1', '1.', '.1', '1.99999999999', '0.0', 'P1-m1-n1', '1.1.1.1'];

    public function testAreReadAndToldLineByLine(): void
    {
        $random = new Randomizer(new Mt19937(Amount::seed()));
        $score = Passage::of('4/4', 'A4q | D5q E5q (F#5q G5q) | A5q G5q F#5h | A4q B4q C#5q D5q')->withPickup()->score();
        $reader = new PencilLinesReader($score, $score->parts);
        $tries = Amount::of(5000, 40_000);
        $faults = [];
        $marks = $errors = 0;
        for ($try = 0; $try < $tries; $try++) {
            $text = $this->list($random);
            try {
                $reading = $random->getInt(0, 3) === 0 ? MarksJson::read($this->json($text, $random), $reader) : $reader->read($text);
                $errors += count($reading->errors);
                foreach ($reading->marks as $some) {
                    $marks += count($some);
                }
                if ($try % 10 === 0) {
                    $book = MarkBook::of(array_merge(...array_values($reading->marks)), $score->parts[0]);
                    (new Planner())->part($score, $score->parts[0], $book);
                }
                foreach ($this->records($reading->marks, $random) as $record) {
                    MarksJson::fromRecord($record, 'x')?->key();
                }
            } catch (MusicException) {
                // A time in a kept record that is no number: told as a sentence where it is read.
            } catch (Throwable $fault) {
                $faults[] = "try {$try}: " . $fault::class . " {$fault->getMessage()} at {$fault->getFile()}:{$fault->getLine()}\n{$text}";
            }
        }
        Amount::tell("{$tries} mutated lists: {$marks} marks read, {$errors} lines told, " . count($faults) . ' faults');
        self::assertSame([], $faults);
        self::assertGreaterThan($tries / 3, $marks, 'enough of it means something');
        self::assertGreaterThan($tries, $errors);
    }

    private function list(Randomizer $random): string
    {
        $lines = [];
        foreach (range(1, $random->getInt(1, 12)) as $line) {
            $words = [];
            foreach (range(1, $random->getInt(1, 3)) as $word) {
                $words[] = self::WORDS[$random->getInt(0, count(self::WORDS) - 1)];
            }
            $text = self::PLACES[$random->getInt(0, count(self::PLACES) - 1)] . ' '
                . implode([', ', ', ', ' '][$random->getInt(0, 2)], array_slice($words, 0, $random->getInt(0, 1) === 0 ? 1 : 3));
            if ($random->getInt(0, 5) === 0) {
                $text[$random->getInt(0, strlen($text) - 1)] = chr($random->getInt(1, 255));
            }
            $lines[] = $text;
        }

        return implode(["\n", "\r\n", "\n\n"][$random->getInt(0, 2)], $lines);
    }

    private function json(string $text, Randomizer $random): string
    {
        $rows = array_map(static fn (string $line): array => ['line' => $line, 'author' => 'x'], explode("\n", $text));
        $data = ['format' => MarksJson::FORMAT, 'version' => 1, 'parts' => [['part' => ['Violin I', 'Nobody', 7][$random->getInt(0, 2)], 'marks' => $rows]]];
        $json = (string) json_encode($data, JSON_INVALID_UTF8_SUBSTITUTE);

        return $random->getInt(0, 4) === 0 ? substr($json, 0, $random->getInt(0, strlen($json))) : $json;
    }

    /**
     * @param array<string, list<\UprightPencil\Marks\Mark>> $marks
     * @return iterable<array<string, mixed>> records as they are kept, each with something changed
     */
    private function records(array $marks, Randomizer $random): iterable
    {
        foreach (array_merge(...array_values($marks)) as $mark) {
            $record = MarksJson::toRecord($mark);
            $keys = array_keys($record);
            $record[$keys[$random->getInt(0, count($keys) - 1)]] = [null, 'x', 7, [], ['x'], '1/0', true][$random->getInt(0, 6)];
            yield $record;
        }
    }
}
