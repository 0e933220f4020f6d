<?php

declare(strict_types=1);

namespace Tests\Support;

use PHPUnit\Framework\Attributes\DataProvider;

/** Fingered passages that are the same when they return. */
abstract class ReturningPassages extends FingeredPassages
{
    /** Passages whose return finds the hand elsewhere, and is told of by itself. */
    protected const FROM_ELSEWHERE = [];

    /** @return iterable<string, array{Passage}> passages nothing is marked in */
    public static function unmarked(): iterable
    {
        foreach (static::passages() as $name => [$passage]) {
            if (!$passage->isMarked() && !in_array($name, static::FROM_ELSEWHERE, true)) {
                yield $name => [$passage];
            }
        }
    }

    /** A passage that returns after a rest is fingered as it was. */
    #[DataProvider('unmarked')]
    public function testTheSameMusicTwiceHasTheSameFingersTwice(Passage $passage): void
    {
        $rest = $passage->measureOfRest();
        $plan = $passage->withText("{$passage->text()} | {$rest} | {$rest} | {$passage->text()}")->plan();
        $fingers = [];
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            $fingers[] = $finger === null ? '-' : "{$finger->string}{$finger->number}{$finger->shape->value}";
        }
        $half = intdiv(count($fingers), 2);

        self::assertSame(array_slice($fingers, 0, $half), array_slice($fingers, $half));
    }
}
