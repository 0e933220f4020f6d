<?php

declare(strict_types=1);

namespace App\Import;

use App\Plans\ParsedScores;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Music\Instrument;

/**
 * A score read and taken apart, ready to be kept: strings and numbers only, so that it can be handed from one process to another.
 *
 * @phpstan-type PreparedSection array{part_id: string, name: string, instrument: string, position: int, source: string,
 *     reading: string}
 */
final readonly class PreparedScore
{
    /**
     * @param array<string, mixed> $summary what was understood, as {@see ImportSummary} tells it
     * @param list<PreparedSection> $sections each part alone as MusicXML, and as read, both compressed
     * @param int $readingVersion {@see ParsedScores::version()} of the process that read it
     */
    private function __construct(public array $summary, public array $sections, public int $readingVersion)
    {
    }

    /**
     * @param string $fileName gives the title where the score has none
     * @throws UnreadableScore
     */
    public static function of(string $bytes, string $fileName): self
    {
        $document = Document::open($bytes);
        $score = (new ScoreReader())->fromDocument($document);
        $summary = (new ImportSummary())->of($score, mb_substr(pathinfo($fileName, PATHINFO_FILENAME), 0, 120));
        $sections = [];
        foreach ($score->parts as $position => $part) {
            $sections[] = [
                'part_id' => $part->id,
                'name' => $part->name,
                'instrument' => $part->instrument->value,
                'position' => $position,
                // The writer takes the other parts out of the tree it is given: each gets its own.
                'source' => (string) gzcompress((new ScoreWriter(Document::open($bytes)))->part($part->id)),
                'reading' => ParsedScores::pack($score->withParts($part)),
            ];
        }

        return new self($summary, $sections, ParsedScores::version());
    }

    /**
     * As somebody who knows the players corrects it: parts for another instrument, and parts left out.
     *
     * @param array<string, Instrument|null> $choices by part id; null leaves the part out, parts that are not named stay as read
     */
    public function corrected(array $choices): self
    {
        $isKept = static fn (string $id): bool => !array_key_exists($id, $choices) || $choices[$id] !== null;
        $sections = [];
        foreach ($this->sections as $section) {
            if ($isKept($section['part_id'])) {
                $sections[] = [...$section, 'instrument' => ($choices[$section['part_id']] ?? null)->value ?? $section['instrument']];
            }
        }

        return new self($this->summary, $sections, $this->readingVersion);
    }

    public function pack(): string
    {
        return serialize([$this->summary, $this->sections, $this->readingVersion]);
    }

    /** What {@see pack()} made; null when it is damaged. */
    public static function unpack(string $packed): ?self
    {
        $data = @unserialize($packed, ['allowed_classes' => false]);
        if (!is_array($data) || !is_array($data[0] ?? null) || !is_array($data[1] ?? null) || !is_int($data[2] ?? null)) {
            return null;
        }

        /** @var list<PreparedSection> $sections packed by this very class */
        $sections = array_values($data[1]);

        /** @var array<string, mixed> $summary */
        $summary = $data[0];

        return new self($summary, $sections, $data[2]);
    }
}
