<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Solving;

use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\States\HandState;

/**
 * The same figure takes the same fingers wherever it comes again: in sequence at another pitch, or as it was.
 *
 * What a figure is, {@see FigureShapes} says. Its fingers are held to the first time's all or nothing, and only where that
 * costs little more than the best of its own.
 */
final readonly class FigureConsistency
{
    /** Notes in a figure, the longest tried first. */
    private const LENGTHS = [8, 6, 4, 3];
    /** Layers around a figure that may follow suit. */
    private const MARGIN = 4;

    private FigureShapes $shapes;

    public function __construct(private HandPath $path, private FingerSettings $settings)
    {
        $this->shapes = FigureShapes::of($path);
    }

    public function settle(): void
    {
        $settled = [];
        foreach (self::LENGTHS as $length) {
            $models = [];
            for ($start = 0, $last = $this->path->count() - $length; $start <= $last; $start++) {
                $shape = $this->shapes->at($start, $length);
                if ($shape === null) {
                    continue;
                }
                $model = $models[$shape] ?? null;
                if ($model === null) {
                    $models[$shape] = $start;
                    continue;
                }
                $isFree = !isset($settled[$start]) && !isset($settled[$start + $length - 1]) && $start >= $model + $length;
                if ($isFree && $this->hold($model, $start, $length)) {
                    for ($layer = $start; $layer < $start + $length; $layer++) {
                        $settled[$layer] = true;
                    }
                }
            }
        }
    }

    private function hold(int $model, int $start, int $length): bool
    {
        $isSamePitch = $this->path->eventAt($model)->pitches[0]->semitone() === $this->path->eventAt($start)->pitches[0]->semitone();
        $fingers = [];
        $differ = false;
        for ($index = 0; $index < $length; $index++) {
            $state = $this->path->chosen($model + $index);
            $fingers[$start + $index] = $isSamePitch ? $state->answer() : $state->finger();
            $mine = $this->path->chosen($start + $index);
            $differ = $differ || $fingers[$start + $index] !== ($isSamePitch ? $mine->answer() : $mine->finger());
        }
        if (!$differ) {
            return true;
        }
        $again = $this->path->again(
            max(0, $start - self::MARGIN),
            min($this->path->count() - 1, $start + $length - 1 + self::MARGIN),
            static fn (int $layer, HandState $state): bool
                => !isset($fingers[$layer]) || $fingers[$layer] === ($isSamePitch ? $state->answer() : $state->finger()),
        );
        if ($again === null || $again->costs > $this->settings->figurePerNote * $length) {
            return false;
        }
        $this->path->take($again->positions);

        return true;
    }
}
