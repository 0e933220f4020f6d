<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Kind\Bow\ContactPoint;
use UprightPencil\Marks\Kind\Bow\Goal;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\Lift;
use UprightPencil\Marks\Kind\Bow\NoRetake;
use UprightPencil\Marks\Kind\Bow\NoSign;
use UprightPencil\Marks\Kind\Bow\NoSlurs;
use UprightPencil\Marks\Kind\Bow\PartOfBow;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Marks\Kind\Hand\Harmonic;
use UprightPencil\Marks\Kind\Hand\LeaveDown;
use UprightPencil\Marks\Kind\Hand\NoFinger;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Marks\Kind\Hand\Slide;
use UprightPencil\Marks\Kind\Text\Advice;
use UprightPencil\Marks\Kind\Text\Courtesy;
use UprightPencil\Marks\Kind\Text\Divide;
use UprightPencil\Marks\Kind\Text\LeaveOut;
use UprightPencil\Marks\Kind\Text\LetRing;
use UprightPencil\Marks\Kind\Text\Words;

/** Every kind of mark there is. A new kind is a class in Kind/ and a line here. */
final class MarkKinds
{
    /** So many forms are named to who has mistyped one. */
    private const NEAR = 4;

    /** @var list<class-string<MarkKind>> in the order their words are tried */
    private const ALL = [
        BowDirection::class,
        Hook::class,
        Retake::class,
        Lift::class,
        NoRetake::class,
        NoSign::class,
        Goal::class,
        NoSlurs::class,
        SlurTo::class,
        Change::class,
        PartOfBow::class,
        ContactPoint::class,
        Finger::class,
        Harmonic::class,
        NoFinger::class,
        Position::class,
        OnString::class,
        LeaveDown::class,
        Slide::class,
        LeaveOut::class,
        Divide::class,
        Courtesy::class,
        LetRing::class,
        Advice::class,
        Words::class,
    ];

    /** @return list<string> every form that can be written, in the order they are tried */
    public static function examples(): array
    {
        return array_merge(...array_map(static fn (string $kind): array => $kind::examples(), self::ALL));
    }

    /**
     * Every form with what it means to a player, for who completes a line or reads the whole grammar.
     *
     * @return list<array{words: string, means: string, stands: 'note'|'both', group: MarkGroup}>
     */
    public static function forms(): array
    {
        $forms = [];
        foreach (self::examples() as $words) {
            $kind = self::read($words);
            if ($kind !== null) {
                $stands = match (true) {
                    $kind->anchor() === Anchor::Range, $kind instanceof BowDirection => 'both',
                    default => 'note',
                };
                $forms[] = ['words' => $words, 'means' => $kind->plainWords(), 'stands' => $stands, 'group' => $kind->slot()->group()];
            }
        }

        return $forms;
    }

    /** @return list<string> forms that may have been meant, the nearest first */
    public static function nearest(string $words): array
    {
        $far = [];
        foreach (self::examples() as $form) {
            $letters = levenshtein(mb_strtolower($words), mb_strtolower($form));
            $isBegun = mb_strlen($words) > 1 && str_starts_with($form, mb_strtolower($words));
            if ($isBegun || $letters <= max(1, intdiv(mb_strlen($words), 3))) {
                $far[$form] = $isBegun ? 0 : $letters;
            }
        }
        asort($far);

        return array_map(strval(...), array_slice(array_keys($far), 0, self::NEAR));
    }

    /** What a kind is called where it is told from others: "slur-to", "no-slurs". */
    public static function nameOf(MarkKind $kind): string
    {
        $name = substr((string) strrchr($kind::class, '\\'), 1);

        return strtolower((string) preg_replace('~(?<!^)[A-Z]~', '-$0', $name));
    }

    /** Reads the words of one mark of a pencil line; null when they are no mark's. */
    public static function read(string $words): ?MarkKind
    {
        foreach (self::ALL as $kind) {
            $mark = $kind::read($words);
            if ($mark !== null) {
                return $mark;
            }
        }

        return null;
    }
}
