<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Findings;

use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\Score;

/**
 * Notes that are misread because of an accidental nearby: one that still holds later in its measure or over a tie, one that is
 * over in the next measure, and the same letter plain in another octave.
 */
final readonly class AccidentalsThatHold
{
    /** Quarter notes within which nobody forgets. */
    private const NEAR = 2.5;

    public function __construct(private Score $score, private Part $part)
    {
    }

    /** @return list<HeldAccidental> in score order, one for each letter and measure */
    public function all(): array
    {
        $found = [];
        /** @var array<string, array{alteration: int, measure: int, pitch: Pitch, onset: float, isTied: bool}> $altered by line, letter and octave */
        $altered = [];
        $told = [];
        $measureBefore = -1;
        /** @var array<int, array<string, int>> $keys alteration of each letter by key */
        $keys = [];
        foreach ($this->part->notes as $position => $note) {
            if ($note->pitch === null || $note->isGrace) {
                continue;
            }
            $pitch = $note->pitch;
            $fifths = $this->part->keyIn($this->score->measures[$note->measure]);
            $inKey = $keys[$fifths][$pitch->letter] ??= Pitch::alterationInKey($pitch->letter, $fifths);
            if ($note->measure !== $measureBefore) {
                // What is older than the measure before misleads nobody.
                $altered = array_filter($altered, static fn (array $sign): bool => $sign['measure'] >= $note->measure - 1);
                $measureBefore = $note->measure;
            }
            if ($altered === [] && $pitch->alteration === $inKey) {
                continue;
            }
            $place = "{$note->line} {$pitch->letter}{$pitch->octave}";
            $known = $altered[$place] ?? null;
            $key = "{$note->measure} {$place}";
            $text = null;
            $cause = '';
            if ($known !== null && $known['measure'] === $note->measure && $pitch->alteration === $known['alteration']) {
                $cause = 'holds';
                $isNear = $this->score->onsetOf($note)->toFloat() - $known['onset'] < self::NEAR;
                $text = $note->tieStop || $isNear ? null : "{$pitch->spoken()} still: the accidental holds to the end of the measure.";
            } elseif ($known !== null && $known['measure'] === $note->measure - 1 && $pitch->alteration === $inKey) {
                $cause = 'over';
                $text = "{$pitch->spoken()} again: the accidental was for the measure before only.";
            } elseif ($note->tieStop && $pitch->alteration === ($known['alteration'] ?? null)) {
                $cause = 'tied';
                $text = "{$pitch->spoken()} still: the tie carries the accidental over the barline.";
            } elseif ($known !== null && $known['isTied'] && $known['measure'] === $note->measure && $pitch->alteration === $inKey) {
                $cause = 'tie over';
                $text = "{$pitch->spoken()} again: the tie carried the accidental for its own note only.";
            } elseif ($known === null && $pitch->alteration === $inKey) {
                $cause = 'octave';
                $text = $this->inAnotherOctave($altered, $note->line, $pitch, $note->measure);
            }
            if ($text !== null && !isset($told[$key])) {
                $told[$key] = true;
                $found[] = new HeldAccidental($position, $text, $cause);
            }
            if ($pitch->alteration !== $inKey) {
                $altered[$place] = [
                    'alteration' => $pitch->alteration,
                    'measure' => $note->measure,
                    'pitch' => $pitch,
                    'onset' => $this->score->onsetOf($note)->toFloat(),
                    'isTied' => $note->tieStop,
                ];
            } else {
                unset($altered[$place]);
            }
        }

        return $found;
    }

    /** @param array<string, array{alteration: int, measure: int, pitch: Pitch, onset: float, isTied: bool}> $altered */
    private function inAnotherOctave(array $altered, string $line, Pitch $pitch, int $measure): ?string
    {
        foreach ([$pitch->octave - 1, $pitch->octave + 1] as $octave) {
            $other = $altered["{$line} {$pitch->letter}{$octave}"] ?? null;
            if ($other !== null && $other['measure'] === $measure) {
                return "{$pitch->spoken()} here: the accidental on {$other['pitch']->spoken()} was for the other octave only.";
            }
        }

        return null;
    }
}
