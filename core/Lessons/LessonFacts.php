<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Expression;
use UprightPencil\Music\ExpressionKind;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Note;
use UprightPencil\Music\Plucked;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;

/** What a marked part needs: strings, places, pitches, rhythms, strokes. Each once, at its first place. */
final class LessonFacts
{
    private const NUMBERS = [2 => 'two', 3 => 'three', 4 => 'four', 5 => 'five', 6 => 'six', 7 => 'seven', 8 => 'eight'];
    private const ARTICULATIONS = [
        'staccato' => 'notes with dots', 'staccatissimo' => 'notes with wedges', 'spiccato' => 'spiccato', 'accent' => 'accents',
        'strong-accent' => 'strong accents', 'tenuto' => 'notes with lines', 'detached-legato' => 'notes with dots and lines',
    ];
    private const CONNECTIONS = ['hook' => 'hooked bows', 'retake' => 'a retake', 'lift' => 'a lift'];

    /** @var array<string, LessonFact> by key */
    private array $facts = [];

    private function __construct(private readonly Score $score, private readonly PartPlan $plan)
    {
    }

    /** @return list<LessonFact> in the order they are met, one kind after another */
    public static function of(Score $score, PartPlan $plan): array
    {
        $facts = new self($score, $plan);
        foreach ($plan->part->notes as $note) {
            $facts->hand($note);
        }
        foreach (RhythmFigures::of($score, $plan->part) as [$name, $measure, $offset]) {
            $facts->add(FactKind::Rhythm, $name, $name, $measure, $offset);
        }
        $facts->bow();
        $facts->meters();
        foreach ($plan->part->expressions as $expression) {
            $facts->expression($expression);
        }

        return array_values($facts->facts);
    }

    private function add(FactKind $kind, string $name, string $text, int $measure, Fraction $offset): void
    {
        $at = $this->score->measures[$measure];
        $key = "{$kind->value} {$name}";
        $this->facts[$key] ??= new LessonFact($kind, $key, $text, $at->number, $at->meter->beatAt($offset));
    }

    private function hand(Note $note): void
    {
        $finger = $this->plan->fingers->at($note->id);
        if ($finger !== null) {
            $this->add(FactKind::String, $finger->string, "the {$finger->string} string", $note->measure, $note->offset);
            $where = $finger->position === 'I' || $finger->number === 0 ? '' : " in {$finger->position}";
            $place = $finger->number === 0 ? "open {$finger->string}" : "{$finger->words()} on {$finger->string}{$where}";
            $this->add(FactKind::Place, $place, $place, $note->measure, $note->offset);
        }
        if ($note->pitch !== null) {
            $name = $note->pitch->spoken();
            $this->add(FactKind::Pitch, $name, $name, $note->measure, $note->offset);
        }
    }

    private function bow(): void
    {
        $strokes = [];
        $plucked = Plucked::of($this->score->measures, $this->plan->part);
        foreach ($this->plan->part->notes as $note) {
            $bow = $this->plan->bow->at($note->id);
            if ($plucked->isAt($this->score->onsetOf($note)->toFloat())) {
                $this->add(FactKind::Stroke, 'pizzicato', 'pizzicato', $note->measure, $note->offset);
                continue;
            }
            foreach ($note->articulations as $articulation) {
                if (isset(self::ARTICULATIONS[$articulation])) {
                    $this->add(FactKind::Stroke, $articulation, self::ARTICULATIONS[$articulation], $note->measure, $note->offset);
                }
            }
            if ($note->tremolo) {
                $this->add(FactKind::Stroke, 'tremolo', 'tremolo', $note->measure, $note->offset);
            }
            if ($bow === null || $note->isGrace || $note->inChord) {
                continue;
            }
            $connection = $bow->connection->value;
            if (isset(self::CONNECTIONS[$connection])) {
                $this->add(FactKind::Stroke, $connection, self::CONNECTIONS[$connection], $note->measure, $note->offset);
            }
            if ($bow->connection === BowConnection::Start && $bow->direction === Direction::Up) {
                $this->add(FactKind::Stroke, 'up start', 'an up-bow start', $note->measure, $note->offset);
            }
            if ($note->tieStart) {
                $this->add(FactKind::Rhythm, 'tie', 'a tie', $note->measure, $note->offset);
            }
            $isOneNote = $bow->connection === BowConnection::Tie;
            if (!$isOneNote) {
                $strokes["{$note->line} {$bow->stroke}"][] = $note;
            }
        }
        foreach ($strokes as $notes) {
            $this->slur($notes);
        }
    }

    /** @param non-empty-list<Note> $notes of one stroke */
    private function slur(array $notes): void
    {
        $count = count($notes);
        if ($count < 2) {
            return;
        }
        $many = self::NUMBERS[$count] ?? (string) $count;
        $this->add(FactKind::Slur, (string) $count, "a slur of {$many} notes", $notes[0]->measure, $notes[0]->offset);
    }

    private function meters(): void
    {
        $isPlayed = [];
        foreach ($this->plan->part->notes as $note) {
            $isPlayed[$note->measure] = true;
        }
        $zero = Fraction::zero();
        $first = $this->score->pickup();
        if ($first !== null && isset($isPlayed[0])) {
            $this->add(FactKind::Rhythm, 'pickup', 'a pickup', 0, $zero);
        }
        foreach ($this->score->measures as $measure) {
            if (!$measure->meter->isFree) {
                $meter = "{$measure->meter->beats}/{$measure->meter->unit}";
                $this->add(FactKind::Meter, $meter, $meter, $measure->index, $zero);
            }
            if ($measure->repeatBack > 0) {
                $this->add(FactKind::Form, 'repeat', 'a repeat', $measure->index, $zero);
            }
            if ($measure->endings !== [] && max($measure->endings) > 1) {
                $this->add(FactKind::Form, 'second ending', 'a second ending', $measure->index, $zero);
            }
            if ($measure->jump !== null) {
                $jump = preg_match('~D\. ?S~i', $measure->jump) === 1 ? 'D.S.' : 'D.C.';
                $this->add(FactKind::Form, $jump, $jump, $measure->index, $zero);
            }
        }
    }

    private function expression(Expression $expression): void
    {
        $text = match (true) {
            $expression->kind === ExpressionKind::Dynamic => $expression->value,
            $expression->kind === ExpressionKind::Wedge && $expression->value !== 'stop' => $expression->value,
            default => null,
        };
        if ($text !== null) {
            $words = $expression->kind === ExpressionKind::Wedge ? "a {$text}" : $text;
            $this->add(FactKind::Dynamic, $text, $words, $expression->measure, $expression->offset);
        }
    }
}
