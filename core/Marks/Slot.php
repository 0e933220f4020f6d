<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** What a note can have only one of: a mark in the same slot takes the place of the one before. Values stand in kept marks. */
enum Slot: string
{
    case Direction = 'direction';
    /** How a stroke begins: hook, retake, lift, no retake. */
    case Connection = 'join';
    case Change = 'change';
    /** Where on the bow a stroke lies. */
    case PartOfBow = 'part-of-bow';
    /** Between bridge and fingerboard. */
    case Contact = 'contact';
    case Slur = 'slur';
    /** The sign the edition prints. */
    case Sign = 'sign';
    case Finger = 'finger';
    /** The finger the edition prints. */
    case PrintedFinger = 'printed-finger';
    case Position = 'position';
    case String = 'string';
    case LeaveDown = 'leave-down';
    case Slide = 'slide';
    case LeaveOut = 'leave-out';
    case Divide = 'divide';
    case Courtesy = 'courtesy';
    case LetRing = 'let-ring';
    case Advice = 'advice';
    case Words = 'words';

    /** Which half of the work a mark in this slot belongs to. */
    public function group(): MarkGroup
    {
        return match ($this) {
            self::Direction, self::Connection, self::Change, self::PartOfBow, self::Contact, self::Slur,
            self::Sign => MarkGroup::Bow,
            self::Advice, self::Words => MarkGroup::Text,
            default => MarkGroup::Hand,
        };
    }
}
