<?php

declare(strict_types=1);

namespace Tests\Core\Music;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\TempoBend;
use UprightPencil\Music\TempoMap;

final class TempoMapTest extends TestCase
{
    public function testARitardandoSlowsSteadilyUntilATempo(): void
    {
        $map = $this->map('D4w | [rit.] D4w | D4w | [a tempo] D4w');

        self::assertEqualsWithDelta(120.0, $this->speed($map, 0), 0.01);
        self::assertLessThan(120.0, $this->speed($map, 6));
        self::assertLessThan($this->speed($map, 6), $this->speed($map, 10));
        self::assertEqualsWithDelta(90.0, $this->speed($map, 11), 4.0);
        self::assertEqualsWithDelta(120.0, $this->speed($map, 12), 0.01);
    }

    public function testAnAccelerandoQuickens(): void
    {
        $map = $this->map('[accel.] D4w | D4w | [tempo 160] D4w');

        self::assertGreaterThan(140.0, $this->speed($map, 7));
        self::assertEqualsWithDelta(160.0, $this->speed($map, 8), 0.01);
    }

    public function testABendEndsAtARehearsalMarkAndAfterFourMeasures(): void
    {
        self::assertEqualsWithDelta(120.0, $this->speed($this->map('[rit.] D4w | D4w | [mark B] D4w'), 8), 0.01);
        self::assertEqualsWithDelta(120.0, $this->speed($this->map('[rall.] D4w | D4w | D4w | D4w | D4w | D4w'), 16), 0.01);
    }

    public function testARitardandoMakesTheLastNotesLonger(): void
    {
        $plain = $this->map('D4w | D4w');
        $slower = $this->map('D4w | [ritardando] D4w');
        $from = Fraction::of(4);

        self::assertGreaterThan($plain->seconds($from, Fraction::of(8)) * 1.1, $slower->seconds($from, Fraction::of(8)));
    }

    public function testSlowerChangesTheTempoAtOnce(): void
    {
        $map = $this->map('D4w | [slower] D4w | [mark B] D4w | D4w | D4w | D4w | [a tempo] D4w');

        self::assertEqualsWithDelta(100.0, $this->speed($map, 4), 0.01);
        self::assertEqualsWithDelta(100.0, $this->speed($map, 23), 0.01, 'until a tempo, however long that is');
        self::assertEqualsWithDelta(120.0, $this->speed($map, 24), 0.01);
        self::assertEqualsWithDelta(144.0, $this->speed($this->map('D4w | [Più mosso] D4w'), 4), 0.01);
    }

    public function testSlowerWithANumberIsThatNumber(): void
    {
        $map = $this->map('D4w | [Slower] [tempo 66] D4w | D4w');

        self::assertEqualsWithDelta(66.0, $this->speed($map, 4), 0.01);
        self::assertEqualsWithDelta(66.0, $this->speed($map, 11), 0.01);
    }

    public function testADirectorsTemposHoldFromTheirMeasureOn(): void
    {
        $score = Passage::of('4/4', 'D4w | [tempo 140] D4w | D4w')->at(120)->score();
        $map = TempoMap::of($score, null, [1 => 80.0, 2 => 60.0]);

        self::assertEqualsWithDelta(120.0, $this->speed($map, 3), 0.01);
        self::assertEqualsWithDelta(80.0, $this->speed($map, 4), 0.01);
        self::assertEqualsWithDelta(60.0, $this->speed($map, 8), 0.01);
    }

    /** @return iterable<string, array{string, string|null}> */
    public static function words(): iterable
    {
        foreach (['rit.', 'poco rit.', 'Ritardando', 'rall.', 'ritenuto', 'allargando'] as $words) {
            yield $words => [$words, TempoBend::SLOWER];
        }
        foreach (['accel.', 'poco accelerando', 'stringendo'] as $words) {
            yield $words => [$words, TempoBend::FASTER];
        }
        foreach (['Slower', 'a little slower', 'meno mosso'] as $words) {
            yield $words => [$words, TempoBend::SLOWER_AT_ONCE];
        }
        foreach (['Faster', 'più mosso'] as $words) {
            yield $words => [$words, TempoBend::FASTER_AT_ONCE];
        }
        yield 'slowing' => ['slowing', TempoBend::SLOWER];
        yield 'a tempo' => ['A tempo', TempoBend::BACK];
        foreach (['spirited', 'write', 'with spirit', 'arco', 'string quartet'] as $words) {
            yield $words => [$words, null];
        }
    }

    #[DataProvider('words')]
    public function testWordsMeanWhatTheySay(string $words, ?string $way): void
    {
        self::assertSame($way, TempoBend::way($words));
    }

    private function map(string $music): TempoMap
    {
        return TempoMap::of(Passage::of('4/4', $music)->at(120)->score());
    }

    private function speed(TempoMap $map, int $quarters): float
    {
        return $map->quartersPerMinuteAt(Fraction::of($quarters));
    }
}
