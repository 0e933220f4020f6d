<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\InnerChanges;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Music\Direction;

/**
 * Which strokes should go which way, and how much that is worth: the director's goals, sections, returns and a loud last note in
 * every school; downbeats, accents and any last note in the school "down on the downbeat". A change marked inside a stroke outweighs
 * the school: the stroke begins the way from which the bow can turn there.
 */
final readonly class DirectionGoals
{
    /** A goal is missed only where nothing reaches it. */
    private const GOAL = 1000.0;
    /** A fresh start leads up to what follows: that is a rule, and goals alone are above it. */
    private const START = 500.0;

    /** @param array<int, DirectionGoal> $goals by stroke */
    private function __construct(private array $goals)
    {
    }

    /** @param list<Stroke> $strokes */
    public static function of(array $strokes, BowConstraints $constraints, BowSettings $settings, Landmarks $landmarks): self
    {
        $goals = [];
        $seen = [];
        $isSchool = $settings->school === BowSchool::Downbeat;
        if (!$isSchool && $constraints->goalEvents() === [] && $landmarks->all() === []) {
            return new self([]);
        }
        $changes = new InnerChanges($constraints);
        $last = count($strokes) - 1;
        foreach ($strokes as $index => $stroke) {
            $head = $stroke->head();
            $isFirstTime = !isset($seen[$head->event]);
            $seen[$head->event] = true;
            $goal = $isFirstTime ? $constraints->goal($head->event, $head->pass) : null;
            if ($goal !== null) {
                $goals[$index] = new DirectionGoal($goal->direction, self::GOAL, 'the goal', "comes {$goal->direction->value}");
                continue;
            }
            if ($head->pass !== 1) {
                continue;
            }
            $entry = $changes->wantedEntry($stroke);
            $landmark = $entry === Direction::Up ? null : $landmarks->at($index);
            if ($landmark !== null) {
                // Of a return it is known how it should go once its first statement is decided.
                $price = $settings->priceOf($landmark->kind);
                $goals[$index] = new DirectionGoal(Direction::Down, $price, $landmark->subject, $landmark->does);
                continue;
            }
            if (!$isSchool) {
                continue;
            }
            if ($entry === Direction::Up && ($stroke->onDownbeat || $index === $last || $stroke->isAccented)) {
                $goals[$index] = new DirectionGoal($entry, $settings->priceUpDownbeat, 'the change marked in it', 'turns the bow');
            } elseif ($stroke->onDownbeat) {
                $goals[$index] = new DirectionGoal(Direction::Down, $settings->priceUpDownbeat, 'the downbeat', 'comes down');
            } elseif ($index === $last) {
                $goals[$index] = new DirectionGoal(Direction::Down, $settings->priceUpLast, 'the last note', 'comes down');
            } elseif ($stroke->isAccented) {
                $goals[$index] = new DirectionGoal(Direction::Down, $settings->priceUpAccent, 'the accent', 'comes down');
            }
        }

        return new self($goals);
    }

    /** The same, with a stroke that is to go as the passage went the first time. */
    public function returning(int $stroke, Direction $direction): self
    {
        $goal = $this->goals[$stroke] ?? null;
        if ($goal === null || $goal->price >= self::START) {
            return $this;
        }

        return new self([$stroke => $goal->with($direction, $goal->price)] + $this->goals);
    }

    /** The same, with a stroke that a fresh start leads up to. */
    public function leadingTo(int $stroke, Direction $direction): self
    {
        return isset($this->goals[$stroke]) && $this->goals[$stroke]->price > self::START
            ? $this
            : new self([$stroke => self::start($this->goals[$stroke] ?? null, $direction)] + $this->goals);
    }

    public function price(int $stroke, Direction $direction): float
    {
        $goal = $this->goals[$stroke] ?? null;

        return $goal === null || $goal->direction === $direction ? 0.0 : $goal->price;
    }

    public function isAt(int $stroke): bool
    {
        return isset($this->goals[$stroke]);
    }

    /** Whether what a stroke should meet is nobody's own goal: nothing dear is done for it. */
    public function isOfLandmark(int $stroke): bool
    {
        return ($this->goals[$stroke]->price ?? 0.0) < self::START;
    }

    /**
     * What a stroke should meet, in words that follow "so that".
     *
     * @param string $at where that is, with a blank before it; empty where it is the stroke spoken of
     */
    public function words(int $stroke, string $at = ''): string
    {
        $goal = $this->goals[$stroke] ?? null;

        return $goal === null ? '' : "{$goal->subject}{$at} {$goal->does}";
    }

    private static function start(?DirectionGoal $goal, Direction $direction): DirectionGoal
    {
        return $goal?->with($direction, self::START)
            ?? new DirectionGoal($direction, self::START, 'what it leads to', "comes {$direction->value}");
    }

    /** @return list<int> strokes that should meet something, in order */
    public function strokes(): array
    {
        $strokes = array_keys($this->goals);
        sort($strokes);

        return $strokes;
    }
}
