<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Fingering\Costs\Cost;
use UprightPencil\Fingering\Costs\CostModel;
use UprightPencil\Fingering\Costs\EventContext;
use UprightPencil\Fingering\Costs\MoveContext;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Settings\HandHabit;
use UprightPencil\Fingering\Settings\OpenStringSchool;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandState;
use UprightPencil\Fingering\States\HandStates;
use UprightPencil\Fingering\States\Stop;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Pitch;
use UprightPencil\Settings\Profile;

/** The price list: what a state of the hand costs, and what going from one to the next costs, item by item. */
final class CostModelTest extends TestCase
{
    private static function model(Instrument $instrument, FingerSettings $settings): CostModel
    {
        $part = Passage::of('4/4', 'D4w')->score()->parts[0];
        $hand = Hand::of($instrument, $settings->profile, $settings->bassHand);
        $strings = Strings::of($instrument);
        $constraints = new FingerConstraints($part, MarkBook::empty(), Chair::outside());
        $states = new HandStates($hand, $strings, $constraints);

        return new CostModel($hand, $strings, Fingerboard::of($instrument, ''), $settings, $states);
    }

    /** "D2 high" is the second finger, high, on the D string, two semitones above the frame; "A0" the open A string. */
    private static function state(Instrument $instrument, int $frame, string $words): HandState
    {
        preg_match('~^([A-Z])(\d)(?: (\d+))?(?: (\w+))?$~', $words, $match);
        $string = (int) array_search($match[1], Strings::of($instrument)->names, true);
        if ($match[2] === '0') {
            return HandState::open($frame, [Stop::open($string)], []);
        }

        return HandState::stopped($frame, [
            new Stop($string, (int) $match[2], (int) $match[3], FingerShape::from($match[4] ?? 'regular')),
        ]);
    }

    /** @param list<Cost> $costs */
    private static function words(array $costs): string
    {
        return implode(', ', array_map(static fn (Cost $cost): string => strtolower((string) preg_replace('~(?<=[a-z])[A-Z]~', '-$0', $cost->kind->name)) . ' ' . round($cost->price, 3), $costs));
    }

    #[DataProvider('moves')]
    public function testWhatAMoveCosts(
        Instrument $instrument,
        int $frame,
        string $from,
        int $frameTo,
        string $to,
        MoveContext $context,
        string $costs,
    ): void {
        $model = self::model($instrument, new FingerSettings(Profile::Advanced));
        $moves = $model->move(self::state($instrument, $frame, $from), self::state($instrument, $frameTo, $to), $context);

        self::assertSame($costs, self::words($moves));
    }

    /** @return iterable<string, array{Instrument, int, string, int, string, MoveContext, string}> */
    public static function moves(): iterable
    {
        [$violin, $bass] = [Instrument::Violin, Instrument::Bass];
        $at = static fn (float $since, float $rest = 0.0, bool $slurred = false, bool $fresh = false, bool $letter = false, bool $pitch = false): MoveContext
            => new MoveContext($since, $rest, $slurred, $fresh, $letter, $pitch);
        yield 'the next finger' => [$violin, 2, 'D1 2', 2, 'D3 5', $at(0.6), ''];
        yield 'a crossing' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.6), 'crossing 0.15'];
        yield 'between open strings' => [$violin, 2, 'D0', 2, 'A0', $at(0.6), 'crossing 0.015'];
        yield 'between open strings, quick' => [$violin, 2, 'D0', 2, 'A0', $at(0.225), 'crossing 0.3'];
        yield 'a crossing just slow enough' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.45), 'crossing 0.15'];
        yield 'a quick one' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.225), 'crossing 0.3'];
        yield 'over two strings' => [$violin, 2, 'D3 5', 2, 'E1 2', $at(0.6), 'crossing 0.225'];
        yield 'over three' => [$violin, 2, 'G3 5', 2, 'E1 2', $at(0.6), 'crossing 0.3'];
        yield 'slurred' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.6, 0.0, true), 'slur-crossing 0.65'];
        yield 'slurred and quick' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.225, 0.0, true), 'slur-crossing 1.2'];
        yield 'in a rest' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.6, 0.25), 'crossing 0.06'];
        yield 'in a rest that is too short' => [$violin, 2, 'D3 5', 2, 'A1 2', $at(0.6, 0.24), 'crossing 0.15'];
        yield 'one finger laid over both' => [$violin, 2, 'D1 2', 2, 'A1 2', $at(0.6), 'crossing 0.053'];
        yield 'up to the open E in a slur: it whistles' => [$violin, 2, 'A3 5', 2, 'E0', $at(0.6, 0.0, true), 'slur-crossing 0.65, open-whistles 0.8'];
        yield 'up to the open A: it does not' => [$violin, 2, 'D3 5', 2, 'A0', $at(0.6, 0.0, true), 'slur-crossing 0.65'];
        yield 'to the open E without a slur' => [$violin, 2, 'A3 5', 2, 'E0', $at(0.6), 'crossing 0.15'];
        yield 'a shift that nothing eases' => [$violin, 2, 'A3 5', 5, 'A2 7 high', $at(0.6), 'shift 1.469, position 0.12'];
        yield 'slurred, twice as dear' => [$violin, 2, 'A3 5', 5, 'A2 7 high', $at(0.6, 0.0, true), 'slur-shift 2.938, position 0.12'];
        yield 'on the open string' => [$violin, 2, 'A3 5', 5, 'A0', $at(0.6), 'shift 0.476, position 0.12'];
        yield 'after it' => [$violin, 2, 'A0', 5, 'A1 5', $at(0.6), 'shift 0.5, position 0.12'];
        yield 'in a rest, or at a double bar' => [$violin, 2, 'A3 5', 5, 'A2 7 high', $at(0.6, 0.25), 'shift 0.476, position 0.12'];
        yield 'at a double bar' => [$violin, 2, 'A3 5', 5, 'A2 7 high', $at(0.6, 0.0, false, true), 'shift 0.476, position 0.12'];
        yield 'by a half step' => [$violin, 4, 'A3 7', 5, 'A2 7 high', $at(0.6), 'shift 0.784'];
        yield 'to the first finger' => [$violin, 2, 'A3 5', 5, 'A1 5', $at(0.6), 'shift 1.197, position 0.12'];
        yield 'with the first finger along its string' => [$violin, 2, 'A1 2', 5, 'A1 5', $at(0.6), 'shift 0.952, position 0.12'];
        yield 'with another finger along its string' => [$violin, 2, 'A3 5', 5, 'A3 8', $at(0.6), 'shift 1.02, position 0.12'];
        yield 'with the same finger on another string' => [$violin, 2, 'D3 5', 5, 'A3 8', $at(0.6), 'crossing 0.15, shift 1.469, position 0.12'];
        yield 'the same finger slides a half step' => [$violin, 2, 'A2 3 low', 2, 'A2 4 high', $at(0.6), 'slide 0.9'];
        yield 'to its own letter' => [$violin, 2, 'A2 3 low', 2, 'A2 4 high', $at(0.6, 0.0, false, false, true), 'slide 0.25'];
        yield 'a tone' => [$violin, 2, 'A3 4 low', 2, 'A3 6 high', $at(0.6), 'slide 1.35'];
        yield 'beside the nut' => [$violin, 2, 'A1 1 low', 2, 'A1 2', $at(0.6), 'slide 0.5'];
        yield 'however long the note before was held' => [$violin, 2, 'A2 3 low', 2, 'A2 4 high', $at(1.6), 'slide 0.9'];
        yield 'not quite' => [$violin, 2, 'A2 3 low', 2, 'A2 4 high', $at(1.59), 'slide 0.9'];
        yield 'forgotten in a rest' => [$violin, 2, 'A2 3 low', 2, 'A2 4 high', $at(1.2, 1.0), ''];
        yield 'not quite in a rest' => [$violin, 2, 'A2 3 low', 2, 'A2 4 high', $at(1.2, 0.99), 'slide 0.9'];
        yield 'next door at another place' => [$violin, 2, 'A2 3 low', 2, 'D2 4 high', $at(0.6), 'crossing 0.15, next-door 0.55'];
        yield 'fingers that stand in each other’s way' => [$violin, 2, 'A2 4 high', 2, 'A3 4 low', $at(0.6), 'squeeze 2'];
        yield 'next door' => [$violin, 2, 'A2 4 high', 2, 'D3 4 low', $at(0.6), 'crossing 0.15, squeeze 1.2'];
        yield 'far apart, second and third' => [$violin, 2, 'A2 3 low', 2, 'A3 6 high', $at(0.6), 'gap 1.35'];
        yield 'far apart, next door' => [$violin, 2, 'A2 3 low', 2, 'D3 6 high', $at(0.6), 'crossing 0.15, gap 0.945'];
        yield 'another finger for the same note' => [$violin, 2, 'A4 7', 2, 'E0', $at(0.6, 0.0, false, false, true, true), 'crossing 0.15, refinger 0.3'];
        yield 'bass: with the first finger, which finds nothing there' => [$bass, 2, 'A4 4', 5, 'A1 5', $at(0.6), 'shift 1.469, position 0.075'];
    }

    public function testANoteThatIsRepeatedDoesNotDescend(): void
    {
        $passage = Passage::of('4/4', 'A4q A4q A4q A4q | A4q B4q C#5h')->inKey(2)->profile('second-year')->with('open=descending-four')->at(96);

        self::assertSame('A:0 A:0 A:0 A:0 | A:0 A:1 A:2', str_replace('high', '', $passage->fingers()));
    }

    public function testATieThatIsHeldRemindsOfNothing(): void
    {
        self::assertSame([], Passage::of('4/4', 'F#4h.~ F#4q | G4w')->profile('second-year')->flags());
        self::assertSame([], Passage::of('4/4', 'F#4q G4q F#4h | G4w')->profile('second-year')->flags());
        self::assertSame(['accidental-holds@1'], Passage::of('4/4', 'F#4q G4h F#4q | G4w')->profile('second-year')->flags());
        self::assertSame([], Passage::of('4/4', 'F#4q F#4q G4h')->profile('second-year')->flags());
    }

    #[DataProvider('states')]
    public function testWhatAStateCosts(FingerSettings $settings, Instrument $instrument, int $frame, string $state, EventContext $context, string $costs): void
    {
        self::assertSame($costs, self::words(self::model($instrument, $settings)->own(self::state($instrument, $frame, $state), $context)));
    }

    /** @return iterable<string, array{FingerSettings, Instrument, int, string, EventContext, string}> */
    public static function states(): iterable
    {
        [$violin, $cello, $bass] = [Instrument::Violin, Instrument::Cello, Instrument::Bass];
        $second = new FingerSettings(Profile::SecondYear);
        $third = new FingerSettings(Profile::ThirdPosition);
        $at = static fn (string $pitch, int $fifths = 0, bool $slurred = false, bool $rings = false, bool $descends = false, bool $four = false): EventContext
            => new EventContext([Pitch::named($pitch)], $fifths, $slurred, $rings, $descends, $four);
        yield 'a finger at home' => [$second, $violin, 2, 'A1 2', $at('B4'), ''];
        yield 'on a lower string than it need be' => [$third, $violin, 7, 'D2 9 high', $at('B4'), 'lower-string 0.3, position 0.1'];
        yield 'an altered one' => [$second, $violin, 2, 'A1 1 low', $at('Bb4'), 'altered 0.1'];
        yield 'an open string' => [$second, $violin, 2, 'A0', $at('A4'), ''];
        yield 'that rings on' => [$third, $violin, 2, 'A0', $at('A4', 0, false, true), 'open-rings 0.25'];
        yield 'which beginners do not mind' => [$second, $violin, 2, 'A0', $at('A4', 0, false, true), ''];
        yield 'four for the open string' => [$second, $violin, 2, 'D4 7', $at('A4'), 'fourth 0.12, fourth-for-open 0.3'];
        yield 'four in a slur' => [$second, $violin, 2, 'D4 7', $at('A4', 0, true), 'fourth 0.12'];
        $four = new FingerSettings(Profile::SecondYear, OpenStringSchool::Four);
        yield 'four where four is taught' => [$four, $violin, 2, 'D4 7', $at('A4'), 'fourth 0.12'];
        yield 'open where four is taught' => [$four, $violin, 2, 'A0', $at('A4'), 'open 0.3'];
        $down = new FingerSettings(Profile::SecondYear, OpenStringSchool::DescendingFour);
        yield 'open going down' => [$down, $violin, 2, 'A0', $at('A4', 0, false, false, true), 'open 0.45'];
        yield 'open going up' => [$down, $violin, 2, 'A0', $at('A4'), ''];
        yield 'four in the first year' => [new FingerSettings(Profile::FirstYear), $violin, 2, 'E4 7', $at('B5'), 'fourth 0.6'];
        yield 'third position' => [$third, $violin, 5, 'A1 5', $at('D5'), 'position 0.04'];
        $home = new FingerSettings(Profile::ThirdPosition, OpenStringSchool::Open, HandHabit::Home);
        yield 'away from home' => [$home, $violin, 5, 'A1 5', $at('D5'), 'position 0.04, home 0.4'];
        yield 'at home' => [$home, $violin, 2, 'A1 2', $at('B4'), ''];
        yield 'cello: reaching back by its millimetres' => [$third, $cello, 2, 'D1 1 back', $at('Eb3'), 'extension 0.366'];
        yield 'cello: the open hand costs less' => [$third, $cello, 2, 'D4 6 forward', $at('G#3'), 'extension 0.303'];
        yield 'bass: second position' => [$third, $bass, 4, 'A1 4', $at('C#3'), 'position 0.02'];
    }
}
