<?php

declare(strict_types=1);

namespace App\Accounts;

use RuntimeException;

/**
 * Passwords that are tried first by everybody who tries.
 *
 * The list is the one of @zxcvbn-ts/language-common (MIT), which is installed with the interface's packages: some 49,000 words,
 * most used first.
 */
final class CommonPasswords
{
    private const LIST = 'node_modules/@zxcvbn-ts/language-common/src/passwords.json';
    /** Letters that stand for others in passwords everybody thinks of. */
    private const DISGUISES = ['@' => 'a', '4' => 'a', '3' => 'e', '1' => 'i', '!' => 'i', '0' => 'o', '5' => 's', '$' => 's', '7' => 't'];
    private const SHORTEST_WORD = 4;

    /** Whether it is in the list; or a word of it with figures around it, in disguise, or said again and again. */
    public static function has(string $password): bool
    {
        $lower = mb_strtolower($password);
        $bare = (string) preg_replace('~^[\d\W_]+|[\d\W_]+$~u', '', $lower);
        foreach ([$lower, $bare, strtr($lower, self::DISGUISES), strtr($bare, self::DISGUISES)] as $form) {
            foreach (array_unique([$form, self::unit($form)]) as $word) {
                if ($word === '' || mb_strlen($word) < self::SHORTEST_WORD || isset(self::list()[$word])) {
                    return true;
                }
            }
        }

        return false;
    }

    /** What a text says again and again: "abc" of "abcabcab". */
    private static function unit(string $text): string
    {
        $length = strlen($text);
        for ($size = 1; 2 * $size <= $length; $size++) {
            $unit = substr($text, 0, $size);
            if (str_starts_with(str_repeat($unit, intdiv($length, $size) + 1), $text)) {
                return $unit;
            }
        }

        return $text;
    }

    /** @return array<string, int> */
    private static function list(): array
    {
        static $list = null;
        if ($list === null) {
            $words = json_decode((string) @file_get_contents(base_path(self::LIST)), true);
            if (!is_array($words) || $words === []) {
                throw new RuntimeException('The list of common passwords is missing: run ./pencil up.');
            }
            $list = array_flip(array_filter($words, is_string(...)));
        }

        return $list;
    }
}
