<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Heard;

use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PlayedNote;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\PlaceWords;

/**
 * The mark and the practice line that answer what was heard.
 *
 * Source: the trade's page on practising and rehearsing, *What was heard*.
 */
final readonly class Corrections
{
    /** Beats from which on a note is long enough for small numbers under it. */
    private const COUNTED = 2.0;
    private const MOST_WORDS = 40;

    private Places $places;
    private PracticeLines $lines;

    public function __construct(private PracticePart $part)
    {
        $this->places = Places::of($part->score, $part->plan->part);
        $this->lines = new PracticeLines($part);
    }

    /**
     * @param string|null $note id of the note it was; null for the first it can be said of in the measure
     * @throws UprightPencilException
     */
    public function of(HeardKind $kind, int $measure, ?string $note, string $what): Correction
    {
        $at = $this->noteAt($kind, $measure, $note, $what);
        if ($at === null) {
            return new Correction([], '', null);
        }
        $played = $this->part->notes[$at];
        [$mark, $words] = $this->mark($kind, $at, $what);
        $place = $this->places->nameOf($played->note->id);

        return new Correction($mark === '' ? [] : ["{$place} {$mark}"], $words, $this->practice($kind, $measure));
    }

    private function noteAt(HeardKind $kind, int $measure, ?string $note, string $what): ?int
    {
        $notes = $this->part->inMeasures($measure, $measure);
        if ($notes === null) {
            return null;
        }
        $best = $notes[0];
        // "F natural": the first F of the measure.
        $letter = $kind === HeardKind::Accidental && preg_match('~^([A-G])(?![a-z])~', $what, $match) === 1 ? $match[1] : '';
        for ($at = $notes[0]; $at <= $notes[1]; $at++) {
            $here = $this->part->notes[$at];
            if ($here->note->id === $note || ($note === null && $here->pitch->letter === $letter)) {
                return $at;
            }
            $best = match ($kind) {
                // The note with an accidental of its own, the longest, the one the hand moves to.
                HeardKind::Accidental => $this->isAltered($here) && !$this->isAltered($this->part->notes[$best]) ? $at : $best,
                HeardKind::HeldTooShort, HeardKind::HeldTooLong => $here->seconds > $this->part->notes[$best]->seconds ? $at : $best,
                HeardKind::LateShift => $here->finger?->isShift === true && !$this->isShift($best) ? $at : $best,
                default => $best,
            };
        }

        return $best;
    }

    private function isShift(int $at): bool
    {
        return $this->part->notes[$at]->finger?->isShift === true;
    }

    private function isAltered(PlayedNote $played): bool
    {
        $inKey = Pitch::alterationInKey($played->pitch->letter, $this->part->fifths($played->event->measure));

        return $played->pitch->alteration !== $inKey;
    }

    /** @return array{string, string} the mark as a pencil line has it, without its place, and in words; empty for none */
    private function mark(HeardKind $kind, int $at, string $what): array
    {
        $played = $this->part->notes[$at];
        $beats = $played->event->duration->dividedBy($this->part->score->measures[$played->event->measure]->meter->pulse())->toFloat();

        return match ($kind) {
            HeardKind::Accidental => ['courtesy', "the accidental of {$played->pitch->spoken()} in parentheses"],
            HeardKind::Rhythm => $beats >= self::COUNTED ? ['counts', 'the beats in small numbers'] : self::said('count'),
            HeardKind::HeldTooShort => self::said('hold ' . self::number($beats)),
            HeardKind::HeldTooLong => self::said('off on ' . $this->endBeat($played)),
            HeardKind::BowTurned => $played->bow === null
                ? ['', '']
                : [$played->bow->direction->value, "the sign for a {$played->bow->direction->value} bow"],
            HeardKind::LateShift => self::said('move early'),
            HeardKind::TooLoud => self::said('softer'),
            HeardKind::NotTogether => self::said('watch'),
            HeardKind::Words => $what === '' || mb_strlen($what) > self::MOST_WORDS ? ['', ''] : self::said(str_replace('"', '’', $what)),
        };
    }

    /** @return array{string, string} */
    private static function said(string $words): array
    {
        return ["\"{$words}\"", "the words “{$words}”"];
    }

    private static function number(float $beats): string
    {
        return rtrim(rtrim(number_format($beats, 2), '0'), '.');
    }

    /** The beat on which a note has ended. */
    private function endBeat(PlayedNote $played): string
    {
        $measure = $this->part->score->measures[$played->event->measure];
        $end = $played->event->offset->plus($played->event->duration);
        $beat = $measure->meter->beatAt($end->isLessThan($measure->length) ? $end : $end->minus($measure->length));

        return $beat->isWhole() ? (string) $beat->floor() : PlaceWords::beat($beat);
    }

    /** @throws UprightPencilException */
    private function practice(HeardKind $kind, int $measure): ?LineProposal
    {
        $kinds = match ($kind) {
            HeardKind::Accidental => [LineKind::LowAndRegular, LineKind::Slide, LineKind::Pattern],
            HeardKind::Rhythm => [LineKind::Rhythm, LineKind::OpenStrings],
            HeardKind::LateShift => [LineKind::Shift, LineKind::OnePlace],
            HeardKind::BowTurned, HeardKind::HeldTooLong => [LineKind::SetAndLift, LineKind::OpenStrings],
            HeardKind::NotTogether => [LineKind::Rhythm, LineKind::Unit, LineKind::OpenStrings],
            HeardKind::HeldTooShort => [LineKind::OpenStrings],
            HeardKind::TooLoud, HeardKind::Words => [],
        };
        foreach ($kinds as $line) {
            $proposal = $this->lines->at($line, $measure);
            if ($proposal !== null && self::serves($proposal, $measure)) {
                return $proposal;
            }
        }

        return null;
    }

    private static function serves(LineProposal $proposal, int $measure): bool
    {
        foreach ($proposal->places as [$from, $to]) {
            if ($measure >= $from && $measure <= $to) {
                return true;
            }
        }

        return false;
    }
}
