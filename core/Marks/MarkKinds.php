<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** Every kind of mark there is. A new kind is a class in Kind/ and a line here. */
final class MarkKinds
{
    /** @var list<class-string<MarkKind>> in the order their words are tried */
    private const ALL = [
        Kind\Bow::class,
        Kind\Hook::class,
        Kind\Retake::class,
        Kind\Lift::class,
        Kind\NoRetake::class,
        Kind\NoSign::class,
        Kind\Goal::class,
        Kind\NoSlurs::class,
        Kind\SlurTo::class,
        Kind\Change::class,
        Kind\Finger::class,
        Kind\Position::class,
        Kind\OnString::class,
        Kind\LeaveDown::class,
        Kind\Slide::class,
        Kind\LeaveOut::class,
        Kind\Divide::class,
        Kind\Courtesy::class,
        Kind\Words::class,
    ];

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
