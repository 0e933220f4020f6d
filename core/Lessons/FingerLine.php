<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Pitch;
use UprightPencil\Settings\Profile;

/**
 * Notes told by strings and fingers: "D 0 1 2 3 A 0 . 1".
 *
 * A string's letter holds until the next one; a dot holds the note before for one more count, a dash rests one count. The key says
 * whether a finger is low or high; "low" or "high" before a finger says otherwise. Barlines and repeats may be typed; where there are
 * none they are set by the meter.
 */
final class FingerLine
{
    /** Tokens of a line. More are no line. */
    private const MOST = 2000;

    /** @var list<AbcProblem> */
    private array $problems = [];
    /** @var list<array{string, int}|string> a note or "z" with its counts, or a bar */
    private array $found = [];

    private function __construct(
        private readonly Hand $hand,
        private readonly Strings $strings,
        private readonly WrittenNotes $notes,
    ) {
    }

    /**
     * @param int $fifths sharps of the key, flats below zero
     * @param int $counts of a measure; 0 where barlines are not set
     * @param int $pickup counts before the first barline
     * @return array{string, list<AbcProblem>} ABC of the notes, one count the unit of length, and what could not be read
     * @throws MusicException
     */
    public static function read(string $line, Instrument $instrument, int $fifths, int $counts, int $pickup = 0): array
    {
        $reader = new self(
            Hand::of($instrument, Profile::Advanced),
            Strings::of($instrument),
            new WrittenNotes($fifths),
        );
        $reader->take($line);

        return [$reader->write($counts, $pickup), $reader->problems];
    }

    /** @throws MusicException */
    private function take(string $line): void
    {
        preg_match_all('~\S+~u', mb_scrub($line), $tokens, PREG_OFFSET_CAPTURE);
        $string = null;
        $bend = null;
        foreach (array_slice($tokens[0], 0, self::MOST) as [$token, $at]) {
            $column = mb_strlen(substr($line, 0, $at)) + 1;
            $last = count($this->found) - 1;
            $letter = $this->strings->named(strtoupper($token));
            if ($letter !== null) {
                $string = $letter;
            } elseif (preg_match('~^[|:\[\]]+[12]?$~', $token) === 1) {
                $this->found[] = $token;
            } elseif ($token === '-') {
                $this->found[] = ['z', 1];
            } elseif ($token === '.') {
                $this->hold($last, $column);
            } elseif (in_array(strtolower($token), ['low', 'high'], true)) {
                $bend = FingerShape::from(strtolower($token));
                continue;
            } elseif (preg_match('~^[0-4]$~', $token) !== 1) {
                $names = implode(', ', $this->strings->names);
                $this->problems[] = new AbcProblem(1, $column, "“{$token}” is neither a string ({$names}) nor a finger from 0 to 4,"
                    . ' nor . to hold nor - to rest');
            } elseif ($string === null) {
                $this->problems[] = new AbcProblem(1, $column, 'a string comes before its fingers, such as D 0 1 2');
            } else {
                $this->finger($string, (int) $token, $bend, $column);
            }
            $bend = null;
        }
    }

    private function hold(int $last, int $column): void
    {
        while ($last >= 0 && is_string($this->found[$last])) {
            $last--;
        }
        if (is_array($this->found[$last] ?? null)) {
            $this->found[] = ['.', 1];
        } else {
            $this->problems[] = new AbcProblem(1, $column, 'a dot holds the note before it, and there is none');
        }
    }

    /** @throws MusicException */
    private function finger(int $string, int $finger, ?FingerShape $bend, int $column): void
    {
        $open = $this->strings->semitones[$string];
        if ($finger === 0) {
            $this->found[] = [$this->notes->at($open), 1];

            return;
        }
        $best = null;
        $bestWorth = -1;
        for ($semitones = 1; $semitones <= 8; $semitones++) {
            foreach ($this->hand->fingersAt($semitones, true) as $place) {
                if ($place->finger !== $finger || $this->hand->nameOf($place->frame) !== 'I') {
                    continue;
                }
                $isInKey = $this->notes->isInKey($open + $semitones);
                $worth = match (true) {
                    $bend !== null => $place->shape === $bend ? 4 : 0,
                    default => ($isInKey ? 2 : 0) + ($place->shape->isExtension() || $place->shape->isAltered($finger) ? 0 : 1),
                };
                if ($worth > $bestWorth) {
                    [$best, $bestWorth] = [$semitones, $worth];
                }
            }
        }
        if ($best === null) {
            $name = $this->strings->names[$string];
            $this->problems[] = new AbcProblem(1, $column, "the {$finger} has no place in first position on the {$name} string");

            return;
        }
        $this->found[] = [$this->notes->at($open + $best), 1];
    }

    private function write(int $counts, int $pickup): string
    {
        $hasBars = array_filter($this->found, is_string(...)) !== [];
        $left = $hasBars || $counts < 1 ? 0 : ($pickup > 0 ? $pickup : $counts);
        /** @var list<string|array{string, int}> $written notes with their lengths, and bars */
        $written = [];
        $in = 0;
        foreach ($this->found as $one) {
            if (is_string($one)) {
                $written[] = $one;
                continue;
            }
            $last = count($written) - 1;
            $before = $written[$last] ?? null;
            if ($one[0] === '.' && is_array($before)) {
                $written[$last] = [$before[0], $before[1] + 1];
            } elseif ($one[0] === '.') {
                // Held over a barline: tied.
                $note = $this->tie($written);
                $written[] = [$note, 1];
            } else {
                $written[] = $one;
            }
            $in++;
            if ($left > 0 && $in === $left) {
                $written[] = '|';
                [$in, $left] = [0, $counts];
            }
        }

        return implode(' ', array_map(
            static fn (array|string $one): string => is_string($one) ? $one : self::withLength($one[0], $one[1]),
            $written,
        ));
    }

    /** A note with its length; what ties it on stands behind. */
    private static function withLength(string $note, int $counts): string
    {
        $length = $counts === 1 ? '' : (string) $counts;

        return str_ends_with($note, '-') ? substr($note, 0, -1) . "{$length}-" : $note . $length;
    }

    /**
     * Ties the last note to what comes.
     *
     * @param list<string|array{string, int}> $written
     */
    private function tie(array &$written): string
    {
        for ($at = count($written) - 1; $at >= 0; $at--) {
            $one = $written[$at];
            if (is_array($one)) {
                $note = rtrim($one[0], '-');
                if ($note !== 'z') {
                    $written[$at] = ["{$note}-", $one[1]];
                }

                return $note;
            }
        }

        return 'z';
    }
}
