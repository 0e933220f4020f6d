<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

/**
 * What runs of notes look like: two runs of one shape are the same figure, at the same pitch or in sequence.
 *
 * A figure is a run of notes with one rhythm, the same slurs and equal intervals in semitones; plain scale steps are none.
 */
final readonly class FigureShapes
{
    /** Bytes that stand for what a layer looks like: a run of layers is then a piece of text. */
    private const WIDTH = 2;

    /**
     * @param list<bool> $begins whether a figure may begin at a layer: on a half beat, no grace note
     * @param list<int> $runs how many layers from here on follow each other without a rest or a chord
     * @param string $rhythms the rhythm of each layer, {@see WIDTH} bytes each
     * @param string $steps interval, rhythm and slur of each layer after the one before, as many bytes each
     * @param list<array{int, int, int}> $sums steps up, steps down and leaps in all layers before
     */
    private function __construct(
        private array $begins,
        private array $runs,
        private string $rhythms,
        private string $steps,
        private array $sums,
    ) {
    }

    public static function of(HandPath $path): self
    {
        $begins = $goesOn = $sums = [];
        $rhythms = $steps = '';
        $numbers = [];
        $before = null;
        $up = $down = $leaps = 0;
        for ($layer = 0, $count = $path->count(); $layer < $count; $layer++) {
            $event = $path->eventAt($layer);
            $semitone = $event->pitches[0]->semitone();
            $step = $before === null ? 0 : $semitone - $before;
            $isChord = $event->isChord();
            $rhythm = (int) round($event->quarters * 1e4);
            $begins[] = !$event->isGrace && !$isChord && fmod($event->onset, 0.5) < 1e-6;
            $goesOn[] = !$isChord && $event->rest <= 0.0;
            $looks = "{$step}:{$rhythm}" . ($event->isSlurred ? '(' : ' ');
            $rhythms .= pack('v', $numbers[$rhythm] ??= count($numbers));
            $steps .= pack('v', $numbers[$looks] ??= count($numbers));
            $up += (int) ($step > 0);
            $down += (int) ($step < 0);
            $leaps += (int) (abs($step) > 2);
            $sums[] = [$up, $down, $leaps];
            $before = $semitone;
        }
        $runs = array_fill(0, max(1, count($goesOn)), 1);
        for ($layer = count($goesOn) - 2; $layer >= 0; $layer--) {
            $runs[$layer] = $goesOn[$layer + 1] ? $runs[$layer + 1] + 1 : 1;
        }

        return new self($begins, array_values($runs), $rhythms, $steps, $sums);
    }

    /** The shape of the run that begins at a layer; null when it is no figure. */
    public function at(int $start, int $length): ?string
    {
        if (!$this->begins[$start] || $this->runs[$start] < $length) {
            return null;
        }
        [$up, $down, $leaps] = $this->sums[$start];
        [$upTo, $downTo, $leapsTo] = $this->sums[$start + $length - 1];
        $isStill = $up === $upTo && $down === $downTo;
        $isScale = $leaps === $leapsTo && ($upTo - $up === $length - 1 || $downTo - $down === $length - 1);

        return $isStill || $isScale
            ? null
            : substr($this->rhythms, self::WIDTH * $start, self::WIDTH)
                . substr($this->steps, self::WIDTH * ($start + 1), self::WIDTH * ($length - 1));
    }
}
