<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Music\Slur;

/** Pairs the beginnings and ends of slurs by their number, across barlines and voices. */
final class SlurMatcher
{
    /** @var array<string, array{from: int, style: 'solid'|'dashed'|'dotted'}> */
    private array $open = [];
    /** @var array<string, int> slur ends met before their beginning (a part written voice after voice) */
    private array $early = [];
    /** @var list<Slur> */
    private array $slurs = [];

    public function note(DOMElement $note, int $position): void
    {
        for ($notations = Xml::child($note, 'notations'); $notations !== null; $notations = self::next($notations)) {
            foreach (Xml::children($notations) as $slur) {
                if ($slur->nodeName !== 'slur') {
                    continue;
                }
                $number = $slur->getAttribute('number') ?: '1';
                if ($slur->getAttribute('type') === 'start') {
                    $this->start($number, $position, $slur->getAttribute('line-type'));
                } elseif ($slur->getAttribute('type') === 'stop') {
                    $this->stop($number, $position);
                }
            }
        }
    }

    /** @return list<Slur> ordered by where they begin */
    public function slurs(): array
    {
        $slurs = $this->slurs;
        usort($slurs, static fn (Slur $a, Slur $b): int => [$a->from, $a->to] <=> [$b->from, $b->to]);

        return $slurs;
    }

    /** @return list<int> note positions where a slur begins that never ends */
    public function unfinished(): array
    {
        return array_values(array_map(static fn (array $open): int => $open['from'], $this->open));
    }

    /** @return list<int> note positions where a slur ends that never began */
    public function unbegun(): array
    {
        return array_values($this->early);
    }

    private function start(string $number, int $position, string $lineType): void
    {
        $style = $lineType === 'dotted' || $lineType === 'dashed' ? $lineType : 'solid';
        // On one note a slur may end and the next of the same number begin, in either order of writing.
        if (isset($this->open[$number])) {
            $this->open[$number . "\0" . $position] = $this->open[$number];
        }
        $this->open[$number] = ['from' => $position, 'style' => $style];
    }

    private function stop(string $number, int $position): void
    {
        $key = $number;
        if (isset($this->open[$number . "\0" . $position])) {
            $key = $number . "\0" . $position;
        }
        if (!isset($this->open[$key])) {
            $this->early[$number] = $position;

            return;
        }
        ['from' => $from, 'style' => $style] = $this->open[$key];
        unset($this->open[$key]);
        if ($from < $position) {
            $this->slurs[] = new Slur($from, $position, $style, $number);
        }
    }

    private static function next(DOMElement $notations): ?DOMElement
    {
        for ($node = $notations->nextSibling; $node !== null; $node = $node->nextSibling) {
            if ($node instanceof DOMElement && $node->nodeName === 'notations') {
                return $node;
            }
        }

        return null;
    }
}
