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
    case Count = 'count';
    case Letters = 'letters';
    case Air = 'air';
    case Open = 'open';
    case Hooks = 'hooks';

    /**
     * Whether it is a step before a line of a lesson is played. It is made when it is asked for, and never because a part needs it.
     */
    public function isFirstStep(): bool
    {
        return in_array($this, [self::Count, self::Letters, self::Air, self::Open, self::Hooks], true);
    }

    /** What of the bow and the hand stands on its page. */
    public function shows(): LineShows
    {
        return match ($this) {
            self::Count => LineShows::Notes,
            self::Letters => LineShows::Names,
            self::Air => LineShows::Bows,
            default => LineShows::Everything,
        };
    }

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
            self::Count => 'Count and clap',
            self::Letters => 'Say the letter names',
            self::Air => 'Bow in the air',
            self::Open => 'On open strings',
            self::Hooks => 'Slurs as hooks',
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
            self::Count => 'count and clap',
            self::Letters => 'letter names',
            self::Air => 'bow in the air',
            self::Open => 'whole on open strings',
            self::Hooks => 'slurs as hooks',
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
            self::Count => 'Count aloud, clap where a note begins, and keep the hands together while it lasts.',
            self::Letters => 'Say each name in time. The fingers may go along without the bow.',
            self::Air => 'No sound: the bow goes its way in the air, down and up as it will, and stops where the note stops.',
            self::Open => 'The whole line without the left hand: each note’s string, with its bow.',
            self::Hooks => 'Stop the bow between the notes of a slur. When it goes well, leave the stops out.',
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
