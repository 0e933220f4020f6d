<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Fingering\Hand\FingerPlace;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Music\Instrument;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Settings\Profile;

/** What holds for every fingering of any music. */
final class FingerPropertiesTest extends TestCase
{
    private const PARTS = ['Violin I', 'Viola', 'Cello', 'Bass'];
    private const PROFILES = ['first-year', 'second-year', 'third-position', 'advanced'];

    /** @return iterable<string, array{Passage, string}> */
    public static function tunes(): iterable
    {
        foreach (self::PARTS as $part) {
            foreach (self::PROFILES as $index => $profile) {
                foreach (range(1, 4) as $seed) {
                    $tune = Tunes::make($seed + 10 * $index, $part);
                    yield "{$part}, {$profile}, tune {$seed}" => [$tune->by($part)->profile($profile), $profile];
                }
            }
        }
    }

    #[DataProvider('tunes')]
    public function testEveryAnswerSoundsTheWrittenPitch(Passage $passage): void
    {
        $plan = $passage->plan();
        $strings = Strings::of($plan->part->instrument);
        foreach ($this->fingered($plan) as [$note, $finger]) {
            $string = $strings->named($finger->string);
            self::assertNotNull($string);
            self::assertSame($note->pitch?->semitone(), $strings->semitones[$string] + $finger->semitones, $note->id);
            self::assertSame($finger->number === 0, $finger->semitones === 0);
        }
    }

    #[DataProvider('tunes')]
    public function testNoFingerIsOutsideTheProfileUnlessItIsFlagged(Passage $passage, string $profile): void
    {
        $plan = $passage->plan();
        $hand = Hand::of($plan->part->instrument, Profile::from($profile));
        $flagged = [];
        foreach ($plan->flags as $flag) {
            $flagged[$flag->noteId] = true;
        }
        foreach ($this->fingered($plan) as [$note, $finger]) {
            if ($finger->number === 0 || isset($flagged[$note->id]) || $note->tieStop) {
                continue;
            }
            $known = array_map(
                static fn (FingerPlace $at): string => "{$at->finger} {$at->frame} {$at->shape->value}",
                $hand->fingersAt($finger->semitones, true),
            );
            self::assertContains("{$finger->number} {$finger->frame} {$finger->shape->value}", $known, $note->id);
        }
    }

    #[DataProvider('tunes')]
    public function testTheHandMovesOnlyWhereAShiftIsTold(Passage $passage): void
    {
        $plan = $passage->plan();
        $before = null;
        foreach ($this->fingered($plan) as [$note, $finger]) {
            if ($before !== null && !$note->tieStop) {
                self::assertSame($before->frame !== $finger->frame, $finger->isShift, $note->id);
            }
            $before = $finger;
        }
    }

    #[DataProvider('tunes')]
    public function testAFingerLeftDownComesBackToItsString(Passage $passage): void
    {
        $plan = $passage->plan();
        foreach ($this->fingered($plan) as [$note, $finger]) {
            self::assertSame($finger->leaveDown, $finger->leaveDownTo !== null);
            if ($finger->leaveDownTo !== null) {
                $to = $plan->fingers->at($finger->leaveDownTo);
                self::assertSame([$finger->string, $finger->frame], [$to?->string, $to?->frame], $note->id);
                self::assertGreaterThanOrEqual($finger->number, $to->number ?? 0);
            }
        }
    }

    public function testSameInputSameBytes(): void
    {
        $passage = Tunes::make(7, 'Violin I')->by('Violin I');
        $json = static fn (): string => (string) json_encode(
            (new MarkedScoreJson())->notes($passage->score(), $passage->explained()->plan()),
        );

        self::assertSame($json(), $json());
    }

    public function testTheSameLineGetsTheSameFingersWhateverThePartIsCalled(): void
    {
        $tune = Tunes::make(3, 'Violin I');

        self::assertSame($tune->by('Violin I')->fingers(), $tune->by('Violin II')->fingers());
    }

    public function testReasonsDoNotChangeTheAnswer(): void
    {
        foreach (range(1, 6) as $seed) {
            $plain = Tunes::make($seed, 'Violin I')->plan();
            $explained = Tunes::make($seed, 'Violin I')->explained()->plan();
            foreach ($plain->fingers->notes as $id => $finger) {
                $other = $explained->fingers->at((string) $id);
                self::assertSame([$finger->string, $finger->number, $finger->mayAlso], [$other?->string, $other?->number, $other?->mayAlso]);
                self::assertNotSame('', $other->why ?? '');
            }
        }
    }

    /** @return iterable<string, array{Instrument, string, int}> */
    public static function hands(): iterable
    {
        foreach ([Instrument::Violin, Instrument::Viola, Instrument::Cello, Instrument::Bass] as $instrument) {
            foreach (self::PROFILES as $profile) {
                foreach ([2, 3, 4] as $semitones) {
                    yield "{$instrument->value} {$profile} at {$semitones}" => [$instrument, $profile, $semitones];
                }
            }
        }
    }

    #[DataProvider('hands')]
    public function testAHandKnowsEachPlaceOnlyOnceAndStaysInItsReach(Instrument $instrument, string $profile, int $semitones): void
    {
        $hand = Hand::of($instrument, Profile::from($profile));
        [$lowest, $highest] = [$hand->reach()->lowest, $hand->reach()->highest];
        $seen = [];
        foreach ($hand->fingersAt($semitones, true) as $place) {
            [$finger, $frame, $shape] = [$place->finger, $place->frame, $place->shape->value];
            self::assertGreaterThanOrEqual($lowest, $frame);
            self::assertLessThanOrEqual($highest, $frame);
            self::assertNotContains("{$finger} {$frame}", $seen);
            $seen[] = "{$finger} {$frame}";
            self::assertTrue($hand->fits($hand->nameOf($frame), $frame), "{$shape} {$frame}");
        }
    }

    /** @return list<array{\UprightPencil\Music\Note, NoteFinger}> */
    private function fingered(PartPlan $plan): array
    {
        $fingered = [];
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            if ($finger !== null) {
                $fingered[] = [$note, $finger];
            }
        }
        self::assertNotSame([], $fingered);

        return $fingered;
    }
}
