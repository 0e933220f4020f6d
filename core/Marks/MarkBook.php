<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Marks\Kind\Text\Divide;
use UprightPencil\Music\Part;

/** The marks that lie over one part, in score order. */
final readonly class MarkBook
{
    /**
     * @param list<Mark> $marks
     * @param list<DisplacedMark> $displaced marks of one list that another of it took the place of
     */
    private function __construct(public array $marks, public array $displaced = [])
    {
    }

    public static function empty(): self
    {
        return new self([]);
    }

    /**
     * @param list<Mark> $marks in any order; of two for the same slot the later counts
     * @param Part $part whose notes give the order
     */
    public static function of(array $marks, Part $part): self
    {
        $order = $part->positionsById();
        $kept = [];
        $displaced = [];
        foreach ($marks as $mark) {
            if (isset($order[$mark->from], $order[$mark->to])) {
                $old = $kept[$mark->key()] ?? null;
                if ($old !== null && $old->line > 0 && $mark->line > 0 && $old->kind()->words() !== $mark->kind()->words()) {
                    $displaced[] = new DisplacedMark($old, $mark);
                }
                unset($kept[$mark->key()]);
                $kept[$mark->key()] = $mark;
            }
        }
        $kept = array_values($kept);
        $ranks = array_map(static fn (Mark $mark): array => [
            $part->notes[$order[$mark->from]]->measure,
            $part->notes[$order[$mark->from]]->offset->toFloat() + ($mark->inside?->toFloat() ?? 0.0),
            $order[$mark->from],
            $order[$mark->to],
            $mark->key(),
        ], $kept);
        array_multisort($ranks, $kept);

        return new self($kept, $displaced);
    }

    /**
     * The marks that act at a note.
     *
     * @template K of MarkKind
     * @param class-string<K> $kind
     * @return list<Mark>
     */
    public function acting(string $kind): array
    {
        return array_values(array_filter(
            $this->marks,
            static fn (Mark $mark): bool => $mark->acts() && $mark->kind() instanceof $kind,
        ));
    }

    /** @return list<Mark> open choices the class has not decided yet */
    public function choices(): array
    {
        return array_values(array_filter(
            $this->marks,
            static fn (Mark $mark): bool => $mark->isChoice() && $mark->state !== MarkState::Proposed,
        ));
    }

    /** What is worked out while choices are open: the first possibility of each. */
    public function withChoicesTried(): self
    {
        if ($this->choices() === []) {
            return $this;
        }

        return new self(array_map(
            static fn (Mark $mark): Mark => $mark->isChoice() && $mark->state !== MarkState::Proposed ? $mark->decided() : $mark,
            $this->marks,
        ), $this->displaced);
    }

    /** @return list<Chair> chairs that marks are for, the outside player's first; empty when every mark is for all */
    public function chairs(): array
    {
        $chairs = [];
        foreach ($this->marks as $mark) {
            if ($mark->acts() && !$mark->for->isAll()) {
                $chairs[$mark->for->value] = $mark->for;
            }
            if ($mark->acts() && $mark->kind() instanceof Divide) {
                $chairs['inside'] = Chair::inside();
            }
        }
        if ($chairs === []) {
            return [];
        }
        // Where one partner has marks of his own, the other's page differs too.
        $chairs += ['outside' => Chair::outside(), 'inside' => Chair::inside()];
        uksort($chairs, static fn (string $a, string $b): int => [$a !== 'outside', $a] <=> [$b !== 'outside', $b]);

        return array_values($chairs);
    }

    /** @return list<Mark> */
    public function proposals(): array
    {
        return array_values(array_filter(
            $this->marks,
            static fn (Mark $mark): bool => $mark->state === MarkState::Proposed,
        ));
    }

    /** The same book with some marks more. */
    public function with(Part $part, Mark ...$marks): self
    {
        return self::of([...$this->marks, ...array_values($marks)], $part);
    }

    public function without(Mark ...$marks): self
    {
        $gone = array_map(static fn (Mark $mark): string => $mark->id . "\0" . $mark->key(), $marks);

        return new self(array_values(array_filter(
            $this->marks,
            static fn (Mark $mark): bool => !in_array($mark->id . "\0" . $mark->key(), $gone, true),
        )));
    }
}
