<?php

declare(strict_types=1);

namespace App\Lessons;

use UprightPencil\Format\Abc\AbcKey;

/** What the head of a typed text says, before there are notes. */
final class TypedHead
{
    /** @return int sharps of the key, flats below zero; none where no key can be read */
    public static function fifthsOf(string $abc): int
    {
        $key = preg_match('~^K:([^%\n\r]*)~m', $abc, $match) === 1 ? AbcKey::read($match[1]) : AbcKey::none();

        return $key instanceof AbcKey ? $key->fifths : 0;
    }

    /** Its title; empty where it has none. */
    public static function titleOf(string $abc): string
    {
        return preg_match('~^T:([^\n\r]*)~m', $abc, $match) === 1 ? trim($match[1]) : '';
    }
}
