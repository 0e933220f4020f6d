<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Meter;

/** What the reader has gathered about one measure so far, from all parts. */
final class MeasureDraft
{
    /** @var array<string, Fraction> how much each part that plays has in it */
    public array $contents = [];
    public ?Meter $meter = null;
    /** Of the first part that names one; each part keeps its own beside it. */
    public ?int $keyFifths = null;
    public bool $isImplicit = false;
    public ?string $rehearsal = null;
    public bool $repeatForward = false;
    public int $repeatBack = 0;
    /** @var list<int> */
    public array $endings = [];
    public bool $endingStarts = false;
    public bool $endingStops = false;
    public bool $segno = false;
    public bool $coda = false;
    public bool $toCoda = false;
    public bool $fine = false;
    public ?string $jump = null;
    public bool $endsSection = false;

    public function __construct(public string $number)
    {
    }

    public function reaches(string $partId, Fraction $offset): void
    {
        $this->contents[$partId] = Fraction::larger($this->contents[$partId] ?? Fraction::zero(), $offset);
    }

    /**
     * The length most parts agree on; when they are split, the one the meter asks for.
     *
     * @throws MusicException
     */
    private function length(Meter $meter): Fraction
    {
        $votes = array_count_values(array_map(
            strval(...),
            array_filter($this->contents, static fn (Fraction $content): bool => $content->isPositive()),
        ));
        if ($votes === []) {
            return $meter->length();
        }
        $most = array_keys($votes, max($votes), true);

        return in_array((string) $meter->length(), $most, true) ? $meter->length() : Fraction::parse((string) $most[0]);
    }

    /** @throws MusicException */
    public function build(int $index, Fraction $onset, Meter $meterBefore): Measure
    {
        $meter = $this->meter ?? $meterBefore;
        return new Measure(
            $index,
            $this->number,
            $onset,
            $this->length($meter),
            $meter,
            $this->keyFifths ?? 0,
            $this->isImplicit,
            $this->rehearsal,
            $this->repeatForward,
            $this->repeatBack,
            $this->endings,
            $this->endingStarts,
            $this->endingStops,
            $this->segno,
            $this->coda,
            $this->toCoda,
            $this->fine,
            $this->jump,
            $this->endsSection,
        );
    }
}
