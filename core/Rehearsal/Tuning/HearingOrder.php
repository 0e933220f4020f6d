<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Tuning;

use UprightPencil\Drills\PitchRisk;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\SoundingNote;

/**
 * What to hear at a tuning place, and in which order: open strings and the lowest note first, its octaves, then the note that is easily
 * out of tune, last what rubs.
 */
final readonly class HearingOrder
{
    private const OCTAVE = 12;
    private const MOST = 6;
    private const NUMBERS = [2 => 'two', 3 => 'three', 4 => 'four', 5 => 'five'];

    public function __construct(private MarkedParts $marked)
    {
    }

    /**
     * @param non-empty-list<TunedPart> $parts that hold the anchor
     * @param list<array{SoundingNote, PracticePart}> $others other pitches that sound with it
     * @param list<array{SoundingNote, PracticePart}> $entering notes that rub and enter while it is held
     * @return list<string> sentences without their full stops
     */
    public function of(array $parts, array $others, array $entering): array
    {
        $ordered = $parts;
        usort($ordered, static fn (TunedPart $a, TunedPart $b): int
            => [$a->risk !== '', !$a->isOpen, $a->heard] <=> [$b->risk !== '', !$b->isOpen, $b->heard]);
        $base = array_shift($ordered);
        $hear = ["{$base->name} begins: " . ($base->isOpen ? "the open {$base->pitch->letter} string" : $base->pitch->spoken())
            . self::check($base)];
        foreach ($ordered as $part) {
            $risk = $part->risk === '' ? '' : " ({$part->risk})";
            $hear[] = "then {$part->name}{$risk}: " . self::interval($part->heard - $base->heard) . self::check($part);
        }
        foreach ($others as [$note, $part]) {
            $risk = PitchRisk::of($note->finger);
            if ($risk !== null && $note->finger !== null) {
                $hear[] = "then {$part->plan->part->name}’s {$note->pitch->spoken()} ({$risk->words($note->finger)}) against it";
            }
        }
        if ($entering !== []) {
            [$note, $part] = $entering[0];
            $measure = $this->marked->score->measures[$note->note->measure];
            $place = PlaceWords::of($measure, $note->note->offset);
            $hear[] = "last let {$part->plan->part->name}’s {$note->pitch->spoken()} at {$place} rub against it";
        }

        return array_slice($hear, 0, self::MOST);
    }

    private static function interval(int $semitones): string
    {
        $octaves = intdiv(abs($semitones), self::OCTAVE);
        $where = $semitones > 0 ? 'above' : 'below';

        return match (true) {
            $semitones === 0 => 'the same pitch, until it does not beat',
            $octaves === 1 => "an octave {$where}",
            default => (self::NUMBERS[$octaves] ?? $octaves) . " octaves {$where}",
        };
    }

    /** How a section can check its note alone. */
    private static function check(TunedPart $part): string
    {
        if ($part->against === null) {
            return '';
        }

        return $part->isOctaveOfOpen()
            ? "; alone against its open {$part->against->letter} string"
            : "; it is the open {$part->against->letter} string’s own pitch";
    }
}
