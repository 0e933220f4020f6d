<?php

declare(strict_types=1);

namespace App\Console\Concerns;

use App\Console\CommandFailed;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;
use UprightPencil\Format\MarksJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** A command that works on a score file, the parts that were asked for, and the director's marks. */
trait ReadsScores
{
    /**
     * A score; what of a typed tune cannot be read is told, and the rest is worked out.
     *
     * @throws CommandFailed|UnreadableScore
     */
    private function opened(string $path): Document
    {
        $document = Document::open($this->bytesOf($path, true));
        foreach ($document->told as $sentence) {
            $this->complain("{$path}: {$sentence}");
        }

        return $document;
    }

    /**
     * The part that was asked for, or the only one.
     *
     * @throws CommandFailed
     */
    private function onePart(Score $score): Part
    {
        $wanted = $this->text('part');
        $parts = $this->partsNamed($score, $wanted === '' ? [] : [$wanted]);
        if (count($parts) !== 1) {
            $names = implode(', ', array_map(static fn (Part $part): string => $part->name, $score->parts));
            throw new CommandFailed("--part: choose one of {$names}.");
        }

        return $parts[0];
    }

    /**
     * @param list<string> $wanted names or ids; all parts where nothing is wanted
     * @return list<Part>
     * @throws CommandFailed
     */
    private function partsNamed(Score $score, array $wanted): array
    {
        if ($wanted === []) {
            return $score->parts;
        }
        $parts = [];
        foreach ($wanted as $name) {
            $found = array_values(array_filter(
                $score->parts,
                static fn (Part $part): bool => $part->id === $name || mb_strtolower($part->name) === mb_strtolower($name),
            ));
            if ($found === []) {
                $names = implode(', ', array_map(static fn (Part $part): string => $part->name, $score->parts));
                throw new CommandFailed("{$this->text('file')}: there is no part “{$name}”; its parts are {$names}.");
            }
            $parts = [...$parts, ...$found];
        }

        return array_values(array_filter($score->parts, static fn (Part $part): bool => in_array($part, $parts, true)));
    }

    /**
     * @param list<Part> $parts
     * @return array<string, MarkBook>
     * @throws CommandFailed
     */
    private function books(Score $score, array $parts): array
    {
        $file = $this->option('marks');
        if (!is_string($file) || $file === '') {
            return [];
        }
        $text = $this->bytesOf($file, false);
        // Lines for parts that were not chosen are read, so that their mistakes are told, and then left aside.
        $hasPartLine = preg_match('~^\s*part\s~m', $text) === 1;
        $reader = new PencilLinesReader($score, $hasPartLine ? $score->parts : $parts);
        $isJson = str_ends_with(strtolower($file), '.json');
        $reading = $isJson
            ? MarksJson::read($text, new PencilLinesReader($score, count($parts) === 1 ? [...$parts, ...$score->parts] : $score->parts))
            : $reader->read($text);
        if ($reading->errors !== []) {
            throw new CommandFailed("{$file}, {$reading->errors[0]->sentence()}.");
        }
        $books = [];
        foreach ($score->parts as $part) {
            $books[$part->id] = MarkBook::of($reading->marks[$part->id] ?? [], $part);
        }

        return $books;
    }

    /** @throws CommandFailed|UnreadableScore */
    private function bytesOf(string $path, bool $isScore): string
    {
        if (!is_file($path) || !is_readable($path)) {
            throw new CommandFailed("{$path}: there is no such file, or it cannot be opened.");
        }
        $limits = new Limits();
        if ($isScore) {
            $ending = strtolower(pathinfo($path, PATHINFO_EXTENSION));
            if (!in_array($ending, Document::ENDINGS, true)) {
                throw UnreadableScore::unknownEnding('.' . $ending);
            }
        }
        if (filesize($path) > $limits->bytes) {
            throw UnreadableScore::isTooLarge($limits->megabytes());
        }

        return (string) file_get_contents($path);
    }
}
