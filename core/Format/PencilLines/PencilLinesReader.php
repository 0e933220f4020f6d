<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\Anchor;
use UprightPencil\Marks\Exception\UnknownPlace;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Kind\Text\LeaveOut;
use UprightPencil\Marks\MarkedNotes;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Marks\MarkReason;
use UprightPencil\Marks\MarkState;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Pencil lines as marks on the parts of a score. */
final class PencilLinesReader
{
    /** @var array<string, Places> */
    private array $places = [];

    /**
     * @param list<Part> $parts the parts that may be named; a list without a `part` line is for the only one
     */
    public function __construct(private readonly Score $score, private readonly array $parts)
    {
    }

    public function read(string $text): Reading
    {
        $parser = new LineParser();
        $parser->parse($text);
        $marks = [];
        $errors = $parser->errors;
        foreach ($parser->lines as $line) {
            $part = $this->part($line->part);
            if ($part === null) {
                $errors[] = new LineError($line->number, $this->noPart($line->part));
                continue;
            }
            foreach ($line->marks as $written) {
                $read = $this->marks($line, $written, $part);
                if ($read instanceof LineError) {
                    $errors[] = $read;
                } else {
                    $marks[$part->id] = [...$marks[$part->id] ?? [], ...$read];
                }
            }
        }
        usort($errors, static fn (LineError $a, LineError $b): int => $a->line <=> $b->line);

        return new Reading($marks, $errors);
    }

    /** @return list<Mark>|LineError one mark; of a direction over a range, one at each of its notes */
    private function marks(PencilLine $line, WrittenMark $written, Part $part): array|LineError
    {
        $kinds = [];
        foreach ($written->possibilities as $words) {
            $kind = MarkKinds::read($words);
            if ($kind === null) {
                return new LineError($line->number, self::notAMark($words));
            }
            $kinds[] = $kind;
        }
        $places = $this->places[$part->id] ??= Places::of($this->score, $part);
        try {
            $found = $this->notes($line->place, $kinds, $places);
            $targets = [];
            foreach ($kinds as $kind) {
                $targets[] = $this->target($kind, $found[0]->from, $places, $part);
            }
            $reason = null;
            if ($line->reason !== null) {
                $reason = new MarkReason($places->note($line->reason->place), $line->reason->direction);
            }
        } catch (UnknownPlace $unknown) {
            return new LineError($line->number, $unknown->getMessage());
        }

        return array_map(static fn (MarkedNotes $at): Mark => new Mark(
            '',
            $kinds,
            $at->from,
            $at->to,
            $at->inside,
            $line->isProposed ? MarkState::Proposed : (count($kinds) > 1 ? MarkState::Open : MarkState::Decided),
            $line->for,
            $written->pass,
            $targets,
            $reason,
            $line->comment,
            line: $line->number,
        ), $found);
    }

    /**
     * @param list<MarkKind> $kinds at least one
     * @return non-empty-list<MarkedNotes> the notes that are meant
     * @throws UnknownPlace
     */
    private function notes(string $place, array $kinds, Places $places): array
    {
        $areAll = static fn (string $class): bool
            => array_filter($kinds, static fn (MarkKind $kind): bool => !$kind instanceof $class) === [];
        $several = $areAll(BowDirection::class) ? $places->severalOf($place) : [];
        if ($several === []) {
            $found = $places->find($place, self::widest($kinds));
            // Where grace notes lead to a note, it is they that are left out.
            $several = $areAll(LeaveOut::class) && $place !== $found->from ? $places->gracesBefore($found->from) : [];
            if ($several === []) {
                return [$found];
            }
        }

        return array_map(static fn (string $id): MarkedNotes => new MarkedNotes($id, $id), $several);
    }

    /** @throws UnknownPlace */
    private function target(MarkKind $kind, string $from, Places $places, Part $part): string
    {
        $place = $kind->target();
        if ($place === null) {
            return '';
        }
        $target = $places->note($place);
        $order = $part->positionsById();
        if ($order[$target] <= $order[$from] || $part->notes[$order[$target]]->line !== $part->notes[$order[$from]]->line) {
            throw UnknownPlace::slurGoesBack($place);
        }

        return $target;
    }

    /** @param list<MarkKind> $kinds at least one */
    private static function widest(array $kinds): MarkKind
    {
        foreach ($kinds as $kind) {
            if ($kind->anchor() === Anchor::Range) {
                return $kind;
            }
        }

        return $kinds[0];
    }

    private function part(?string $name): ?Part
    {
        if ($name === null) {
            return count($this->parts) === 1 ? $this->parts[0] : null;
        }
        foreach ($this->parts as $part) {
            if ($part->id === $name || mb_strtolower($part->name) === mb_strtolower($name)) {
                return $part;
            }
        }
        foreach ($this->parts as $part) {
            if (mb_strtolower(rtrim($part->abbreviation, '.')) === mb_strtolower(rtrim($name, '.'))) {
                return $part;
            }
        }

        return null;
    }

    private function noPart(?string $name): string
    {
        $names = implode(', ', array_map(static fn (Part $part): string => $part->name, $this->parts));

        return $name === null
            ? "the score has several parts; expected a line such as “part {$this->parts[0]->name}” first"
            : "there is no part “{$name}”; expected one of {$names}";
    }

    private static function notAMark(string $words): string
    {
        $near = MarkKinds::nearest($words);

        return "“{$words}” is not a mark; " . ($near === []
            ? 'expected one such as down, hook, slur 9.3, low 2, III, on D or a text in quotes ("sing")'
            : 'expected ' . implode(' or ', array_map(static fn (string $one): string => "“{$one}”", $near)));
    }
}
