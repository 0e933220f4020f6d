<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use Tests\Support\BowedPassages;
use Tests\Support\Passage;

/** What is one stroke and what are two: slurs, ties, dots under slurs, chords, grace notes, voices. */
final class SlursAndTiesTest extends BowedPassages
{
    public static function passages(): iterable
    {
        yield 'the director\'s slur over a printed one stands in its place' => [
            Passage::of('4/4', '(D4q E4q) F4q G4q | A4w')->marked('1.1 slur 1.3'),
            'd u | d',
        ];
        yield 'a slur of the director\'s inside a printed one is the bowing, the printed one the phrase' => [
            Passage::of('4/4', '(D4q E4q F4q G4q) | A4w')->marked('1.1 slur 1.2'),
            'd u d | u',
        ];
        yield 'printed slurs beside it stay' => [
            Passage::of('4/4', '(D4e E4e) (F4e G4e) A4q B4q | A4w')->marked('1.3 slur 1.4'),
            'd u d | u',
        ];
        yield 'three slurred and one' => [Passage::of('4/4', '(D4e E4e F4e) G4e (A4e G4e F4e) E4e | D4w'), 'd u d u | d'];
        yield 'one and three slurred' => [Passage::of('4/4', 'D4e (E4e F4e G4e) A4e (G4e F4e E4e) | D4w'), 'd u d u | d'];
        yield 'two slurred, two dotted' => [
            Passage::of('4/4', "(D4e E4e) F4e' G4e' (A4e G4e) F4e' E4e' | D4w"),
            'd u d u d u | d',
        ];
        yield 'syncopation tied over the barline is one stroke' => [
            Passage::of('4/4', 'D4q E4h F4q~ | F4q G4h A4q | D4w'),
            'd u d | u d | u',
        ];
        yield 'a hemiola tied over the barline' => [Passage::of('3/4', 'D4h E4q~ | E4q F4h | G4h.'), 'd u | d | u'];
        yield 'a drone of tied wholes under nothing else' => [Passage::of('4/4', 'G3w~ | G3h D4h | G3w'), 'd | u | d'];
        yield 'triplets under slurs: one stroke each' => [
            Passage::of('2/4', '(D4e* E4e* F4e*) (G4e* F4e* E4e*) | D4h'),
            'd u | d',
        ];
        yield 'two tied measures are one stroke' => [Passage::of('4/4', 'D4w~ | D4w | E4w'), 'd | | u'];
        yield 'a tie inside a slur stays one stroke' => [Passage::of('4/4', '(D4h E4h~ | E4h F4h) | G4w'), 'd | | u'];
        yield 'portato lines under a slur are one direction, stopped' => [
            Passage::of('4/4', '(D4q_ E4q_) F4h'),
            'd hook d u',
        ];
        yield 'a hooked dotted figure at the end of a slur chain' => [
            Passage::of('4/4', "(D4q. E4e') (F4q. E4e') | D4w"),
            'd hook d u hook u | d',
        ];
        yield 'a double stop with a tie in one voice is still one stroke' => [
            Passage::of('4/4', 'D4+A4h~ D4+B4h | E4w'),
            'd | u',
        ];
        yield 'staccato notes are strokes of their own' => [Passage::of('4/4', "D4q' E4q' F4q' G4q' | A4w"), 'd u d u | d'];
        yield 'a grace note before a slur' => [Passage::of('4/4', 'g:C5e (B4q A4q) G4h | A4w'), 'd u | d'];
        yield 'the second voice has a rest of its own' => [Passage::of('4/4', 'D5w // rh D4h | E5w // E4w'), 'd u | u d'];
        yield 'quarter and dotted eighth under a slur are a hooked pair' => [
            Passage::of('6/8', "(D4q E4e') (F4q E4e') | D4q. F4q."),
            'd hook d u hook u | d u',
        ];
        yield 'a tie never changes bow, over the barline either' => [
            Passage::of('4/4', 'D4q E4q F4h~ | F4q E4q D4h'),
            'd u d | u d',
        ];
        yield 'a slur that begins inside a tie belongs to the same stroke' => [
            Passage::of('4/4', 'D4h E4h~ | (E4q F4q) G4h'),
            'd u | d',
        ];
        yield 'the inner slur is the bowing, the outer the phrase, notes under it alone are separate' => [
            Passage::of('4/4', '((D4q E4q) F4q G4q) | A4w'),
            'd u d | u',
        ];
        yield 'a slur with dots on all its notes is one direction, stopped apart' => [
            Passage::of('4/4', "(D4q' E4q' F4q' G4q') | A4w"),
            'd hook d hook d hook d | u',
        ];
        yield 'a dot that only ends a longer slur stops nothing' => [
            Passage::of('4/4', "(D4q E4q F4q') G4q | A4w"),
            'd u | d',
        ];
        yield 'grace notes belong to the note they lead to' => [Passage::of('4/4', 'g:E4e D4h E4h | F4w'), 'd u | d'];
        yield 'a slur from a grace note does not count' => [Passage::of('4/4', '(g:E4e D4h) E4h | F4w'), 'd u | d'];
        yield 'a chord is one stroke' => [Passage::of('4/4', 'D4+A4h E4h | G3+D4w'), 'd u | d'];
        yield 'two voices have two bows' => [
            Passage::of('4/4', 'D5h E5h // D4q E4q F4q G4q | F5w // A4w'),
            'd u d u d u | d d',
        ];
        yield 'a tie into the second ending joins what is played before it' => [
            Passage::of('4/4', '[repeat] D4q E4q F4h~ | [1] F4h E4h [back] | [2] F4hk D4h'),
            'd u d | u | u',
        ];
    }

    public function testATieJoinsOnlyWhatIsOneSound(): void
    {
        self::assertSame('d | u', Passage::of('4/4', 'D4h~ D4h | E4w')->bows());
        self::assertSame('d u | d', Passage::of('4/4', 'D4h~ E4h | F4w')->bows(), 'another pitch');
        self::assertSame('d u | d', Passage::of('4/4', 'D4q~ rq D4h | E4w')->bows(), 'a rest between');
    }
}
