<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Http\Resources\PlayResource;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Browser\Support\Page;
use Tests\Support\Passage;
use UprightPencil\Music\Instrument;
use UprightPencil\Sound\PlayAlong;
use UprightPencil\Sound\SoundLine;
use UprightPencil\Sound\SoundNote;

/** What is heard is what is written: measured in the samples, without a loudspeaker. */
final class SoundTest extends BrowserTestCase
{
    /** Seconds by which a tone may begin beside its time. */
    private const EXACT = 0.01;
    private const SAMPLES = 441;

    /** @return iterable<string, array{string, string}> */
    public static function lines(): iterable
    {
        yield 'violin' => ['Violin I', 'A4q rq B4q rq | C5e re D5e re E5q rq | [pizz.] A4q rq D4q rq'];
        yield 'viola' => ['Viola', 'D4q rq C4q rq | [ff] G3e> re G3e> re'];
        yield 'cello' => ['Cello', '[p] C3q rq D3q rq | [pizz.] G2q rq C2q rq'];
        yield 'bass' => ['Bass', 'E2q rq A2q rq | [ff] D3q> rq G2h'];
    }

    #[DataProvider('lines')]
    public function testTonesBeginWhenTheyAreWritten(string $part, string $music): void
    {
        $passage = Passage::of('4/4', $music)->by($part)->at(90);
        $tones = SoundLine::of($passage->score(), $passage->plan());
        $levels = $this->heard(strtolower(explode(' ', $part)[0]), $tones);

        self::assertSame([], array_filter($levels, static fn (float $level): bool => $level > 0.9), 'nothing is cut off');
        foreach ($tones as $tone) {
            $window = (int) round($tone->start * 44_100 / self::SAMPLES);
            self::assertLessThan(0.004, $levels[max(0, $window - 2)] * ($window > 1 ? 1 : 0), "silent before {$tone->id}");
            $after = array_slice($levels, $window, (int) ceil(self::EXACT * 44_100 / self::SAMPLES) + 1);
            self::assertGreaterThan(0.004, max($after), "{$tone->id} begins within 10 ms");
        }
    }

    public function testASlurHasNoGapAndAStopHasOne(): void
    {
        $lowest = function (string $music, string $marks, float $around): float {
            $passage = Passage::of('4/4', $music)->at(60)->marked($marks);
            $levels = $this->heard('violin', SoundLine::of($passage->score(), $passage->plan()));
            $at = (int) round($around * 100);

            return min(array_slice($levels, $at - 25, 30));
        };
        $slurred = $lowest('(A4q B4q) C5h', '', 1.0);
        $separate = $lowest('A4q B4q C5h', '', 1.0);
        $stopped = $lowest('A4q B4q C5h', '1.2 hook', 1.0);

        self::assertGreaterThan(0.05, $slurred);
        self::assertLessThan($slurred / 2, $separate);
        self::assertLessThan(0.001, $stopped);
    }

    public function testLoudIsLouderThanSoft(): void
    {
        $peak = fn (string $dynamic): float => max($this->heard('cello', $this->tones("[{$dynamic}] D3h rh")));

        self::assertGreaterThan(2 * $peak('pp'), $peak('ff'));
    }

    /**
     * What is played along, from the page's own rules: stretches, count-ins, clicks, times through.
     *
     * @return iterable<string, array{Passage, array{int, int}, float, int, list<float>}> the passage, first and last measure, share of the
     *     tempo, times, and the seconds at which something is heard to begin
     */
    public static function along(): iterable
    {
        $rests = Passage::of('4/4', 'A4q rq B4q rq | C5q rq rh')->at(120);
        yield 'as it is written, counted in' => [$rests, [0, 1], 1.0, 1, [0.0, 0.5, 1.0, 1.5, 2.0, 3.0, 4.0]];
        yield 'at half the tempo' => [$rests, [0, 0], 0.5, 1, [0.0, 1.0, 2.0, 3.0, 4.0, 6.0]];
        yield 'at 120 percent' => [$rests, [0, 0], 1.2, 1, [0.0, 0.4167, 0.8333, 1.25, 1.6667, 2.5]];
        yield 'round and round' => [$rests, [1, 1], 1.0, 3, [0.0, 0.5, 1.0, 1.5, 2.0, 4.0, 6.0]];
        yield 'a pickup: 1 2 3, and play' => [
            Passage::of('4/4', 'A4q | B4q rq rh | C5h.')->withPickup()->at(120), [0, 1], 1.0, 1, [0.0, 0.5, 1.0, 1.5],
        ];
        yield 'a hook stops, and begins again' => [Passage::of('4/4', 'A4q B4q rh')->at(60)->marked('1.2 hook'), [0, 0], 1.0, 1, [0.0, 1.0, 2.0, 3.0, 4.0, 5.0]];
        yield 'into the second ending' => [
            Passage::of('4/4', '[repeat] A4q rq rh | [1] B4q rq rh [back] | [2] C5q rq rh')->at(120), [0, 2], 1.0, 1, [0.0, 0.5, 1.0, 1.5, 2.0, 4.0],
        ];
    }

    /**
     * @param array{int, int} $measures
     * @param list<float> $onsets
     */
    #[DataProvider('along')]
    public function testWhatIsPlayedAlongBeginsOnTheBeat(Passage $passage, array $measures, float $speed, int $laps, array $onsets): void
    {
        $play = PlayResource::of(PlayAlong::of($passage->score(), $passage->plan()), Instrument::Violin);
        // The stretch that goes round has a beat before it, where the music has one: here it is laid without.
        $first = $this->visit($play['measures'], $measures[0], 0);
        $last = $this->visit($play['measures'], $measures[1], $first);
        [$from, $until] = [$play['measures'][$first]['start'], $play['measures'][$last]['end']];
        $levels = $this->rendered('renderAlong', [[
            'instrument' => 'violin',
            'tones' => array_values(array_filter(
                $play['tones'],
                static fn (array $tone): bool => $tone['start'] >= $from - 1e-6 && $tone['start'] < $until - 1e-6,
            )),
            'clicks' => [],
            'countIn' => $play['measures'][$first]['countIn'],
            'from' => $from,
            'until' => $until,
            'speed' => $speed,
            'laps' => $laps,
        ]]);
        foreach ($onsets as $onset) {
            $window = (int) round($onset * 44_100 / self::SAMPLES);
            $before = $window > 2 ? max($levels[$window - 2], $levels[$window - 3]) : 0.0;
            $after = max(array_slice($levels, $window, (int) ceil(self::EXACT * 44_100 / self::SAMPLES) + 1));
            self::assertGreaterThan(max(0.004, $before * 1.2), $after, "something begins at {$onset} s");
        }
        self::assertSame([], array_filter($levels, static fn (float $level): bool => $level > 0.95), 'nothing is cut off');
        self::assertLessThan(0.004, min(array_slice($levels, -20)), 'no tone is left behind');
    }

    /** @param list<array{index: int}> $measures */
    private function visit(array $measures, int $index, int $from): int
    {
        foreach ($measures as $at => $measure) {
            if ($at >= $from && $measure['index'] === $index) {
                return $at;
            }
        }

        return $from;
    }

    /** @return list<SoundNote> */
    private function tones(string $music): array
    {
        $passage = Passage::of('4/4', $music)->by('Cello')->at(60);

        return SoundLine::of($passage->score(), $passage->plan());
    }

    /**
     * @param list<SoundNote> $tones
     * @return list<float> how loud each hundredth of a second is, from silence (0) to full (1)
     */
    private function heard(string $instrument, array $tones): array
    {
        return $this->rendered('render', [
            $instrument,
            array_map(static fn (SoundNote $tone): array => get_object_vars($tone), $tones),
            ($tones[count($tones) - 1]->end ?? 0.0) + 0.5,
        ]);
    }

    /**
     * @param string $with render or renderAlong
     * @param list<mixed> $arguments of it
     * @return list<float> how loud each hundredth of a second is
     */
    private function rendered(string $with, array $arguments): array
    {
        $manifest = json_decode((string) file_get_contents(dirname(__DIR__, 2) . '/public/build/manifest.json'), true);
        self::assertIsArray($manifest);
        $page = Page::open()->go('/sign-in');
        $page->driver->manage()->timeouts()->setScriptTimeout(60);
        $levels = $page->driver->executeAsyncScript(<<<'JS'
            const [file, make, wish, size, done] = arguments;
            import('/build/' + file).then(async (sounds) => {
                const samples = await sounds[make](...wish);
                const levels = [];
                for (let at = 0; at + size <= samples.length; at += size) {
                    let loudest = 0;
                    for (let index = at; index < at + size; index += 1) loudest = Math.max(loudest, Math.abs(samples[index]));
                    levels.push(loudest);
                }
                done(levels);
            }).catch((error) => done(String(error.stack)));
            JS, [
            $manifest['resources/js/sound/sounds.ts']['file'],
            $with,
            $arguments,
            self::SAMPLES,
        ]);
        self::assertIsArray($levels, is_string($levels) ? $levels : '');

        return array_map(floatval(...), array_values($levels));
    }
}
