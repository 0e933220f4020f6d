<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Costs;

/** What a choice of the left hand can cost. Each is one thing a teacher would name. */
enum CostKind: string
{
    case Position = 'position';
    case Fourth = 'fourth finger';
    case FourthForOpen = 'fourth finger where the open string serves';
    case Open = 'open string where the school wants the fourth finger';
    case OpenRings = 'open string on a soft long note';
    case OpenWhistles = 'open E after a slurred note';
    case NotOwned = 'finger of another letter';
    case FourWanted = 'fourth finger wanted for the next note';
    case Altered = 'altered finger';
    case Harmonic = 'harmonic where a stopped note would sing';
    case LowerString = 'lower string';
    case Extension = 'extension';
    case Home = 'away from first position';
    case Leaving = 'leaves a position that serves';
    case Crossing = 'crossing';
    case SlurCrossing = 'crossing inside the slur';
    case Shift = 'shift';
    case SlurShift = 'shift inside the slur';
    case Slide = 'slide';
    case NextDoor = 'same finger at another place next door';
    case Gap = 'wide gap';
    case Squeeze = 'two fingers on one place';
    case Refinger = 'another finger on the same pitch';
    case Reshape = 'the hand opens and closes';
}
