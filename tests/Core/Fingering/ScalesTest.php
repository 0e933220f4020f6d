<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Scale;

/** Scales and arpeggios in the usual keys, with the fingers string teachers publish, and the principle each follows. */
final class ScalesTest extends TestCase
{
    /** @return iterable<string, array{string, Scale, string}> */
    public static function scales(): iterable
    {
        // The same pattern on the next string: 2-3 close from an open string.
        yield 'violin G, two octaves: open strings, low 2 from A up' => ['Violin I', Scale::major('G3', 2),
            'G:0 G:1 G:high2 G:3 D:0 D:1 D:high2 D:3 A:0 A:1 A:low2 A:3 E:0 E:1 E:low2'];
        yield 'violin A, two octaves: from the first finger 3-4 close' => ['Violin I', Scale::major('A3', 2),
            'G:1 G:high2 G:high3 D:0 D:1 D:high2 D:high3 A:0 A:1 A:high2 A:3 E:0 E:1 E:high2 E:3'];
        yield 'violin B flat, two octaves: low 4 where no open string is in the key' => ['Violin I', Scale::major('Bb3', 2),
            'G:low2 G:3 D:0 D:low1 D:low2 D:3 A:0 A:low1 A:low2 A:3 A:low4 E:low1 E:low2 E:3 E:low4'];
        yield 'violin C' => ['Violin I', Scale::major('C4', 1), 'G:3 D:0 D:1 D:low2 D:3 A:0 A:1 A:low2'];
        yield 'violin D' => ['Violin I', Scale::major('D4', 1), 'D:0 D:1 D:high2 D:3 A:0 A:1 A:high2 A:3'];
        yield 'violin F' => ['Violin I', Scale::major('F4', 1), 'D:low2 D:3 A:0 A:low1 A:low2 A:3 E:0 E:low1'];
        yield 'violin E: 3-4 close on both strings' => ['Violin I', Scale::major('E4', 1),
            'D:1 D:high2 D:high3 A:0 A:1 A:high2 A:high3 E:0'];
        yield 'violin E flat: low 1 to low 4' => ['Violin I', Scale::major('Eb4', 1),
            'D:low1 D:low2 D:3 D:low4 A:low1 A:low2 A:3 A:low4'];
        yield 'violin A minor, natural' => ['Violin I', Scale::minor('A3', 1), 'G:1 G:high2 G:3 D:0 D:1 D:low2 D:3 A:0'];
        yield 'violin D minor, natural' => ['Violin I', Scale::minor('D4', 1), 'D:0 D:1 D:low2 D:3 A:0 A:low1 A:low2 A:3'];
        yield 'violin E minor, natural' => ['Violin I', Scale::minor('E4', 1), 'D:1 D:high2 D:3 A:0 A:1 A:low2 A:3 E:0'];
        yield 'violin D, two octaves: third position on the E string, found by the first finger' => ['Violin I', Scale::major('D4', 2),
            'D:0 D:1 D:high2 D:3 A:0 A:1 A:high2 A:3 E:0 E:1 E:low2 III E:1 E:high2 E:high3 E:4'];
        // Viola: fingered as the violin, a string over.
        yield 'viola C, two octaves, as violin G' => ['Viola', Scale::major('C3', 2),
            'C:0 C:1 C:high2 C:3 G:0 G:1 G:high2 G:3 D:0 D:1 D:low2 D:3 A:0 A:1 A:low2'];
        yield 'viola D, two octaves, as violin A' => ['Viola', Scale::major('D3', 2),
            'C:1 C:high2 C:high3 G:0 G:1 G:high2 G:high3 D:0 D:1 D:high2 D:3 A:0 A:1 A:high2 A:3'];
        yield 'viola G' => ['Viola', Scale::major('G3', 1), 'G:0 G:1 G:high2 G:3 D:0 D:1 D:high2 D:3'];
        yield 'viola F' => ['Viola', Scale::major('F3', 1), 'C:3 G:0 G:1 G:low2 G:3 D:0 D:1 D:low2'];
        yield 'viola E flat, two octaves' => ['Viola', Scale::major('Eb3', 2),
            'C:low2 C:3 G:0 G:low1 G:low2 G:3 D:0 D:low1 D:low2 D:3 D:low4 A:low1 A:low2 A:3 A:low4'];
        // Cello: closed hand where it reaches, open hand for sharps, the first finger back for flats.
        yield 'cello C, two octaves' => ['Cello', Scale::major('C2', 2),
            'C:0 C:1 C:3 C:4 G:0 G:1 G:3 G:4 D:0 D:1 D:2 D:4 A:0 A:1 A:2'];
        yield 'cello G' => ['Cello', Scale::major('G2', 1), 'G:0 G:1 G:3 G:4 D:0 D:1 D:3 D:4'];
        yield 'cello G, two octaves: fourth position by the first finger' => ['Cello', Scale::major('G2', 2),
            'G:0 G:1 G:3 G:4 D:0 D:1 D:3 D:4 A:0 A:1 A:2 A:4 IV A:1 A:3 A:4'];
        yield 'cello D' => ['Cello', Scale::major('D3', 1), 'D:0 D:1 D:3 D:4 A:0 A:1 A:3 A:4'];
        yield 'cello D, two octaves: the hand opens on the low strings' => ['Cello', Scale::major('D2', 2),
            'C:1 C:x2 C:x4 G:0 G:1 G:x2 G:x4 D:0 D:1 D:3 D:4 A:0 A:1 A:3 A:4'];
        yield 'cello F' => ['Cello', Scale::major('F2', 1), 'C:4 G:0 G:1 G:2 G:4 D:0 D:1 D:2'];
        yield 'cello A: the hand opens' => ['Cello', Scale::major('A2', 1), 'G:1 G:x2 G:x4 D:0 D:1 D:x2 D:x4 A:0'];
        yield 'cello B flat: the first finger reaches back' => ['Cello', Scale::major('Bb2', 1),
            'G:2 G:4 D:0 D:x1 D:2 D:4 A:0 A:x1'];
        yield 'cello A minor, natural' => ['Cello', Scale::minor('A2', 1), 'G:1 G:3 G:4 D:0 D:1 D:2 D:4 A:0'];
        yield 'cello D minor, natural' => ['Cello', Scale::minor('D3', 1), 'D:0 D:1 D:2 D:4 A:0 A:x1 A:2 A:4'];
        // Bass: one position over several strings, crossing instead of shifting.
        yield 'bass G' => ['Bass', Scale::major('G2', 1), 'E:2 A:0 A:1 A:2 D:0 D:1 D:4 G:0'];
        yield 'bass F: half position throughout' => ['Bass', Scale::major('F2', 1), '½ E:1 E:4 A:0 A:1 A:4 D:0 D:2 D:4'];
        yield 'bass A' => ['Bass', Scale::major('A2', 1), 'A:0 A:1 A:4 D:0 D:1 D:4 ½ G:1 G:2'];
        yield 'bass B flat: half position' => ['Bass', Scale::major('Bb2', 1), '½ A:1 A:4 D:0 D:1 D:4 G:0 G:2 G:4'];
        yield 'bass C' => ['Bass', Scale::major('C3', 1), 'A:2 D:0 D:1 D:2 G:0 G:1 G:4 II G:4'];
        yield 'bass D: third position for the top' => ['Bass', Scale::major('D3', 1), 'D:0 D:1 D:4 G:0 G:1 G:4 III G:2 G:4'];
        // Arpeggios.
        yield 'violin G arpeggio' => ['Violin I', Scale::arpeggio('G3', 2), 'G:0 G:high2 D:0 D:3 A:1 A:3 E:low2'];
        yield 'violin D arpeggio' => ['Violin I', Scale::arpeggio('D4', 1), 'D:0 D:high2 A:0 A:3'];
        yield 'violin A arpeggio' => ['Violin I', Scale::arpeggio('A3', 1), 'G:1 G:high3 D:1 A:0'];
        yield 'viola C arpeggio' => ['Viola', Scale::arpeggio('C3', 2), 'C:0 C:high2 G:0 G:3 D:1 D:3 A:low2'];
        yield 'cello C arpeggio' => ['Cello', Scale::arpeggio('C2', 1), 'C:0 C:3 G:0 G:4'];
        yield 'cello G arpeggio' => ['Cello', Scale::arpeggio('G2', 1), 'G:0 G:3 D:0 D:4'];
        yield 'bass G arpeggio' => ['Bass', Scale::arpeggio('G2', 1), 'E:2 A:1 D:0 G:0'];
        yield 'bass C arpeggio' => ['Bass', Scale::arpeggio('C3', 1), 'A:2 D:1 G:0 II G:4'];
    }

    #[DataProvider('scales')]
    public function testScale(string $part, Scale $scale, string $fingers): void
    {
        $found = str_replace(' |', '', $scale->passage()->by($part)->fingers());

        self::assertSame($fingers, $found);
    }

    #[DataProvider('scales')]
    public function testTheWayDownIsOneOfTheSameHand(string $part, Scale $scale, string $fingers): void
    {
        $plan = $scale->downwards()->passage()->by($part)->plan();
        self::assertSame([], array_diff(array_column($plan->part->notes, 'id'), array_keys($plan->fingers->notes)));
    }

    /** @return iterable<string, array{string}> */
    public static function tonics(): iterable
    {
        foreach (['G3', 'A3', 'Bb3', 'C4', 'D4', 'Eb4', 'E4', 'F4', 'Ab3', 'B3'] as $tonic) {
            yield $tonic => [$tonic];
        }
    }

    #[DataProvider('tonics')]
    public function testAFifthLowerOnTheViolaIsTheSameFingersAStringOver(string $tonic): void
    {
        $violin = Scale::major($tonic, 1);
        $over = ['G' => 'C', 'D' => 'G', 'A' => 'D', 'E' => 'A'];
        $expected = preg_replace_callback(
            '~([GDAE]):~',
            static fn (array $match): string => $over[$match[1]] . ':',
            $violin->passage()->by('Violin I')->fingers(),
        );

        self::assertSame($expected, $violin->aFifthLower()->passage()->by('Viola')->fingers());
    }
}
