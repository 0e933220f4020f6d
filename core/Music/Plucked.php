<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Where a part is plucked: from each *pizz.* to the next *arco*. */
final readonly class Plucked
{
    /** Quarter notes that are no difference. */
    private const SAME = 1e-6;

    /** @param list<array{float, bool}> $switches from when on, in quarter notes, and whether it is plucked then, in score order */
    private function __construct(private array $switches)
    {
    }

    /** @param list<Measure> $measures of the score */
    public static function of(array $measures, Part $part): self
    {
        $switches = [];
        foreach ($part->expressions as $expression) {
            $isSwitch = in_array($expression->kind, [ExpressionKind::Pizzicato, ExpressionKind::Arco], true);
            if ($isSwitch && isset($measures[$expression->measure])) {
                $onset = $measures[$expression->measure]->onset->plus($expression->offset)->toFloat();
                $switches[] = [$onset, $expression->kind === ExpressionKind::Pizzicato];
            }
        }
        usort($switches, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return new self($switches);
    }

    public function isNever(): bool
    {
        return $this->switches === [];
    }

    /** @param float $onset quarter notes from the start of the score */
    public function isAt(float $onset): bool
    {
        $low = 0;
        $high = count($this->switches);
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($this->switches[$middle][0] > $onset + self::SAME) {
                $high = $middle;
            } else {
                $low = $middle + 1;
            }
        }

        return $low > 0 && $this->switches[$low - 1][1];
    }
}
