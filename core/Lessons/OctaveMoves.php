<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Where the notes go that lie outside what the class has learned: each alone an octave away, or with their phrase. */
final readonly class OctaveMoves
{
    /** @var array<int, int> octaves by position in the part, of the notes alone */
    private array $singly;
    /** @var array<int, int> octaves by position in the part, of whole phrases where that helps, else of the notes alone */
    private array $byPhrase;
    private bool $hasPhrases;
    /** @var list<array{int, int}> */
    private array $lost;

    /**
     * @param int $octaves from the typed line
     * @param list<int> $outside positions in the part
     * @throws MusicException
     */
    public function __construct(
        private OctaveRule $rule,
        private Score $score,
        private Part $part,
        private Instrument $instrument,
        private int $octaves,
        array $outside,
    ) {
        $singly = $byPhrase = $lost = [];
        foreach ($outside as $position) {
            $by = array_values(array_filter([-1, 1], fn (int $by): bool => $this->isHeld($position, $by)))[0] ?? null;
            if ($by === null) {
                $lost[] = [$part->notes[$position]->measure, $position];
            } else {
                $singly[$position] = $by;
            }
        }
        $phrases = Phrases::of($score, $part);
        $hasPhrases = false;
        foreach ($singly as $position => $by) {
            if (isset($byPhrase[$position])) {
                continue;
            }
            [$from, $to] = $phrases->around($position);
            $all = range($from, $to);
            if ($all === array_filter($all, fn (int $one): bool => $this->isHeld($one, $by))) {
                $hasPhrases = true;
                $byPhrase += array_fill_keys($all, $by);
            } else {
                $byPhrase[$position] = $by;
            }
        }
        ksort($byPhrase);
        [$this->singly, $this->byPhrase, $this->lost, $this->hasPhrases] = [$singly, $byPhrase, $lost, $hasPhrases];
    }

    /** @return array<int, int> octaves by position in the part */
    public function by(NotesFound $found): array
    {
        return match ($found) {
            NotesFound::Kept => [],
            NotesFound::Singly => $this->singly,
            NotesFound::ByPhrase => $this->byPhrase,
        };
    }

    /** Whether a whole phrase can go. */
    public function hasPhrases(): bool
    {
        return $this->hasPhrases;
    }

    /** @return list<array{int, int}> measure and position of notes that no octave brings inside */
    public function lost(): array
    {
        return $this->lost;
    }

    /** @throws MusicException */
    private function isHeld(int $position, int $by): bool
    {
        return $this->rule->isHeld($this->score, $this->part, $this->instrument, $this->part->notes[$position], $this->octaves + $by);
    }
}
