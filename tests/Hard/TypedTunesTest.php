<?php

declare(strict_types=1);

namespace Tests\Hard;

use PHPUnit\Framework\TestCase;
use Tests\Support\Tunes;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;

/** Somebody types: at every letter of two hundred tunes there is an answer, half a sign and half a note included. */
final class TypedTunesTest extends TestCase
{
    private const TUNES = 200;
    private const PARTS = ['Violin I', 'Viola', 'Cello', 'Bass'];

    public function testEveryPrefixIsAnswered(): void
    {
        $reader = new AbcReader();
        $slowest = 0.0;
        $answers = $scores = 0;
        for ($seed = 0; $seed < self::TUNES; $seed++) {
            $text = (new AbcWriter())->write(Document::open(Tunes::make($seed, self::PARTS[$seed % 4])->musicXml()));
            // Odd tunes are typed with a slip of the hand in them.
            $text = $seed % 2 === 0 ? $text : substr_replace($text, ['[', '(', '{', '"', '!', '(3', '>', "\xC3"][$seed % 8], intdiv(2 * strlen($text), 3), 0);
            for ($length = 0, $whole = strlen($text); $length <= $whole; $length++) {
                $begun = hrtime(true);
                $reading = $reader->read(substr($text, 0, $length));
                $slowest = max($slowest, (hrtime(true) - $begun) / 1e9);
                $answers++;
                if ($length % 41 === 0 && $reading->notes > 0) {
                    self::assertNotSame([], (new ScoreReader())->read($reading->musicXml)->parts[0]->notes);
                    $scores++;
                }
            }
        }
        fwrite(STDOUT, sprintf("\n  %d prefixes of %d typed tunes: all answered, %d of them read as scores, slowest %.3f s\n", $answers, self::TUNES, $scores, $slowest));
        self::assertGreaterThan(1000, $scores);
    }
}
