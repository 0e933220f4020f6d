<?php

declare(strict_types=1);

namespace UprightPencil\Fingering;

use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Fingering\Costs\CostModel;
use UprightPencil\Fingering\Findings\FingerFindings;
use UprightPencil\Fingering\Findings\HandMarkFindings;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Solving\FigureConsistency;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\Solving\RepeatJumps;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandEvents;
use UprightPencil\Fingering\States\HandStates;
use UprightPencil\Fingering\States\StateOptions;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Text\Courtesy;
use UprightPencil\Marks\Kind\Text\Divide;
use UprightPencil\Marks\Kind\Text\LeaveOut;
use UprightPencil\Marks\Kind\Text\Words;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Plucked;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Review\ToldOnce;
use UprightPencil\Roadmap\Roadmap;

/** Works out the left hand for a part: which finger, string and position, and why. */
final readonly class FingerPlanner
{
    /** @param bool|string $explains true: every note tells its reasons and runners-up; false: none; or the id of the one that does */
    public function __construct(private FingerSettings $settings = new FingerSettings(), private bool|string $explains = true)
    {
    }

    /** @throws MusicException */
    public function plan(
        Score $score,
        Part $part,
        MarkBook $book,
        SlurredNotes $slurred,
        TempoMap $tempo,
        Roadmap $roadmap,
        ?Chair $chair = null,
    ): FingerPlan {
        if (!$part->instrument->isBowed()) {
            return FingerPlan::none();
        }
        $hand = Hand::of($part->instrument, $this->settings->profile, $this->settings->bassHand);
        $strings = Strings::of($part->instrument);
        $board = Fingerboard::of($part->instrument, $this->settings->size);
        $chair ??= Chair::outside();
        $constraints = new FingerConstraints($part, $book, $chair);
        $states = new HandStates($hand, $strings, $constraints);
        $costs = new CostModel($hand, $strings, $board, $this->settings, $states);
        $events = new HandEvents($score, $part, $slurred, $tempo, Dynamics::of($score, $part), self::leftOut($part, $book, $chair));
        $reminded = [];
        foreach ($book->acting(Courtesy::class) as $mark) {
            $reminded[$mark->from] = true;
        }
        $noted = [];
        foreach ($book->acting(Words::class) as $mark) {
            $noted[$mark->from] = true;
        }
        $notes = [];
        $flags = [];
        $plucked = Plucked::of($score->measures, $part);
        foreach (Line::allOf($score, $part) as $line) {
            $findings = new FingerFindings($score, $part, $hand, $strings, $board, $constraints, $this->settings, $reminded, $noted);
            [$playable, $options] = $this->playable($events->of($line), $states, $findings);
            $path = new HandPath($playable, $options, $costs, $this->settings);
            $path->solve();
            (new FigureConsistency($path, $this->settings))->settle();
            $jumps = RepeatJumps::of($path, $hand, $score, $roadmap, $tempo, $this->settings);
            $jumps->settle();
            $line = new NoteFingers($part, $path, $hand, $strings, $board, $constraints, $this->settings, $tempo, $plucked);
            $fingers = $line->notes($this->explains);
            $notes += $fingers;
            $flags = [...$flags, ...$findings->along($path, $jumps)];
        }

        $flags = [...$flags, ...(new HandMarkFindings($score, $part, $book))->of($notes)];

        return new FingerPlan($notes, (new ToldOnce($score->measures))->of($flags));
    }

    /**
     * The events a hand can take, chords too wide for it by their top note, with what it can do at each.
     *
     * @param list<HandEvent> $events
     * @return array{list<HandEvent>, list<StateOptions>}
     */
    private function playable(array $events, HandStates $states, FingerFindings $findings): array
    {
        $playable = $options = [];
        foreach ($events as $event) {
            $found = $states->at($event);
            $isReduced = false;
            while ($found->states === [] && $event->isChord()) {
                $event = $event->withoutLowest();
                $found = $states->at($event);
                $isReduced = true;
            }
            $findings->met($event, $found->answer, $isReduced);
            if ($found->states !== []) {
                $playable[] = $event;
                $options[] = $found;
            }
        }

        return [$playable, $options];
    }

    /** @return array<int, true> noteheads a mark leaves out, for everybody or for the partner they do not belong to */
    private static function leftOut(Part $part, MarkBook $book, Chair $chair): array
    {
        $positions = $part->positionsById();
        $left = [];
        foreach ($book->acting(Divide::class) as $mark) {
            $chord = $part->chordAt($positions[$mark->from]);
            foreach ($chord as $index => $note) {
                $isTop = $index === count($chord) - 1;
                if ($isTop === $chair->is(Chair::inside())) {
                    $left[$note] = true;
                }
            }
        }
        foreach ($book->acting(LeaveOut::class) as $mark) {
            $left[$positions[$mark->from]] = true;
        }

        return $left;
    }
}
