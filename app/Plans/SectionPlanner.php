<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use ArrayObject;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\MusicXml\SharedSigns;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Review\FlagOrder;
use UprightPencil\Roadmap\Roadmap;

/** Sections worked out with their marks. */
final readonly class SectionPlanner
{
    /**
     * @param ArrayObject<string, BowPlan|FingerPlan> $here plans this request has met already
     * @param ClassSettings|null $assumed what is tried instead of what the class of each piece has
     */
    public function __construct(
        private ParsedScores $readings,
        private ArrayObject $here = new ArrayObject(),
        private ?ClassSettings $assumed = null,
    ) {
    }

    /** The same, as if a class could do something else. */
    public function assuming(ClassSettings $settings): self
    {
        return new self($this->readings, $this->here, $settings);
    }

    public function score(Section $section): Score
    {
        return $this->readings->of($section);
    }

    public function book(Section $section, Score $score): MarkBook
    {
        // What its own says at a note holds over what it follows.
        return MarkBook::of([...$this->followed($section, $score), ...self::marks($section)], $score->parts[0]);
    }

    /** @return list<CoreMark> */
    private static function marks(Section $section): array
    {
        $marks = [];
        foreach ($section->marks()->get() as $mark) {
            /** @var Mark $mark */
            $core = $mark->toCore();
            if ($core !== null) {
                $marks[] = $core;
            }
        }

        return $marks;
    }

    /**
     * The bow marks of the line that a section follows, at its own notes; none for a part of the score itself.
     *
     * @return list<CoreMark>
     */
    private function followed(Section $section, Score $score): array
    {
        if ($section->follows === null) {
            return [];
        }
        /** @var Section|null $lead */
        $lead = $section->piece->sections()->where('part_id', $section->follows['part'])->first();
        $ids = $lead === null ? null : SameRhythm::ids($this->score($lead)->parts[0], $score->parts[0]);
        if ($lead === null || $ids === null) {
            return [];
        }

        return SameRhythm::there(array_values(array_filter(
            self::marks($lead),
            static fn (CoreMark $mark): bool => $mark->kind()->slot()->group() === MarkGroup::Bow,
        )), $ids);
    }

    /**
     * @param bool|string $explains true: every finger with its reasons; false: none; or the id of the note that tells them
     */
    public function of(Section $section, ?MarkBook $book = null, bool|string $explains = false): SectionPlan
    {
        $score = $this->score($section);
        $isReal = $book === null;
        $book ??= $this->book($section, $score);
        $planner = $this->planner($section, $explains, $isReal);

        return new SectionPlan($score, $planner->part($score, $score->parts[0], $book));
    }

    /**
     * The section as it stands, in halves: what the one who asks knows already is neither worked out nor read again.
     *
     * Where a change touches both, the bow is answered first and the hand when it is asked for: nobody waits for both at once.
     *
     * @param array{bow?: string, hand?: string} $known names of the halves that are known; none for everything
     */
    public function halves(Section $section, array $known): PlanHalves
    {
        $score = $this->score($section);
        $part = $score->parts[0];
        $book = $this->book($section, $score);
        $tried = $book->withChoicesTried();
        $memory = new SectionPlanCache($section, $this->here, true);
        $planner = $this->planner($section, memory: $memory);
        $roadmap = Roadmap::of($score);

        $bowKey = $planner->bowKey($tried);
        $bowName = $memory->name($bowKey);
        $bowGist = ($known['bow'] ?? '') === $bowName ? $memory->gist($bowKey, $bowName) : null;
        $isBowNew = $bowGist === null && !$memory->has($bowKey);
        $bow = $bowGist === null ? $planner->bow($score, $part, $tried, $roadmap) : null;
        $slurred = $bow === null ? $bowGist['slurred'] : SlurredNotes::of($bow);

        $handKey = $planner->handKey($tried, $slurred);
        $handName = $memory->name($handKey);
        $handGist = ($known['hand'] ?? '') === $handName ? $memory->gist($handKey, $handName) : null;
        if ($handGist === null && $isBowNew && isset($known['hand']) && !$memory->has($handKey)) {
            // What the hand had to say before is kept until it is asked again.
            $handGist = $memory->gist($handKey, null) ?? ['flags' => [], 'slurred' => $slurred, 'directions' => ''];
            $handName = '';
        }
        $hand = $handGist === null ? $planner->hand($score, $part, $tried, $slurred, $roadmap) : null;
        $flags = FlagOrder::sorted([...($bow->flags ?? $bowGist['flags'] ?? []), ...($hand->flags ?? $handGist['flags'] ?? [])]);

        $names = ['bow' => $bowName, 'hand' => $handName];

        return new PlanHalves($score, $part, $book, $bow, $hand, $flags, $this->options($section)->bows, $names);
    }

    /** Which way every bow went when the section was last worked out, as {@see BowPlan::directions()} tells it. */
    public function lastDirections(Section $section): string
    {
        $gist = (new SectionPlanCache($section, $this->here, false))->gist('bow ', null);

        return $gist === null ? $this->of($section)->part->bow->directions() : $gist['directions'];
    }

    /** The section as a player on another chair has it, or with more or fewer signs on the page. */
    public function for(Section $section, Chair $chair, Density $density, BowDensity $bows): SectionPlan
    {
        $score = $this->score($section);
        $planner = $this->planner($section, density: $density, bows: $bows);

        return new SectionPlan($score, $planner->part($score, $score->parts[0], $this->book($section, $score), null, $chair));
    }

    /**
     * @param bool $isReal whether it plans the section as it stands, not something tried
     * @param Density|null $density over what the part has
     * @param BowDensity|null $bows the same
     * @param SectionPlanCache|null $memory of the section, where there is one already
     */
    public function planner(
        Section $section,
        bool|string $explains = false,
        bool $isReal = false,
        ?Density $density = null,
        ?SectionPlanCache $memory = null,
        ?BowDensity $bows = null,
    ): Planner {
        $options = $this->options($section)->withTempos($section->piece->temposFor($this->score($section)));

        $options = $density === null ? $options : $options->withDensity($density);
        $options = $bows === null ? $options : $options->withBows($bows);

        return new Planner($options, $explains, $memory ?? new SectionPlanCache($section, $this->here, $isReal));
    }

    /** The tempos of a part: the score's, with what the director set over them. */
    public function tempo(Section $section): TempoMap
    {
        $score = $this->score($section);

        return TempoMap::of($score, null, $section->piece->temposFor($score));
    }

    public function options(Section $section): PlanOptions
    {
        $options = ($this->assumed ?? ClassSettings::for($section->piece))->options($section->instrument);
        $own = Density::tryFrom($section->density ?? '');
        $bows = BowDensity::tryFrom($section->bows ?? '')
            ?? ($section->piece->lesson_number === null ? $options->bows : BowDensity::EveryMeasure);

        return ($own === null ? $options : $options->withDensity($own))->withBows($bows);
    }

    /** The hand of the section's class on an instrument. */
    public function hand(Section $section, Instrument $instrument): Hand
    {
        $settings = $this->options($section)->fingerSettings();

        return Hand::of($instrument, $settings->profile, $settings->bassHand);
    }

    /** The score as MusicXML, with what every part's page shows. */
    public function scorePage(Piece $piece): string
    {
        $document = Document::open((string) gzuncompress($piece->source));
        $plans = array_map(fn (Section $section): PartPlan => $this->of($section)->part, array_values($piece->sections->all()));

        SharedSigns::sayOnce($document);

        return (new ScoreWriter($document, ClassSettings::for($piece)->options('')))->write($plans);
    }

    /** The score with the marks of all sections, as it leaves: a direction in every measure, so that it reads back the same. */
    public function scoreFile(Piece $piece): string
    {
        $document = Document::open((string) gzuncompress($piece->source));
        $plans = array_map(
            fn (Section $section): PartPlan
                => $this->for($section, Chair::outside(), $this->options($section)->density, BowDensity::EveryMeasure)->part,
            array_values($piece->sections->all()),
        );

        return (new ScoreWriter($document, ClassSettings::for($piece)->options('')))->write($plans);
    }

    /** The marked part as MusicXML. */
    public function page(Section $section, PartPlan $plan): string
    {
        $document = Document::open((string) gzuncompress($section->source));

        $options = $this->options($section);
        $writer = new ScoreWriter($document, $options);
        if ($options->namesNotes) {
            $writer->nameNotes($plan);
        }

        return $writer->write([$plan]);
    }
}
