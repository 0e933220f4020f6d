<?php

declare(strict_types=1);

namespace Tests\Support;

use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\Planning\Coverage;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;
use UprightPencil\Settings\Profile;

/** Several sections, each typed as ABC with quarter notes as the unit, for tests. */
final class Ensemble
{
    private const CLEFS = ['viola' => 'alto', 'cello' => 'bass', 'bass' => 'bass'];

    private string $marks = '';
    private Profile $profile = Profile::SecondYear;

    /** @param array<string, string> $lines ABC by the names of the parts */
    private function __construct(private readonly string $meter, private readonly array $lines, private float $tempo, private string $key)
    {
    }

    /** @param array<string, string> $lines ABC by the names of the parts */
    public static function of(string $meter, array $lines, float $tempo = 60, string $key = 'C'): self
    {
        return new self($meter, $lines, $tempo, $key);
    }

    /** @param string $lines pencil lines, each part's under its name */
    public function marked(string $lines): self
    {
        $this->marks = $lines;

        return $this;
    }

    public function profile(Profile $profile): self
    {
        $this->profile = $profile;

        return $this;
    }

    public function score(): Score
    {
        $abc = "X:1\nT:For a test\nM:{$this->meter}\nL:1/4\nQ:1/4={$this->tempo}\nK:{$this->key}\n";
        $number = 0;
        foreach ($this->lines as $name => $line) {
            $number++;
            $clef = self::CLEFS[strtolower(explode(' ', $name)[0])] ?? 'treble';
            $abc .= "V:{$number} name=\"{$name}\" clef={$clef}\n{$line}\n";
        }

        return (new ScoreReader())->fromDocument(Document::open($abc));
    }

    public function parts(): MarkedParts
    {
        $score = $this->score();
        $options = new PlanOptions($this->profile);
        $books = [];
        if ($this->marks !== '') {
            $reading = (new PencilLinesReader($score, $score->parts))->read($this->marks);
            assert($reading->errors === []);
            foreach ($score->parts as $part) {
                $books[$part->id] = MarkBook::of($reading->marks[$part->id] ?? [], $part);
            }
        }
        $plans = (new Planner($options))->plan($score, $books)->parts;

        return MarkedParts::of($score, array_map(static fn (PartPlan $plan): array => [$plan, $options], $plans));
    }

    public function piece(string $key = '', ?Coverage $coverage = null): PlannedPiece
    {
        $marked = $this->parts();
        $coverage ??= Coverage::none(count($marked->score->measures));

        return new PlannedPiece($key, $key, $marked, Hardness::of($marked), $coverage, new TuningPlaces($marked));
    }
}
