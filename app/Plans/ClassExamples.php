<?php

declare(strict_types=1);

namespace App\Plans;

use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Printing\Density;
use UprightPencil\Settings\Profile;

/** Two measures for each choice of the Class screen, marked the way the choice would have it. */
final readonly class ClassExamples
{
    /** Marks that belong to an example, by the school they show. */
    private const MARKS = [
        'soft' => [
            'tip' => '1.1 "little bow, near the tip"',
            'light' => '1.1 "much light bow"',
        ],
        'long' => [
            'together' => '1.4 change up',
            'staggered' => "1.3 change up @outside\n2.1 change up @inside",
        ],
        'change' => [
            'exact' => '1.4 change up',
            'loose' => '1.4 change up',
        ],
        'rest' => [
            'circle' => '2.1 goal down',
            'freeze' => '2.1 goal down',
        ],
        'fifth' => [
            'lay' => '2.2 "one finger, laid"',
            'move' => '2.2 "move it over"',
        ],
        'style' => [
            'keep' => '2.1 "simile"',
        ],
    ];

    /** Examples that are about fingers show every one of them. */
    private const SHOWS_FINGERS = ['profile', 'open', 'stay', 'bass', 'shift', 'fifth', 'zero', 'hard'];

    /** Some questions are asked of a class of one level only: who never shifts is not asked how. */
    private const LEVELS = ['stay' => Profile::ThirdPosition, 'shift' => Profile::Advanced, 'hard' => Profile::FirstYear];

    public function has(string $about): bool
    {
        return preg_match('~^[a-z]{3,10}$~', $about) === 1 && is_file($this->path($about));
    }

    public function page(string $about, ClassSettings $settings): string
    {
        $document = Document::open((string) file_get_contents($this->path($about)));
        $score = (new ScoreReader())->fromDocument($document);
        $part = $score->parts[0];
        $lines = self::MARKS[$about][$settings->schools[$about] ?? ''] ?? '';
        $marks = (new PencilLinesReader($score, $score->parts))->read($lines)->marks[$part->id] ?? [];
        $level = self::LEVELS[$about] ?? null;
        $options = ($level === null ? $settings : $settings->with('profile', $level->value))->options($part->instrument->value);
        if (in_array($about, self::SHOWS_FINGERS, true)) {
            $options = $options->withDensity(Density::EveryNote);
        }
        $plan = (new Planner($options, false))->part($score, $part, MarkBook::of($marks, $part));

        $writer = new ScoreWriter($document, $options);
        if ($options->namesNotes && $about === 'density') {
            $writer->nameNotes($plan);
        }

        return $writer->write([$plan]);
    }

    private function path(string $about): string
    {
        return resource_path("examples/{$about}.musicxml");
    }
}
