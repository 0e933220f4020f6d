<?php

declare(strict_types=1);

namespace UprightPencil\Sections;

use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Marks of a stretch carried to another place or part: what would be laid down, what it overwrites, what finds no note. */
final readonly class MarkCopy
{
    /**
     * @param list<Mark> $puts
     * @param list<Mark> $overwrites marks of the same sort that stand where these are laid and say something else
     * @param list<Mark> $missing marks whose note has no counterpart
     */
    private function __construct(public array $puts, public array $overwrites, public array $missing)
    {
    }

    /**
     * @param Fraction $from onset where the stretch begins, in quarter notes of the score
     * @param Fraction $until where it ends; a note that begins here is outside
     * @param Fraction $onto onset where it is laid
     * @param MarkGroup|null $group marks of this group only; null for every mark
     */
    public static function of(
        Score $score,
        Part $giver,
        MarkBook $given,
        Part $taker,
        MarkBook $taken,
        Fraction $from,
        Fraction $until,
        Fraction $onto,
        ?MarkGroup $group = null,
    ): self {
        $shift = $onto->minus($from);
        $twins = self::twins($score, $giver, $taker, $shift);
        $onset = static fn (Part $part, string $id): Fraction
            => $score->onsetOf($part->notes[$part->positionsById()[$id]]);
        $isMeant = static fn (Mark $mark): bool => $group === null || $mark->kind()->slot()->group() === $group;
        $puts = $missing = [];
        foreach ($given->marks as $mark) {
            $at = $onset($giver, $mark->from);
            if (!$isMeant($mark) || $at->isLessThan($from) || !$at->isLessThan($until)) {
                continue;
            }
            $ids = [$mark->from, $mark->to, ...array_filter($mark->targets)];
            if (array_diff($ids, array_keys($twins)) !== []) {
                $missing[] = $mark;
                continue;
            }
            $puts[] = $mark->at(
                $twins[$mark->from],
                $twins[$mark->to],
                array_map(static fn (string $id): string => $id === '' ? '' : $twins[$id], $mark->targets),
            );
        }
        $new = [];
        foreach ($puts as $mark) {
            $new[$mark->key()] = $mark->words();
        }
        $overwrites = [];
        foreach ($taken->marks as $mark) {
            $at = $onset($taker, $mark->from);
            $isInside = !$at->isLessThan($onto) && $at->isLessThan($until->plus($shift));
            if ($isInside && $isMeant($mark) && ($new[$mark->key()] ?? null) !== $mark->words()) {
                $overwrites[] = $mark;
            }
        }

        return new self($puts, $overwrites, $missing);
    }

    /**
     * The note of the taker that answers each note of the giver: the same moment after the shift, in the same line.
     *
     * @return array<string, string> ids by id
     */
    private static function twins(Score $score, Part $giver, Part $taker, Fraction $shift): array
    {
        $at = [];
        foreach ($taker->notes as $note) {
            $at[self::momentOf($score->onsetOf($note), $note->line, $note->isGrace, $note->inChord)] ??= $note->id;
        }
        $twins = [];
        foreach ($giver->notes as $note) {
            $moment = self::momentOf($score->onsetOf($note)->plus($shift), $note->line, $note->isGrace, $note->inChord);
            if (isset($at[$moment])) {
                $twins[$note->id] = $at[$moment];
            }
        }

        return $twins;
    }

    private static function momentOf(Fraction $onset, string $line, bool $isGrace, bool $inChord): string
    {
        return "{$onset} {$line} " . ($isGrace ? 'g' : '') . ($inChord ? 'c' : '');
    }
}
