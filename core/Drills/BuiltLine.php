<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Review\FlagCode;

/** A practice line as music. */
final readonly class BuiltLine
{
    private string $source;

    /** @param bool $isWhole whether everything the sketch decided could stay */
    public function __construct(
        Document $document,
        public Score $score,
        public PartPlan $plan,
        private PlanOptions $options,
        public bool $isWhole,
        private LineShows $shows = LineShows::Everything,
    ) {
        $this->source = $document->toString();
    }

    /**
     * With what its page shows of bows and fingers.
     *
     * @throws UnreadableScore
     */
    public function musicXml(): string
    {
        if ($this->shows === LineShows::Notes) {
            return $this->source;
        }
        $document = Document::open($this->source);
        $writer = new ScoreWriter($document, $this->options);
        if ($this->shows === LineShows::Names) {
            $writer->nameNotes($this->plan);

            return $document->toString();
        }
        $written = $writer->write([$this->plan], true);

        return $this->shows === LineShows::Bows ? self::withoutFingers($written) : $written;
    }

    /** @throws UnreadableScore */
    private static function withoutFingers(string $musicXml): string
    {
        $document = Document::open($musicXml);
        foreach ($document->notes as $note) {
            Xml::strip($note, 'fingering', 'string', 'open-string');
        }

        return $document->toString();
    }

    /** @throws UnreadableScore */
    public function abc(): string
    {
        return (new AbcWriter())->write(Document::open($this->musicXml()));
    }

    /** Whether every note has a finger. */
    public function isFingered(): bool
    {
        foreach ($this->plan->part->notes as $note) {
            if ($this->plan->fingers->at($note->id) === null) {
                return false;
            }
        }

        return true;
    }

    /** Whether a finger reaches out of the hand. */
    public function hasReach(): bool
    {
        foreach ($this->plan->part->notes as $note) {
            if ($this->plan->fingers->at($note->id)?->shape->isExtension() === true) {
                return true;
            }
        }

        return false;
    }

    /** Whether nothing lies outside what the class knows. */
    public function isInRange(): bool
    {
        foreach ($this->plan->flags as $flag) {
            if ($flag->code === FlagCode::OutOfRange || $flag->code === FlagCode::NotYetLearned) {
                return false;
            }
        }

        return true;
    }

    /** @return list<string> the positions it is played in, in their order; open strings are in none */
    public function positions(): array
    {
        $positions = [];
        foreach ($this->plan->part->notes as $note) {
            $finger = $this->plan->fingers->at($note->id);
            if ($finger !== null && $finger->number > 0 && !in_array($finger->position, $positions, true)) {
                $positions[] = $finger->position;
            }
        }

        return $positions;
    }
}
