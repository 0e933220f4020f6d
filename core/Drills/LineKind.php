<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

/** What a practice line is made from. */
enum LineKind: string
{
    case Pattern = 'pattern';
    case Scale = 'scale';
    case Shift = 'shift';
    case LowAndRegular = 'low-and-regular';
    case Chromatic = 'chromatic';
    case Rhythm = 'rhythm';
    case Crossing = 'crossing';
    case Slur = 'slur';
    case Unit = 'unit';
    case OnePlace = 'one-place';
    case LeaveDown = 'leave-down';
    case OpenStrings = 'open-strings';
    case LastEnding = 'last-ending';
    case SetAndLift = 'set-and-lift';
    case Slide = 'slide';

    public function title(): string
    {
        return match ($this) {
            self::Pattern => 'The hand on the string',
            self::Scale => 'Scale',
            self::Shift => 'The shift alone',
            self::LowAndRegular => 'One finger, two places',
            self::Chromatic => 'By half steps',
            self::Rhythm => 'The rhythm alone',
            self::Crossing => 'The strings alone',
            self::Slur => 'Into the slur',
            self::Unit => 'Beat by beat',
            self::OnePlace => 'Without the shift',
            self::LeaveDown => 'Leave it down',
            self::OpenStrings => 'Bow on open strings',
            self::LastEnding => 'Into the last ending',
            self::SetAndLift => 'Circle and set',
            self::Slide => 'Find it from above',
        };
    }

    /** What a director calls it when one is asked for: "a shift line for m. 34". */
    public function words(): string
    {
        return match ($this) {
            self::Pattern => 'finger pattern',
            self::LowAndRegular => 'low and regular',
            self::OnePlace => 'one place',
            self::LeaveDown => 'leave down',
            self::OpenStrings => 'open strings',
            self::LastEnding => 'last ending',
            self::SetAndLift => 'set and lift',
            self::Slide => 'slide into pitch',
            default => $this->value,
        };
    }

    /** "a shift line", "an open strings line" */
    public function aLine(): string
    {
        $words = $this->words();

        return (in_array($words[0], ['a', 'e', 'i', 'o'], true) ? 'an ' : 'a ') . "{$words} line";
    }

    /** How it goes, said to the player before it begins. */
    public function how(): string
    {
        return match ($this) {
            self::Pattern => 'Say the finger numbers first, then the letter names. Four of each, then two, then one.',
            self::Scale => 'Up with open strings, down with the fourth finger where there is one.',
            self::Shift => 'Slowly, and say both names. The whole hand moves, the thumb with it, and the bow stays light.',
            self::LowAndRegular => 'Open, finger, next open, the other place. Look once, then listen.',
            self::Chromatic => 'Even and slow, then twice as fast, then as it is written.',
            self::Rhythm => 'Count aloud, then bow it on one string.',
            self::Crossing => 'Open strings first: the arm finds each string. Then with the fingers.',
            self::Slur => 'Separate, with a stop between, then more notes in each bow.',
            self::Unit => 'One beat and the first note of the next, stop. Then two beats, then four.',
            self::OnePlace => 'The same notes without a shift: hear how it should sound, then play it as marked.',
            self::LeaveDown => 'The finger stays on its string while the open string sounds.',
            self::OpenStrings => 'Only the bow: rhythm and strings as in the music.',
            self::LastEnding => 'Straight into the last ending, without the repeat.',
            self::SetAndLift => 'Play, circle in the air, set the bow on the string, wait, play.',
            self::Slide => 'Start above, glide down, and stop where it rings with the open string.',
        };
    }

    /** Whether it may be doubled at once: even notes, that go as well twice as fast. */
    public function doubles(): bool
    {
        return $this === self::Chromatic || $this === self::Unit;
    }

    /** What to be careful of; empty where nothing needs saying. */
    public function caution(): string
    {
        return match ($this) {
            self::Shift => 'After eight times, rest the hand. Do not squeeze the neck. Stop if it hurts, and tell your teacher.',
            self::LowAndRegular, self::Pattern => 'Press no harder than the string asks, least of all on the thick ones.',
            self::SetAndLift => 'In the air, let the bow rest on the hand near its balance point, with something soft under it at first.',
            self::Unit, self::Chromatic, self::Slur => 'Rest after eight times. Stop if it hurts, and tell your teacher.',
            default => '',
        };
    }
}
