<?php

declare(strict_types=1);

namespace App\Rehearsal;

use UprightPencil\Rehearsal\Planning\BeginWith;
use UprightPencil\Rehearsal\Planning\EntryKind;

/**
 * What a director asks of one rehearsal's plan, as it is kept. Measures are told by their printed numbers.
 *
 * @phpstan-type FixedWish array{kind: value-of<EntryKind>, piece: int, from: string, to: string, minutes: int, place: int}
 */
final readonly class DateWishes
{
    public const MOST = 60;

    /**
     * @param list<int>|null $pieces ids of those that are rehearsed; null for all of the programme
     * @param list<FixedWish> $fixed
     * @param list<string> $dropped as {@see \UprightPencil\Rehearsal\Planning\PlanWishes} has them
     */
    public function __construct(
        public BeginWith $begin = BeginWith::End,
        public ?array $pieces = null,
        public array $fixed = [],
        public array $dropped = [],
    ) {
    }

    /** @param array<mixed>|null $kept what cannot be read is left out */
    public static function from(?array $kept): self
    {
        $pieces = $kept['pieces'] ?? null;
        $fixed = [];
        foreach (is_array($kept['fixed'] ?? null) ? array_slice($kept['fixed'], 0, self::MOST) : [] as $one) {
            $kind = is_array($one) && is_string($one['kind'] ?? null) ? EntryKind::tryFrom($one['kind']) : null;
            if (
                $kind !== null && is_int($one['piece'] ?? null) && is_string($one['from'] ?? null)
                && is_string($one['to'] ?? null) && is_int($one['minutes'] ?? null) && is_int($one['place'] ?? null)
            ) {
                $fixed[] = [
                    'kind' => $kind->value, 'piece' => $one['piece'], 'from' => $one['from'], 'to' => $one['to'],
                    'minutes' => $one['minutes'], 'place' => $one['place'],
                ];
            }
        }
        $begin = $kept['begin'] ?? null;
        $dropped = $kept['dropped'] ?? null;

        return new self(
            (is_string($begin) ? BeginWith::tryFrom($begin) : null) ?? BeginWith::End,
            is_array($pieces) ? array_values(array_filter($pieces, is_int(...))) : null,
            $fixed,
            is_array($dropped) ? array_values(array_filter(array_slice($dropped, 0, self::MOST), is_string(...))) : [],
        );
    }

    /** @return array{begin: value-of<BeginWith>, pieces: list<int>|null, fixed: list<FixedWish>, dropped: list<string>} */
    public function toArray(): array
    {
        return ['begin' => $this->begin->value, 'pieces' => $this->pieces, 'fixed' => $this->fixed, 'dropped' => $this->dropped];
    }
}
