<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Fingering\Settings\FingerSettings;
use WeakMap;

/** Every grip of every moment, numbered: a grip that comes again has the same number. */
final class StateLayers
{
    /** @var list<HandState> by number */
    public array $grips = [];
    /** @var list<list<int>> numbers by layer */
    public array $layers = [];
    /** @var array<string, int> numbers by key */
    private array $numbers = [];
    /** @var WeakMap<StateOptions, array{list<int>, list<list<array{int, int, int, string}>>}> */
    private WeakMap $known;
    /** @var array<string, list<int>> grips of open strings, by all they depend on */
    private array $opened = [];

    /**
     * @param list<HandEvent> $moments
     * @param list<StateOptions> $options
     */
    private function __construct(
        private readonly array $moments,
        private readonly array $options,
        private readonly FingerSettings $settings,
    ) {
        $this->known = new WeakMap();
    }

    /**
     * @param list<HandEvent> $moments
     * @param list<StateOptions> $options of each moment, none of them empty
     */
    public static function of(array $moments, array $options, FingerSettings $settings): self
    {
        $built = new self($moments, $options, $settings);
        $before = [];
        foreach (array_keys($moments) as $layer) {
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
     * The grips that stop a note, by number, and the open strings that depend on where the hand was.
     *
     * @return array{list<int>, list<list<array{int, int, int, string}>>}
     */
    private function stopped(StateOptions $options): array
    {
        // Options are shared by all moments that look alike.
        $known = $this->known[$options] ?? null;
        if ($known !== null) {
            return $known;
        }
        $numbers = $opens = [];
        foreach ($options->grips as $grip) {
            if ($grip['frame'] !== null) {
                $numbers[] = $this->number(HandState::stopped($grip['frame'], $grip['stops']));
            } else {
                $opens[] = $grip['stops'];
            }
        }
        $this->known[$options] = [$numbers, $opens];

        return [$numbers, $opens];
    }

    /**
     * Open strings: the hand stays as it was, with its memory; or goes where the next stopped note can use it.
     *
     * @param list<array{int, int, int, string}> $stops
     * @param list<int> $before grips of the layer before
     * @return list<int> grips by number
     */
    private function open(int $layer, array $stops, array $before): array
    {
        $grips = [];
        $forgets = $this->moments[$layer]->lasts > $this->settings->memorySeconds;
        $frames = $this->nextFrames($layer);
        $alike = implode(',', $before) . ($forgets ? '|' : '/') . implode(',', array_column($stops, 0)) . '|' . implode(',', $frames);
        if (isset($this->opened[$alike])) {
            return $this->opened[$alike];
        }
        foreach ($before as $number) {
            $grip = $this->grips[$number];
            $grips[] = HandState::open($grip->frame, $stops, $forgets ? [] : $grip->memory);
        }
        foreach ($frames as $frame) {
            $grips[] = HandState::open($frame, $stops, []);
        }
        $grips = $grips === [] ? [HandState::open(2, $stops, [])] : $grips;

        return $this->opened[$alike] = array_map($this->number(...), $grips);
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

    private function number(HandState $grip): int
    {
        if (!isset($this->numbers[$grip->key])) {
            $this->numbers[$grip->key] = count($this->grips);
            $this->grips[] = $grip;
        }

        return $this->numbers[$grip->key];
    }
}
