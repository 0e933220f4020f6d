<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * What a player pencils into a printed part: exceptions only, in a player's words. What comes back note for note is said once.
 */
final readonly class ReadersList
{
    /** How long writing one sign takes, with finding its place, in seconds. */
    private const SECONDS = 20;

    /**
     * @param list<ReadersRow> $rows in printed order, what comes back said once
     * @param list<ReadersRow> $all every place by itself
     */
    private function __construct(public array $rows, public array $all)
    {
    }

    /**
     * @param MarkBook $book as the director has it, open choices and all
     * @param array<string, NotePrint> $prints what the page shows, by note id: its fingers stand on the list too
     */
    public static function of(Score $score, Part $part, MarkBook $book, BowPlan $bow, array $prints): self
    {
        $bows = (new BowPrinting(BowDensity::Few))->prints($score, $part, $book->withChoicesTried(), $bow, $book->choices());
        $landmarks = new Landmarks($score->measures);
        $byMeasure = [];
        foreach ($part->notes as $note) {
            $print = $bows[$note->id] ?? new NotePrint();
            $finger = ($prints[$note->id] ?? null)?->finger;
            $words = self::words($score, $part, $note, $finger === null ? $print : $print->withFinger($finger));
            if ($words !== []) {
                $byMeasure[$note->measure][] = self::row($score->measures[$note->measure], $note, $words, $landmarks->of($note->measure));
            }
        }

        return new self(self::saidOnce($score, $part, $byMeasure), array_merge(...array_values($byMeasure)));
    }

    /** How many signs there are to write. */
    public function signs(): int
    {
        return array_sum(array_map(static fn (ReadersRow $row): int => count($row->words), $this->all));
    }

    /** About how long writing them takes. */
    public function minutes(): int
    {
        return (int) ceil($this->signs() * self::SECONDS / 60);
    }

    /** "14 signs, about 5 minutes". */
    public function length(): string
    {
        $signs = $this->signs();
        $minutes = $this->minutes();

        return match (true) {
            $signs === 0 => 'nothing to pencil in',
            default => "{$signs} " . ($signs === 1 ? 'sign' : 'signs') . ", about {$minutes} " . ($minutes === 1 ? 'minute' : 'minutes'),
        };
    }

    /** @param non-empty-list<string> $words */
    private static function row(Measure $measure, Note $note, array $words, string $landmark): ReadersRow
    {
        $beat = $measure->meter->beatAt($note->offset);
        $place = $note->offset->isZero() ? PlaceWords::measure($measure) : PlaceWords::of($measure, $note->offset);

        return new ReadersRow($note->id, $measure->number, $beat->toDecimal(), $place, $landmark, $words);
    }

    /** @return list<string> */
    private static function words(Score $score, Part $part, Note $note, NotePrint $print): array
    {
        $words = [];
        $isOpen = $print->leavesOpen(Slot::Direction);
        $sign = $print->sign === null ? '' : self::sign($print->sign);
        if ($sign !== '' && !$isOpen) {
            $printed = $note->printedBow;
            $words[] = match (true) {
                $print->isHook => "{$sign} again, hooked",
                $print->commaOn !== null => $print->isLift ? "lift, then {$sign}" : "retake, {$sign}",
                !$print->isSignNew => '',
                $printed !== null => "{$sign} instead of " . self::sign($printed),
                default => $sign,
            };
        } elseif ($print->crossOutSign && !$isOpen && $note->printedBow !== null) {
            $words[] = 'cross out the ' . self::sign($note->printedBow);
        }
        foreach (VisitWords::of($print->otherPasses) as $visit) {
            $words[] = "{$visit->words} " . self::sign($visit->sign);
        }
        foreach ($print->changes as $change) {
            $words[] = $change->isForAll()
                ? 'change to ' . self::sign($change->change->direction) . ' on ' . self::beatOf($score, $note, $change)
                : $change->words();
        }
        if (!$print->leavesOpen(Slot::Slur)) {
            foreach ($print->slursTo as $to) {
                $words[] = 'slur to ' . self::placeOf($score, $part, $note, $to);
            }
            foreach ($print->slursTakenOut as $to) {
                $words[] = 'cross out the slur to ' . self::placeOf($score, $part, $note, $to);
            }
        }
        foreach ($print->fingerWords() as $word) {
            if ($print->finger?->isFingerNew !== false || $word !== $print->finger->finger) {
                $words[] = match (true) {
                    $word === 'no finger' => 'cross out the printed finger',
                    preg_match('~^x\d$~', $word) === 1 => 'extended ' . substr($word, 1),
                    default => $word,
                };
            }
        }
        foreach ($print->choices as $choice) {
            $words[] = "{$choice->words()} (still open)";
        }
        foreach ($print->words as $text) {
            $words[] = "“{$text}”";
        }

        return array_values(array_filter($words, static fn (string $word): bool => $word !== ''));
    }

    private static function sign(Direction $direction): string
    {
        return $direction === Direction::Down ? '⊓ down' : 'V up';
    }

    private static function beatOf(Score $score, Note $note, PrintedChange $change): string
    {
        return PlaceWords::beat($score->measures[$note->measure]->meter->beatAt($note->offset->plus($change->change->offset)));
    }

    private static function placeOf(Score $score, Part $part, Note $from, string $id): string
    {
        $note = $part->notes[$part->positionsById()[$id]];
        $measure = $score->measures[$note->measure];

        return $note->measure === $from->measure
            ? PlaceWords::beat($measure->meter->beatAt($note->offset))
            : PlaceWords::of($measure, $note->offset);
    }

    /**
     * Runs of measures that come back note for note, with the same to write, are listed where they stand first.
     *
     * @param array<int, non-empty-list<ReadersRow>> $byMeasure
     * @return list<ReadersRow>
     */
    private static function saidOnce(Score $score, Part $part, array $byMeasure): array
    {
        $looks = self::looks($score, $part, $byMeasure);
        /** @var array<int, list<string>> $same runs that are like the one a measure stands in, by measure */
        $same = [];
        /** @var array<int, list<string>> $also the measure in each */
        $also = [];
        /** @var array<int, int> $saidAt where the signs of a measure are said instead */
        $saidAt = [];
        $first = [];
        $count = count($looks);
        for ($at = 0; $at < $count; $at++) {
            $model = $first[$looks[$at]] ?? null;
            if ($model === null) {
                $first[$looks[$at]] ??= $at;
                continue;
            }
            $length = 1;
            while ($at + $length < $count && $model + $length < $at && $looks[$at + $length] === $looks[$model + $length]) {
                $length++;
            }
            $rows = array_intersect_key($byMeasure, array_flip(range($at, $at + $length - 1)));
            if ($rows === []) {
                continue;
            }
            // From its first to its last sign: measures around it that need none are not spoken of.
            [$from, $to] = [min(array_keys($rows)), max(array_keys($rows))];
            $run = $from === $to
                ? $score->measures[$from]->number
                : "{$score->measures[$from]->number}-{$score->measures[$to]->number}";
            foreach (array_keys($rows) as $measure) {
                // A passage may come back whose own signs are said earlier still.
                $like = $model + $measure - $at;
                $saidAt[$measure] = $saidAt[$like] ?? $like;
                $same[$saidAt[$measure]][] = $run;
                $also[$saidAt[$measure]][] = $score->measures[$measure]->number;
            }
            $at += $length - 1;
        }
        $said = [];
        foreach ($byMeasure as $measure => $rows) {
            foreach (isset($saidAt[$measure]) ? [] : $rows as $row) {
                $said[] = $row->alsoAt($same[$measure] ?? [], $also[$measure] ?? []);
            }
        }

        return $said;
    }

    /**
     * @param array<int, non-empty-list<ReadersRow>> $byMeasure
     * @return list<string> what stands and what is to be written in each measure
     */
    private static function looks(Score $score, Part $part, array $byMeasure): array
    {
        $looks = array_fill(0, count($score->measures), '');
        foreach ($part->notes as $note) {
            $looks[$note->measure] .= "{$note->line} {$note->offset} {$note->duration} {$note->pitch}" . ($note->tieStop ? '~' : '') . ';';
        }
        foreach ($byMeasure as $measure => $rows) {
            foreach ($rows as $row) {
                $looks[$measure] .= "|{$row->beat} " . str_replace("m. {$row->measure} ", '', $row->text());
            }
        }
        // What nothing stands in is like nothing.
        foreach ($looks as $measure => $look) {
            $looks[$measure] = $look === '' ? "empty {$measure}" : $look;
        }

        return array_values($looks);
    }
}
