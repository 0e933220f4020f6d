<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** More fingers a string teacher would give: each row says what it is about. */
final class MoreFingeringsTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string, int, int, string, string}> */
    public static function passages(): iterable
    {
        // About, meter, music, part, profile, sharps, tempo, marks, fingers.
        $rows = [
            'the second finger moves with the key: G major then F' => [
                '4/4', 'F#4q G4q F4q G4q', 'Violin I', 'second-year', 0, 100, '',
                'D:high2 D:3 D:low2 D:3',
            ],
            'D minor: low 2 on D, low 1 on A' => [
                '4/4', 'D4q F4q A4q Bb4q | A4q F4q E4q D4q', 'Violin I', 'second-year', -1, 100, '',
                'D:0 D:low2 A:0 A:low1 | A:0 D:low2 D:1 D:0',
            ],
            'A major arpeggio: 1 high3 1 0' => [
                '4/4', 'A3q C#4q E4q A4q', 'Violin I', 'second-year', 3, 100, '',
                'G:1 G:high3 D:1 A:0',
            ],
            'quick broken thirds stay on one string' => [
                '4/4', 'D4s F#4s E4s G4s F#4s A4s G4s F#4s D4h', 'Violin I', 'second-year', 2, 100, '',
                'D:0 D:high2 D:1 D:3 D:high2 D:4 D:3 D:high2 D:0',
            ],
            'an open string between two stopped ones, slow' => [
                '4/4', 'G4q A4q B4h', 'Violin I', 'second-year', 1, 60, '',
                'D:3 A:0 A:1',
            ],
            'slur of two across the open string at speed' => [
                '2/4', '(G4e A4e) (B4e A4e)', 'Violin I', 'second-year', 1, 126, '',
                'D:3 D:4 A:1 A:0',
            ],
            'a slow slur keeps to its string with 4 where a crossing would be inside it' => [
                '4/4', '(G4h A4h)', 'Violin I', 'second-year', 1, 60, '',
                'D:3 D:4',
            ],
            'E string, F natural and F sharp' => [
                '4/4', 'E5q F5q F#5q G5q', 'Violin I', 'second-year', 0, 100, '',
                'E:0 E:low1 E:1 E:low2',
            ],
            'harmonic minor: F to G sharp' => [
                '4/4', 'A4q G#4q F4q E4q', 'Violin I', 'second-year', 0, 100, '',
                'A:0 D:low4 D:low2 D:1',
            ],
            'B flat to C sharp on A' => [
                '4/4', 'A4q Bb4q C#5q D5q', 'Violin I', 'second-year', -1, 100, '',
                'A:0 A:low1 A:high2 A:3',
            ],
            'octaves with the open string' => [
                '4/4', 'D4q D5q E4q E5q', 'Violin I', 'second-year', 2, 100, '',
                'D:0 A:3 D:1 E:0',
            ],
            'third position tune' => [
                '4/4', 'D5q G5q A5q B5q | A5q G5q D5h', 'Violin I', 'third-position', 1, 100, '1-2 III',
                'III A:1 A:4 E:1 E:high2 | E:1 A:4 A:1',
            ],
            'position for one note' => [
                '4/4', 'A4q D5q E5q D5q', 'Violin I', 'third-position', 2, 100, '1.2 III',
                'A:0 III A:1 E:0 A:1',
            ],
            'advanced slur on one string' => [
                '4/4', '(A4q D5q F#5q A5q)', 'Violin I', 'advanced', 2, 60, '',
                'A:0 A:3 E:1 E:3',
            ],
            'viola: C string' => [
                '4/4', 'C3q Eb3q D3q F3q', 'Viola', 'second-year', -3, 100, '',
                'C:0 C:low2 C:1 C:3',
            ],
            'viola: fourth finger in a slur' => [
                '2/4', '(D4e C4e B3e A3e)', 'Viola', 'second-year', 0, 116, '',
                'G:4 G:3 G:high2 G:1',
            ],
            'viola: treble tune high' => [
                '4/4', 'D5q E5q F#5q G5q', 'Viola', 'third-position', 1, 100, '',
                'III A:1 A:high2 A:high3 A:4',
            ],
            'cello: first-year C major' => [
                '4/4', 'C3q D3q E3q F3q | G3q A3q B3q C4q', 'Cello', 'first-year', 0, 100, '',
                'G:4 D:0 D:1 D:2 | D:4 A:0 A:1 A:2',
            ],
            'cello: A flat on G' => [
                '4/4', 'G2q Ab2q G2h', 'Cello', 'second-year', -3, 100, '',
                'G:0 ½ G:1 G:0',
            ],
            'cello: low F sharp opens' => [
                '4/4', 'D2q E2q F#2q G2q', 'Cello', 'second-year', 1, 100, '',
                'C:1 C:x2 C:x4 G:0',
            ],
            'cello: bass line fifths' => [
                '4/4', 'C2q G2q D3q A3q', 'Cello', 'first-year', 0, 100, '',
                'C:0 G:0 D:0 A:0',
            ],
            'cello: thirds in quarters' => [
                '4/4', 'G2q B2q D3q G3q', 'Cello', 'first-year', 1, 100, '',
                'G:0 G:3 D:0 D:4',
            ],
            'bass: open strings' => [
                '4/4', 'E2q A2q D3q G3q', 'Bass', 'first-year', 1, 100, '',
                'E:0 A:0 D:0 G:0',
            ],
            'bass: waltz in D' => [
                '3/4', 'D3q F#3q A3q | A2q E3q G3q', 'Bass', 'second-year', 2, 120, '',
                'D:0 D:4 G:1 | A:0 D:1 G:0',
            ],
            'bass: B flat major arpeggio' => [
                '4/4', 'Bb2q D3q F3q Bb3q', 'Bass', 'second-year', -2, 100, '',
                '½ A:1 D:0 D:4 G:4',
            ],
            'bass: chromatic' => [
                '4/4', 'E2q F2q F#2q G2q | G#2q A2h.', 'Bass', 'second-year', 0, 100, '',
                'E:0 ½ E:1 I E:1 E:2 | E:4 A:0',
            ],
            'bass: up to the octave' => [
                '4/4', 'G3q B3q D4q G4q', 'Bass', 'advanced', 1, 80, '',
                'G:0 II½ G:1 III G:4 VI G:4',
            ],
            'bass: C major from C to c' => [
                '4/4', 'C3q E3q G3q C4q', 'Bass', 'third-position', 0, 100, '',
                'A:2 D:1 G:0 II G:4',
            ],
            'first year: fourth finger marked' => [
                '4/4', 'G4q A4q G4h', 'Violin I', 'first-year', 1, 100, '1.2 4',
                'D:3 D:4 D:3',
            ],
            'first year viola' => [
                '4/4', 'C3q D3q E3q F3q | G3q A3q B3q C4q', 'Viola', 'first-year', 0, 100, '',
                'C:0 C:1 C:high2 C:3 | G:0 G:1 G:high2 G:3',
            ],
            'first year F sharp on E' => [
                '4/4', 'E5q F#5q G5q F#5q', 'Violin I', 'first-year', 1, 100, '',
                'E:0 E:1 E:low2 E:1',
            ],
        ];
        yield from $rows;
    }

    #[DataProvider('passages')]
    public function testTheFingers(
        string $meter,
        string $music,
        string $part,
        string $profile,
        int $sharps,
        int $tempo,
        string $marks,
        string $fingers,
    ): void {
        $passage = Passage::of($meter, $music)->by($part)->profile($profile)->inKey($sharps)->at($tempo)->marked($marks);

        self::assertSame($fingers, $passage->fingers());
    }

    /** @return array<string, array{string, string, string, string, int, int}> passages nothing is marked in */
    public static function unmarked(): array
    {
        $unmarked = [];
        foreach (self::passages() as $name => $passage) {
            if ($passage[6] === '') {
                $unmarked[$name] = array_slice($passage, 0, 6);
            }
        }

        return $unmarked;
    }

    /** A passage that returns after a rest is fingered as it was. */
    #[DataProvider('unmarked')]
    public function testTheSameMusicTwiceHasTheSameFingersTwice(
        string $meter,
        string $music,
        string $part,
        string $profile,
        int $sharps,
        int $tempo,
    ): void {
        $rest = $meter === '3/4' ? 'rh.' : ($meter === '2/4' ? 'rh' : 'rw');
        $plan = Passage::of($meter, "{$music} | {$rest} | {$rest} | {$music}")->by($part)->profile($profile)->inKey($sharps)
            ->at($tempo)->plan();
        $fingers = [];
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            $fingers[] = $finger === null ? '-' : "{$finger->string}{$finger->number}{$finger->shape->value}";
        }
        $half = intdiv(count($fingers), 2);

        self::assertSame(array_slice($fingers, 0, $half), array_slice($fingers, $half));
    }
}
