<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Strokes\BowConstraints;
use UprightPencil\Bowing\Strokes\Stroke;
use UprightPencil\Marks\Kind\Bow\Hook;
use UprightPencil\Marks\Kind\Bow\Retake;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** The directions of a line, solved: what was decided, and the directions that follow from it. */
final readonly class BowingSolution
{
    /** @param list<Stroke> $strokes */
    private function __construct(
        private Score $score,
        private Part $part,
        private Line $line,
        public array $strokes,
        public BowConstraints $constraints,
        private BowSettings $settings,
        public RepeatCandidates $candidates,
        public PhraseSolver $solver,
        public Decisions $decisions,
        public StrokeDirections $directions,
        public Landmarks $landmarks,
    ) {
    }

    /** @param list<Stroke> $strokes */
    public static function of(
        Score $score,
        Part $part,
        Line $line,
        array $strokes,
        BowConstraints $constraints,
        BowSettings $settings,
        Landmarks $landmarks,
    ): self {
        $candidates = new RepeatCandidates($score, $part, $line, $strokes, $constraints, $landmarks, $settings);
        $figures = new RepeatedFigures($score, $part, $line, $strokes, $settings->figureSlack);
        $solver = new PhraseSolver($strokes, $constraints, $candidates, $figures, $landmarks, $settings);
        $solved = $solver->solve();
        [$decisions, $directions] = [$solved->decisions, $solved->directions];
        foreach ($landmarks->all() as $index => $landmark) {
            $wanted = $landmark->source === null ? Direction::Down : $directions->starts[$landmark->source];
            $isMet = $directions->starts[$index] === $wanted;
            if ($isMet && $landmark->kind->isTold() && $decisions->at($strokes[$index]->head()->event) === null) {
                $directions->adds($index, $landmark->inPassing());
            }
        }

        return new self(
            $score,
            $part,
            $line,
            $strokes,
            $constraints,
            $settings,
            $candidates,
            $solver,
            $decisions,
            $directions,
            $landmarks,
        );
    }

    /**
     * The directions there would be with a mark more, everything decided anew around it.
     *
     * @param int $pass 0 for a mark on every pass, else for that pass alone
     */
    public function with(RepeatCandidate $candidate, int $pass): StrokeDirections
    {
        $event = $this->strokes[$candidate->stroke]->head()->event;
        if (!$this->solver->hasGoals()) {
            $decisions = $this->decisions->with($event, $candidate->connection, '', $pass);

            return StrokeDirections::along($this->strokes, $this->constraints, $decisions, $this->settings);
        }

        $kind = $candidate->connection === BowConnection::Retake ? new Retake() : new Hook();

        return $this->marked($event, $kind, $pass === 0 ? null : $pass);
    }

    /**
     * The same with a mark of a kind at an event, in place of what is marked there.
     *
     * @param MarkKind $kind hook, retake, lift or no retake
     * @param int|null $pass for that pass alone; null for every one
     */
    public function marked(int $event, MarkKind $kind, ?int $pass = null): StrokeDirections
    {
        $id = $this->part->notes[$this->line->events[$event]->notes[0]]->id;
        $constraints = $this->constraints->withConnection($event, new Mark('', [$kind], $id, $id, pass: $pass));

        return $this->under($constraints)->directions;
    }

    /**
     * Sections, returns and a loud last note that come the other way than they should, and that no mark or sign asks for.
     *
     * @return array<int, Direction> how each should go, by stroke
     */
    public function wrongLandmarks(StrokeDirections $directions): array
    {
        $wrong = [];
        foreach ($this->landmarks->all() as $index => $landmark) {
            $head = $this->strokes[$index]->head();
            $wanted = $landmark->source === null ? Direction::Down : $directions->starts[$landmark->source];
            $isAsked = $this->constraints->direction($head->event, $head->pass) !== null
                || $this->constraints->goal($head->event, $head->pass) !== null
                || $this->constraints->changes($head->event) !== [];
            if ($landmark->kind->isTold() && !$isAsked && $directions->starts[$index] !== $wanted) {
                $wrong[$index] = $wanted;
            }
        }

        return $wrong;
    }

    /**
     * The same for other slurs.
     *
     * @param list<Stroke> $strokes as they would be
     * @param int $from from which stroke on they are other ones
     * @param int $more by how many there are more
     */
    public function over(array $strokes, int $from, int $more): self
    {
        $landmarks = $this->landmarks->moved($from, $more);

        return self::of($this->score, $this->part, $this->line, $strokes, $this->constraints, $this->settings, $landmarks);
    }

    private function under(BowConstraints $constraints): self
    {
        return self::of($this->score, $this->part, $this->line, $this->strokes, $constraints, $this->settings, $this->landmarks);
    }
}
