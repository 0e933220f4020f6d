<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;

/**
 * Whole pieces: sections, returns and the last note come out as a director wants them, or are told. What is expected was written
 * down before any of them was run.
 */
final class WholePiecesTest extends TestCase
{
    private const MARCH = 'G4q A4q B4q G4q | C5h B4h | A4q B4q C5q A4q | B4h. rq | G4q A4q B4q G4q | C5h B4h | A4q G4q F#4q A4q | G4h. rq [double]'
        . ' | D5q D5q C5q B4q | A4h D4h | D5q C5q B4q A4q | G4h A4h [double]'
        . ' | G4q A4q B4q G4q | C5h B4h | A4q B4q C5q A4q | B4h. rq | G4q A4q B4q G4q | C5h B4h | A4q G4q F#4q A4q | [ff] G4w';
    private const WALTZ = 'D4q | G4h B4q | A4h C5q | B4q A4q G4q | A4h D4q | G4h B4q | A4h C5q | B4q A4q F#4q | G4h D5q'
        . ' | [mark B] D5h C5q | B4h A4q | G4q B4q A4q | D4h E4q | F#4h A4q | C5h B4q | A4q G4q F#4q | E4h D4q'
        . ' | [mark C] G4h B4q | A4h C5q | B4q A4q G4q | A4h D4q | G4h B4q | A4h C5q | B4q A4q F#4q | [f] G4h';
    private const RONDO = 'D4e E4e F#4q A4h | G4q F#4q E4h | D4e E4e F#4q B4h | A4w [double]'
        . ' | B4q. A4e G4q F#4q | E4q A4h. | F#4q. E4e D4q E4q | F#4h E4h [double]'
        . ' | D4e E4e F#4q A4h | G4q F#4q E4h | D4e E4e F#4q B4h | A4w [double]'
        . ' | (D5q C#5q) B4q A4q | (B4q A4q) G4h | (A4q G4q) F#4q E4q | A4w [double]'
        . ' | D4e E4e F#4q A4h | G4q F#4q E4h | D4e E4e F#4q E4h | [ff] D4w';
    private const SONG = '(D4q F4q) A4h | (G4q F4q) E4h | (D4q E4q) F4q G4q | A4h. rq | (D4q F4q) A4h | (G4q F4q) E4h | (F4q E4q) D4q C#4q | D4h. rq'
        . ' | [mark A] A4h (C5q A4q) | G4h. A4q | Bb4h (A4q G4q) | A4w'
        . ' | [mark B] (D4q F4q) A4h | (G4q F4q) E4h | (F4q E4q) D4q C#4q | [pp] D4w';

    /** @return iterable<string, array{Passage, string, list<string>}> the piece, its directions at places, and what is told of them */
    public static function pieces(): iterable
    {
        yield 'a march: every phrase of the tune, the middle and the end come down, by retakes in its rests' => [
            Passage::of('4/4', self::MARCH)->at(100),
            '1.1 down, 5.1 down, 9.1 down, 13.1 down, 17.1 down, 20.1 down',
            [],
        ];
        yield 'the same where downbeats count' => [
            Passage::of('4/4', self::MARCH)->at(100)->school(BowSchool::Downbeat),
            '1.1 down, 5.1 down, 9.1 down, 13.1 down, 17.1 down, 20.1 down',
            [],
        ];
        yield 'a waltz with a pickup: each phrase is led into by an up bow, after a comma where the tune breathes' => [
            Passage::of('3/4', self::WALTZ)->withPickup()->at(100),
            '0.1 up, 1.1 down, 4.3 up, 5.1 down, 8.3 up, 9.1 down, 16.3 up, 17.1 down, 20.3 up, 21.1 down, 24.1 down',
            [],
        ];
        yield 'the waltz where downbeats count' => [
            Passage::of('3/4', self::WALTZ)->withPickup()->at(100)->school(BowSchool::Downbeat),
            '0.1 up, 1.1 down, 5.1 down, 9.1 down, 17.1 down, 21.1 down, 24.1 down',
            [],
        ];
        yield 'a rondo: the tune begins down each of the three times, and so do the episodes' => [
            Passage::of('4/4', self::RONDO)->at(96),
            '1.1 down, 5.1 down, 9.1 down, 13.1 down, 17.1 down, 20.1 down',
            [],
        ];
        yield 'a song that ends softly: the sections come down, and the quiet last note may go as it comes' => [
            Passage::of('4/4', self::SONG)->at(80),
            '1.1 down, 5.1 down, 9.1 down, 13.1 down',
            [],
        ];
        yield 'running eighths into a new key leave no place for a sign that is not heard: it is told' => [
            Passage::of('4/4', 'D4e E4e F#4e G4e A4e B4e A4e G4e | (F#4e E4e) D4e E4e F#4e G4e F#4e E4e'
                . ' | [key 1] G4e A4e B4e A4e G4e F#4e E4e D4e | E4q D4q G4h')->at(132)->inKey(2),
            '1.1 down, 3.1 up',
            ['section-starts-up@3'],
        ];
        yield 'chords with rests between are all down' => [
            Passage::of('4/4', '[ff] G3+D4+B4q rq G3+D4+B4q rq | G3+D4+A4q rq G3+D4+B4q rq | G3+D4+B4w')->at(84),
            '1.1 down, 1.3 down, 2.1 down, 2.3 down, 3.1 down',
            [],
        ];
        yield 'accents with rests between are all down' => [
            Passage::of('4/4', '[f] D4q> rq D4q> rq | E4q> rq F4q> rq | G4q A4q B4q C5q | D5h. rq')->at(88),
            '1.1 down, 1.3 down, 2.1 down, 2.3 down, 3.1 down',
            [],
        ];
        yield 'a fast run into a loud last note: nothing that is not heard turns it, so it is told' => [
            Passage::of('2/4', '[f] D4e E4e F#4e G4e | A4e B4e C#5e A4e | D5e C#5e B4e A4e | (G4e F#4e) E4e A4e | D4h>')->at(138)->inKey(2),
            '1.1 down, 5.1 up',
            ['last-note-up@5'],
        ];
        yield 'a loud last note after a held one: a comma before it' => [
            Passage::of('4/4', '[f] D4q E4q F#4q G4q | A4h B4h | A4h. rq | B4q A4q G4q F#4q | E4h A4h | D4w>')->at(92)->inKey(2),
            '1.1 down, 6.1 down',
            [],
        ];
        yield 'a tune that comes back a fourth higher begins as it began' => [
            Passage::of('4/4', 'D4q E4q F#4q D4q | G4q F#4h. | E4q F#4q G4q E4q | A4w | B4q A4q G4q F#4q | E4w'
                . ' | G4q A4q B4q G4q | C5q B4h. | A4q B4q C5q A4q | D5w | G4w')->at(96)->inKey(2),
            '1.1 down, 7.1 down',
            [],
        ];
        yield 'off-beats: one choice for the whole run, and nothing is told' => [
            Passage::of('2/4', 'rq D4q | rq D4q | rq E4q | rq E4q | rq F#4q | rq F#4q | rq E4q | rq D4q')->at(104)->inKey(2),
            '1.2 down, 2.2 up, 3.2 down',
            [],
        ];
        yield 'a bass line of one pattern: its repetitions are no returns' => [
            Passage::of('3/4', 'D3q A3q A3q | D3q A3q A3q | E3q A3q A3q | E3q A3q A3q | D3q A3q A3q | D3q A3q A3q | E3q A3q A3q | D3h.')
                ->by('Cello')->at(126)->inKey(2),
            '1.1 down, 2.1 up, 3.1 down, 4.1 up',
            [],
        ];
        yield 'a mark stands over a section: it comes up because the director wants it, and nothing is told' => [
            Passage::of('4/4', self::MARCH)->at(100)->marked('9.1 up'),
            '1.1 down, 5.1 down, 9.1 up',
            [],
        ];
    }

    /** @param list<string> $told */
    #[DataProvider('pieces')]
    public function testAPieceComesOutAsADirectorWantsIt(Passage $piece, string $bows, array $told): void
    {
        self::assertSame($bows, $piece->bowsAt($bows));
        $here = array_filter($piece->flags(), static fn (string $flag): bool
            => preg_match('~^(section-starts-up|return-differs|last-note-up|goal-missed|marks-contradict)@~', $flag) === 1);
        self::assertSame($told, array_values($here));
    }
}
