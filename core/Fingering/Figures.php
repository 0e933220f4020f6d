<?php

declare(strict_types=1);

namespace UprightPencil\Fingering;

/**
 * The same figure takes the same fingers wherever it comes again: in sequence at another pitch, or as it was.
 *
 * A figure is a run of notes with one rhythm and equal intervals in semitones; plain scale steps are none. Its fingers are held
 * to the first time's all or nothing, and only where that costs little more than the best of its own.
 */
final readonly class Figures
{
    /** Notes in a figure, the longest tried first. */
    private const LENGTHS = [8, 6, 4, 3];
    /** Layers around a figure that may follow suit. */
    private const MARGIN = 4;

    /** @var list<array{begins: bool, goesOn: bool, rhythm: string, step: int, text: string}> */
    private array $tokens;

    public function __construct(private HandPath $path, private FingerSettings $settings)
    {
        $this->tokens = self::tokens($path);
    }

    public function settle(): void
    {
        $settled = [];
        foreach (self::LENGTHS as $length) {
            $models = [];
            for ($start = 0, $last = $this->path->count() - $length; $start <= $last; $start++) {
                $shape = $this->shape($start, $length);
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

    /** Rhythm, slurs and intervals of a run that begins on a beat; null when it is no figure. */
    private function shape(int $start, int $length): ?string
    {
        if (!$this->tokens[$start]['begins']) {
            return null;
        }
        $shape = $this->tokens[$start]['rhythm'];
        $least = $most = null;
        $widest = 0;
        for ($layer = $start + 1; $layer < $start + $length; $layer++) {
            $token = $this->tokens[$layer];
            if (!$token['goesOn']) {
                return null;
            }
            $step = $token['step'];
            $shape .= $token['text'];
            $least = min($least ?? $step, $step);
            $most = max($most ?? $step, $step);
            $widest = max($widest, abs($step));
        }
        $isScale = $widest <= 2 && ($least > 0 || $most < 0);

        return $widest === 0 || $isScale ? null : $shape;
    }

    /** @return list<array{begins: bool, goesOn: bool, rhythm: string, step: int, text: string}> what a figure is made of, by layer */
    private static function tokens(HandPath $path): array
    {
        $tokens = [];
        $before = null;
        for ($layer = 0, $count = $path->count(); $layer < $count; $layer++) {
            $moment = $path->moment($layer);
            $semitone = $moment->pitches[0]->semitone();
            $step = $before === null ? 0 : $semitone - $before;
            $rhythm = ':' . round($moment->quarters, 4);
            $tokens[] = [
                'begins' => !$moment->isGrace && !$moment->isChord() && fmod($moment->onset, 0.5) < 1e-6,
                'goesOn' => !$moment->isChord() && $moment->rest <= 0.0,
                'rhythm' => $rhythm,
                'step' => $step,
                'text' => $step . $rhythm . ($moment->isSlurred ? '(' : ' '),
            ];
            $before = $semitone;
        }

        return $tokens;
    }

    private function hold(int $model, int $start, int $length): bool
    {
        $isSamePitch = $this->path->moment($model)->pitches[0]->semitone() === $this->path->moment($start)->pitches[0]->semitone();
        $fingers = [];
        $differ = false;
        for ($index = 0; $index < $length; $index++) {
            $grip = $this->path->chosen($model + $index);
            $fingers[$start + $index] = $isSamePitch ? $grip->answer() : $grip->finger();
            $mine = $this->path->chosen($start + $index);
            $differ = $differ || $fingers[$start + $index] !== ($isSamePitch ? $mine->answer() : $mine->finger());
        }
        if (!$differ) {
            return true;
        }
        $again = $this->path->again(
            max(0, $start - self::MARGIN),
            min($this->path->count() - 1, $start + $length - 1 + self::MARGIN),
            static fn (int $layer, Grip $grip): bool
                => !isset($fingers[$layer]) || $fingers[$layer] === ($isSamePitch ? $grip->answer() : $grip->finger()),
        );
        if ($again === null || $again[0] > $this->settings->figurePerNote * $length) {
            return false;
        }
        $this->path->take($again[1]);

        return true;
    }
}
