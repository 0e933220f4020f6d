<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Fingering\Settings\FingerSettings;
use WeakMap;

/** The hand states of every event in order, one layer an event. States are numbered: one that comes again has the same number. */
final class StateLayers
{
    /** First position. */
    private const HOME = 2;

    /** @var list<HandState> by number */
    public array $states = [];
    /** @var list<list<int>> numbers by layer */
    public array $layers = [];
    /** @var array<string, int> numbers by key */
    private array $numbers = [];
    /** @var WeakMap<StateOptions, array{list<int>, list<list<Stop>>}> */
    private WeakMap $known;
    /** @var array<string, list<int>> hand states of open strings, by all they depend on */
    private array $opened = [];

    /**
     * @param list<HandEvent> $events
     * @param list<StateOptions> $options
     */
    private function __construct(
        private readonly array $events,
        private readonly array $options,
        private readonly FingerSettings $settings,
    ) {
        $this->known = new WeakMap();
    }

    /**
     * @param list<HandEvent> $events
     * @param list<StateOptions> $options of each event, none of them empty
     */
    public static function of(array $events, array $options, FingerSettings $settings): self
    {
        $built = new self($events, $options, $settings);
        $before = [];
        foreach (array_keys($events) as $layer) {
            [$numbers, $opens] = $built->stopped($options[$layer]);
            foreach ($opens as $stops) {
                $numbers = array_values(array_unique([...$numbers, ...$built->open($layer, $stops, $before)]));
            }
            $built->layers[] = $numbers;
            $before = $numbers;
        }

        return $built;
    }

    /**
     * The hand states that stop a note, by number, and the open strings that depend on where the hand was.
     *
     * @return array{list<int>, list<list<Stop>>}
     */
    private function stopped(StateOptions $options): array
    {
        // Options are shared by all events that look alike.
        $known = $this->known[$options] ?? null;
        if ($known !== null) {
            return $known;
        }
        $numbers = $opens = [];
        foreach ($options->states as $state) {
            if ($state->frame !== null) {
                $numbers[] = $this->number(HandState::stopped($state->frame, $state->stops));
            } else {
                $opens[] = $state->stops;
            }
        }
        $this->known[$options] = [$numbers, $opens];

        return [$numbers, $opens];
    }

    /**
     * Open strings: the hand stays as it was, with its memory; or goes where the next stopped note can use it.
     *
     * @param list<Stop> $stops
     * @param list<int> $before hand states of the layer before
     * @return list<int> hand states by number
     */
    private function open(int $layer, array $stops, array $before): array
    {
        $states = [];
        $forgets = $this->events[$layer]->lasts > $this->settings->memorySeconds;
        $frames = $this->nextFrames($layer);
        $strings = implode(',', array_column($stops, 'string'));
        $alike = implode(',', $before) . ($forgets ? '|' : '/') . $strings . '|' . implode(',', $frames);
        if (isset($this->opened[$alike])) {
            return $this->opened[$alike];
        }
        foreach ($before as $number) {
            $state = $this->states[$number];
            $states[] = HandState::open($state->frame, $stops, $forgets ? [] : $state->memory);
        }
        // Whoever begins on an open string may be at home, wherever the next note could also be stopped.
        foreach ($before === [] ? [self::HOME, ...$frames] : $frames as $frame) {
            $states[] = HandState::open($frame, $stops, []);
        }

        return $this->opened[$alike] = array_map($this->number(...), $states);
    }

    /** @return list<int> frames in which the next stopped note can be played */
    private function nextFrames(int $layer): array
    {
        for ($next = $layer + 1; isset($this->options[$next]); $next++) {
            $frames = $this->options[$next]->frames();
            if ($frames !== []) {
                return $frames;
            }
        }

        return [];
    }

    private function number(HandState $state): int
    {
        if (!isset($this->numbers[$state->key])) {
            $this->numbers[$state->key] = count($this->states);
            $this->states[] = $state;
        }

        return $this->numbers[$state->key];
    }
}
