<?php

declare(strict_types=1);

namespace UprightPencil\Fingering;

use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Music\Plucked;

/**
 * What the bow arm should know of the strings, in words: "set on A" in a long rest when the entry is on another string than the last
 * note, and to stay close to the next string in a slow slurred crossing.
 */
final readonly class StringAdvice
{
    /** Measures for which the same crossing is not spoken of again. */
    private const SAID_FOR = 8;

    public function __construct(
        private HandPath $path,
        private Strings $strings,
        private Plucked $plucked,
        private FingerSettings $settings,
    ) {
    }

    /** @return array<int, string> by layer: the entry after the rest, and the note before the crossing */
    public function all(): array
    {
        $advice = $said = [];
        for ($layer = 1, $count = $this->path->count(); $layer < $count; $layer++) {
            $event = $this->path->eventAt($layer);
            [$from, $to] = [$this->path->chosen($layer - 1), $this->path->chosen($layer)];
            if (count($from->stops) > 1 || count($to->stops) > 1 || $from->stops[0]->string === $to->stops[0]->string) {
                continue;
            }
            [$one, $other] = [$from->stops[0]->string, $to->stops[0]->string];
            if ($event->rest >= $this->settings->setSeconds) {
                if ($this->plucked->isNever() || !$this->plucked->isAt($event->onset)) {
                    $advice[$layer] = "set on {$this->strings->names[$other]}";
                }
                continue;
            }
            $isSlow = $event->isSlurred && $event->since >= $this->settings->slowCrossingSeconds && abs($one - $other) === 1;
            $pair = min($one, $other);
            if ($isSlow && $event->measure - ($said[$pair] ?? -self::SAID_FOR) >= self::SAID_FOR) {
                $said[$pair] = $event->measure;
                $advice[$layer - 1] ??= "stay close to {$this->strings->names[$other]}";
            }
        }

        return $advice;
    }
}
