<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\LineSource;
use UprightPencil\Drills\Occurrences;
use UprightPencil\Drills\PlayedNote;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Music\Fraction;

/** Slurs of many notes, or of unequal ones: separate, stopped, two and two, whole. */
final readonly class SlurLines implements LineSource
{
    private const MANY = 4;
    private const VERY_MANY = 6;
    private const LEAST_UNEQUAL = 3;
    private const WEIGHTS = ['very many' => 0.9, 'unequal' => 0.7, 'many' => 0.5];
    private const ACROSS_STRINGS = 1.3;
    private const NUMBERS = [2 => 'two', 3 => 'three', 4 => 'four', 5 => 'five', 6 => 'six', 7 => 'seven', 8 => 'eight'];

    public function in(PracticePart $part): array
    {
        $found = new Occurrences();
        $told = [];
        foreach (self::slurs($part) as [$from, $until]) {
            $notes = array_slice($part->notes, $from, $until - $from + 1);
            $lengths = count(array_unique(array_map(static fn (PlayedNote $one): string => (string) $one->event->duration, $notes)));
            $strings = count(array_unique(array_map(static fn (PlayedNote $one): string => $one->finger->string ?? '', $notes)));
            $kind = match (true) {
                count($notes) >= self::VERY_MANY => 'very many',
                $lengths > 1 && count($notes) >= self::LEAST_UNEQUAL => 'unequal',
                count($notes) >= self::MANY => 'many',
                default => null,
            };
            if ($kind === null) {
                continue;
            }
            $shape = implode(' ', array_map(static fn (PlayedNote $one): string => "{$one->event->duration}", $notes));
            $told[$from] = (self::NUMBERS[count($notes)] ?? (string) count($notes))
                . ($kind === 'unequal' ? ' notes of unequal length in one bow' : ' notes in one bow')
                . ($strings > 1 ? ', over more than one string' : '');
            $found->add(
                $shape . ($strings > 1 ? 'across' : ''),
                $from,
                $until,
                [$part->notes[$from]->event->measure, $part->notes[$until]->event->measure],
                self::WEIGHTS[$kind] * ($strings > 1 ? self::ACROSS_STRINGS : 1.0)
                    * Occurrences::speed($part->shortest($from, $until) ?? 1.0),
            );
        }
        $proposals = [];
        foreach ($found->all() as ['at' => $from, 'until' => $until, 'places' => $places, 'weight' => $weight]) {
            $proposals[] = new LineProposal(
                LineKind::Slur,
                $part->notes[$from]->note->id,
                $from,
                $places,
                $weight,
                $told[$from],
                self::sketch($part, $from, $until),
            );
        }

        return $proposals;
    }

    /** @return list<array{int, int}> first and last note of every slur; of notes that are only tied none */
    private static function slurs(PracticePart $part): array
    {
        $slurs = [];
        $from = 0;
        $isSlur = false;
        foreach ($part->notes as $at => $played) {
            if (!$played->isJoined()) {
                if ($isSlur) {
                    $slurs[] = [$from, $at - 1];
                }
                [$from, $isSlur] = [$at, false];
            }
            $isSlur = $isSlur || $played->bow?->connection === BowConnection::Slur;
        }
        if ($isSlur) {
            $slurs[] = [$from, count($part->notes) - 1];
        }

        return $slurs;
    }

    private static function sketch(PracticePart $part, int $from, int $until): LineSketch
    {
        $plain = $real = [];
        foreach (range($from, min($until, $from + 11)) as $at) {
            $played = $part->notes[$at];
            if ($played->note->tieStop) {
                continue;
            }
            $note = LineNote::of($played->pitch, Fraction::of(1))->by($played->finger);
            $plain[] = $note;
            $real[] = $note->lasting($played->event->duration);
        }
        [$fifths, $meter] = [$part->fifths($part->notes[$from]->event->measure), PracticePart::common()];
        $tempo = $part->safeTempo($from, $until);
        $first = $part->notes[$from]->bow?->direction;
        $in = static function (LineNote $head, LineNote ...$notes) use ($meter, $fifths, $tempo, $first): LineSketch {
            $head = $first === null ? $head : $head->going($first);

            return LineSketch::laid([$head, ...array_values($notes)], $meter, $fifths, $tempo);
        };
        $stopped = array_map(
            static fn (LineNote $note, int $at): LineNote => $at % 2 === 1 ? $note->hooked() : $note,
            $plain,
            array_keys($plain),
        );
        $small = count($plain) % 3 === 0 && count($plain) % 2 !== 0 ? 3 : 2;
        $sketch = $in($plain[0]->saying('separate'), ...array_slice($plain, 1))
            ->then($in($stopped[0]->saying('with a stop'), ...array_slice($stopped, 1)));
        if (count($plain) > $small) {
            $grouped = self::grouped($plain, $small);
            $words = self::NUMBERS[$small] . ' and ' . self::NUMBERS[$small];
            $sketch = $sketch->then($in($grouped[0]->saying($words), ...array_slice($grouped, 1)));
        }
        $whole = self::grouped($real, count($real));

        return $sketch->then($in($whole[0]->saying('in one bow'), ...array_slice($whole, 1)));
    }

    /**
     * @param list<LineNote> $notes
     * @return list<LineNote> so many under each slur
     */
    private static function grouped(array $notes, int $many): array
    {
        $grouped = [];
        foreach (array_chunk($notes, max(1, $many)) as $group) {
            $last = count($group) - 1;
            foreach ($group as $at => $note) {
                $note = $at === 0 && $last > 0 ? $note->beginsSlur() : $note;
                $grouped[] = $at === $last && $last > 0 ? $note->endsSlur() : $note;
            }
        }

        return $grouped;
    }
}
