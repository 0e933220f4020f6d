<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\ReturningPassages;
use Tests\Support\Passage;

/** Violin and viola out of first position: when the hand goes, how, and when it stays. */
final class PositionsAndShiftsTest extends ReturningPassages
{
    protected const FROM_ELSEWHERE = ['the shift takes the rest'];

    private const SLURRED = '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e)';

    public static function passages(): iterable
    {
        yield 'nobody goes up to be spared open strings' => [
            Passage::of('4/4', 'D4q A4q D4q A4q | D4q A4q D4q A4q | D4w'),
            'D:0 A:0 D:0 A:0 | D:0 A:0 D:0 A:0 | D:0',
        ];
        yield 'nor at an advanced level, over all four' => [
            Passage::of('4/4', 'G3q D4q A4q E5q | A4q D4q G3h')->profile('advanced'),
            'G:0 D:0 A:0 E:0 | A:0 D:0 G:0',
        ];
        yield 'nor for a pickup' => [Passage::of('4/4', 'A4q | D4h A4h')->withPickup(), 'A:0 | D:0 A:0'];
        yield 'a tune that lies in third position stays there on the way down' => [
            Passage::of('4/4', 'D5q F#5q A5q D6q | C#6q B5q A5q G5q | F#5q E5q D5h')->profile('third-position')->inKey(2),
            'III A:1 A:high3 E:1 E:4 | E:high3 E:high2 E:1 A:4 | A:high3 A:high2 A:1',
        ];
        yield 'broken thirds below B5 need no third position' => [
            Passage::of('4/4', 'D5e F#5e E5e G5e F#5e A5e G5e B5e | A5w')->profile('third-position')->inKey(2),
            'A:3 E:1 E:0 E:low2 E:1 E:3 E:low2 E:4 | E:3',
        ];
        yield 'a figure that would cross in every slur goes up to third position' => [
            Passage::of('4/4', self::SLURRED . ' | ' . self::SLURRED)->at(126),
            'III A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3',
        ];
        yield 'the level is a hard limit: the same in first position crosses' => [
            Passage::of('4/4', self::SLURRED)->at(126)->profile('second-year'),
            'A:3 E:1 A:3 E:1 A:3 E:1 A:3 E:1',
        ];
        yield 'the figure a half step lower: the hand slides back, the fingers stay' => [
            Passage::of('4/4', self::SLURRED . ' | ' . self::SLURRED . ' | ' . str_replace(['D5', 'F#5'], ['C#5', 'E#5'], self::SLURRED)
                    . ' | ' . str_replace(['D5', 'F#5'], ['C#5', 'E#5'], self::SLURRED))->at(126),
            'III A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | '
                    . 'II A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3 | A:1 A:high3 A:1 A:high3 A:1 A:high3 A:1 A:high3',
        ];
        yield 'the top of first position is the fourth finger on E' => [
            Passage::of('4/4', 'G5q A5q B5q A5q')->profile('second-year'),
            'E:low2 E:3 E:4 E:3',
        ];
        yield 'C above it lies under the third finger of third position' => [
            Passage::of('4/4', 'A5q B5q C6q B5q'),
            'III E:1 E:high2 E:3 E:high2',
        ];
        yield 'a tune above first position lies in third' => [
            Passage::of('4/4', 'D6q C#6q B5q A5q | B5q C#6q D6h')->inKey(2),
            'III E:4 E:high3 E:high2 E:1 | E:high2 E:high3 E:4',
        ];
        yield 'the shift waits for the open string' => [
            Passage::of('4/4', 'C5q B4q E5q A5q | B5q C#6q D6h')->inKey(2),
            'A:low2 A:1 E:0 III E:1 | E:high2 E:high3 E:4',
        ];
        yield 'the shift takes the rest' => [
            Passage::of('4/4', 'F#4q E4q D4q rq | D6q C#6q B5h')->inKey(2),
            'D:high2 D:1 D:0 | III E:4 E:high3 E:high2',
        ];
        yield 'viola: treble tune high' => [
            Passage::of('4/4', 'D5q E5q F#5q G5q')->by('Viola')->profile('third-position')->inKey(1),
            'III A:1 A:high2 A:high3 A:4',
        ];
    }

    public function testTheShiftIsMarkedOnTheOpenString(): void
    {
        $plan = Passage::of('4/4', 'C5q B4q E5q A5q | B5q C#6q D6h')->inKey(2)->plan();
        $marked = [];
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            if ($finger !== null && $finger->isShift) {
                $marked[] = "{$note->id} {$finger->number} {$finger->position}";
            }
        }

        self::assertSame(['P1-m1-n3 0 III'], $marked);
    }

    public function testHomeComesBackSooner(): void
    {
        $music = '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e) | D5q B4q A4h | B4q A4q B4h';
        $stays = substr_count(Passage::of('4/4', $music)->at(126)->inKey(2)->fingers(), 'III');
        $home = Passage::of('4/4', $music)->at(126)->inKey(2)->with('stay=home')->fingers();

        self::assertSame(1, $stays);
        self::assertStringContainsString('| I A:3 A:1', $home);
    }

    public function testAReturnIsTakenWhereTheHandIsAlready(): void
    {
        $music = 'B4q A4q G4q rq | D6q C#6q B5h';

        self::assertSame(
            'III D:high3 D:high2 D:1 | E:4 E:high3 E:high2 | D:high3 D:high2 D:1 | E:4 E:high3 E:high2',
            Passage::of('4/4', "{$music} | rw | rw | {$music}")->inKey(2)->fingers(),
        );
    }

    public function testWhoeverBeginsOnAnOpenStringIsAtHome(): void
    {
        foreach (['Cello' => 'D3q A3q D3q A3q | D3q A3q D3h', 'Bass' => 'A2q D3q A2q D3q | G3h D3h', 'Viola' => 'G3q D4q A4q D4q | G3w'] as $by => $music) {
            foreach (['third-position', 'advanced'] as $profile) {
                $fingers = Passage::of('4/4', $music)->by($by)->profile($profile)->plan()->fingers->notes;
                self::assertSame(['I'], array_values(array_unique(array_column($fingers, 'position'))), "{$by}, {$profile}");
                self::assertSame([0], array_values(array_unique(array_column($fingers, 'number'))), "{$by}, {$profile}");
            }
        }
    }
}
