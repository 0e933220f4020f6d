<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Words of an edition that say how and where the bow plays; each holds until another takes its place or *ord.* takes it away. */
final readonly class PlayingWords
{
    private const STYLES = [
        '~\bspicc(\.|ato)?~u' => BowStyle::Spiccato,
        '~\bstacc(\.|ato)?~u' => BowStyle::Staccato,
        '~\bmart(\.|el[eé])~u' => BowStyle::Martele,
        '~\btrem(\.|olo)?(\s|$)~u' => BowStyle::Tremolo,
    ];

    private const PLACES = [
        '~\bat (the )?frog\b|\bal tallone\b|\btallone\b|\bdu talon\b~u' => BowPlace::Frog,
        '~\bbalance( point)?\b~u' => BowPlace::BalancePoint,
        '~\b(in|at) the middle\b|\bmiddle of the bow\b~u' => BowPlace::Middle,
        '~\bat (the )?tip\b|\bpunta\b|\bpunta d.arco\b~u' => BowPlace::Tip,
    ];

    /** What ends a kind of stroke. */
    private const PLAIN_STROKE = '~\bd[ée]tach[ée]\b|\bd[ée]t\.|\blegato\b|\barco\b|\bord\.|\bordinario\b|\bnat\.|\bnaturale\b|\bpizz~u';
    /** What ends a part of the bow. */
    private const PLAIN_PLACE = '~\bord\.|\bordinario\b|\bnat\.|\bnaturale\b|\bpizz~u';

    /**
     * @param list<array{float, BowStyle|null}> $styles from which onset on, rising
     * @param list<array{float, BowPlace|null}> $places the same
     */
    private function __construct(private array $styles, private array $places)
    {
    }

    public static function of(Score $score, Part $part): self
    {
        $styles = $places = [];
        foreach ($part->expressions as $expression) {
            $isSaid = in_array($expression->kind, [ExpressionKind::Words, ExpressionKind::Pizzicato, ExpressionKind::Arco], true);
            if (!$isSaid) {
                continue;
            }
            $words = mb_strtolower($expression->value);
            $onset = $score->onsetOf($expression)->toFloat();
            if (preg_match(self::PLAIN_STROKE, $words) === 1) {
                $styles[] = [$onset, null];
            }
            if (preg_match(self::PLAIN_PLACE, $words) === 1) {
                $places[] = [$onset, null];
            }
            foreach (self::STYLES as $pattern => $style) {
                if (preg_match($pattern, $words) === 1) {
                    $styles[] = [$onset, $style];
                }
            }
            foreach (self::PLACES as $pattern => $place) {
                if (preg_match($pattern, $words) === 1) {
                    $places[] = [$onset, $place];
                }
            }
        }
        $byOnset = static fn (array $a, array $b): int => $a[0] <=> $b[0];
        usort($styles, $byOnset);
        usort($places, $byOnset);

        return new self($styles, $places);
    }

    /** @param float $onset quarter notes from the start of the score */
    public function styleAt(float $onset): ?BowStyle
    {
        $found = null;
        foreach ($this->styles as [$from, $style]) {
            if ($from > $onset + 1e-9) {
                break;
            }
            $found = $style;
        }

        return $found;
    }

    /** @param float $onset quarter notes from the start of the score */
    public function placeAt(float $onset): ?BowPlace
    {
        $found = null;
        foreach ($this->places as [$from, $place]) {
            if ($from > $onset + 1e-9) {
                break;
            }
            $found = $place;
        }

        return $found;
    }
}
