<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** Which printed notes a typed length is, and which of them hang on one beam. */
final class AbcShapes
{
    private const TYPES = [
        '4' => 'long', '2' => 'breve', '1' => 'whole', '1/2' => 'half', '1/4' => 'quarter', '1/8' => 'eighth', '1/16' => '16th',
        '1/32' => '32nd',
        '1/64' => '64th', '1/128' => '128th', '1/256' => '256th',
    ];
    /** The same, longest first, as shares of a whole note. */
    private const LENGTHS = [
        '4' => [4, 1], '2' => [2, 1], '1' => [1, 1], '1/2' => [1, 2], '1/4' => [1, 4], '1/8' => [1, 8], '1/16' => [1, 16],
        '1/32' => [1, 32],
        '1/64' => [1, 64], '1/128' => [1, 128], '1/256' => [1, 256],
    ];
    /** Flags of a note by its length: those that are beamed. */
    private const FLAGS = ['eighth' => 1, '16th' => 2, '32nd' => 3, '64th' => 4, '128th' => 5, '256th' => 6];

    /**
     * Notes that were typed without a blank between them are beamed.
     *
     * @param list<AbcNote> $notes
     * @return array<int, list<string>>
     */
    public static function beams(array $notes): array
    {
        $groups = [];
        $group = [];
        foreach ($notes as $index => $note) {
            $flags = self::FLAGS[self::typeOf($note->length)[0] ?? ''] ?? 0;
            if ($flags === 0 || $note->isRest()) {
                $groups[] = $group;
                $group = [];
                continue;
            }
            if (!$note->isJoined) {
                $groups[] = $group;
                $group = [];
            }
            $group[$index] = $flags;
        }
        $groups[] = $group;
        $beams = [];
        foreach ($groups as $members) {
            if (count($members) < 2) {
                continue;
            }
            $order = array_keys($members);
            foreach ($order as $at => $index) {
                for ($level = 1; $level <= $members[$index]; $level++) {
                    $hasBefore = $at > 0 && $members[$order[$at - 1]] >= $level;
                    $hasAfter = $at < count($order) - 1 && $members[$order[$at + 1]] >= $level;
                    $beams[$index][] = match (true) {
                        $hasBefore && $hasAfter => 'continue',
                        $hasBefore => 'end',
                        $hasAfter => 'begin',
                        default => $at > 0 ? 'backward hook' : 'forward hook',
                    };
                }
            }
        }

        return $beams;
    }

    /**
     * A length as one note, or as several that are tied.
     *
     * @return non-empty-list<array{Fraction, string, int}>
     */
    public static function pieces(Fraction $length): array
    {
        $whole = self::typeOf($length);
        if ($whole !== null) {
            return [[$length, ...$whole]];
        }
        $pieces = [];
        $left = $length;
        foreach (self::LENGTHS as $name => [$above, $below]) {
            $one = Fraction::of($above, $below);
            while (!$left->isLessThan($one) && count($pieces) < 8) {
                $pieces[] = [$one, self::TYPES[$name], 0];
                $left = $left->minus($one);
            }
        }

        // What no note of this house can be is told by its nearest.
        return $pieces === [] ? [[$length, '256th', 0]] : $pieces;
    }

    /** @return array{string, int}|null the name of a length and its dots; null where it takes more than one note */
    public static function typeOf(Fraction $length): ?array
    {
        foreach ([0 => Fraction::of(1), 1 => Fraction::of(3, 2), 2 => Fraction::of(7, 4)] as $dots => $times) {
            $type = self::TYPES[(string) $length->dividedBy($times)] ?? null;
            if ($type !== null) {
                return [$type, $dots];
            }
        }

        return null;
    }
}
