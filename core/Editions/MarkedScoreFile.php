<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Plan\Planner;

/** Reads a marked score back: the JSON as it stands, a MusicXML file by working it out. */
final readonly class MarkedScoreFile
{
    public function __construct(private Planner $planner = new Planner())
    {
    }

    /**
     * @throws UnreadableScore
     * @throws MusicException when it holds times or pitches that are none
     */
    public function read(string $bytes): ToldScore
    {
        $isJson = str_starts_with(ltrim($bytes), '{');
        if (!$isJson) {
            $bytes = (new MarkedScoreJson())->write($this->planner->plan((new ScoreReader())->read($bytes)));
        }
        $json = json_decode($bytes, true, 64);
        if (!is_array($json) || ($json['format'] ?? null) !== MarkedScoreJson::FORMAT || !is_array($json['parts'] ?? null)) {
            throw UnreadableScore::because('The file is no marked score: it should have the format “' . MarkedScoreJson::FORMAT . '”.');
        }
        $parts = [];
        foreach ($json['parts'] as $part) {
            if (is_array($part) && is_array($part['notes'] ?? null)) {
                $parts[] = self::part($part, $part['notes']);
            }
        }

        return new ToldScore($parts, $isJson);
    }

    /**
     * @param array<mixed> $part
     * @param array<mixed> $rows
     */
    private static function part(array $part, array $rows): ToldPart
    {
        $notes = $count = [];
        foreach ($rows as $row) {
            if (is_array($row)) {
                $what = self::text($row, 'onset') . ' ' . self::text($row, 'voice') . ' ' . self::text($row, 'pitch') . ' '
                    . (self::text($row, 'duration') === '0' ? 'grace' : '');
                $count[$what] = ($count[$what] ?? 0) + 1;
                $notes[] = self::note($row, "{$what} {$count[$what]}");
            }
        }

        return new ToldPart(self::text($part, 'id'), self::text($part, 'name'), $notes);
    }

    /** @param array<mixed> $row */
    private static function note(array $row, string $key): ToldNote
    {
        $bow = is_array($row['bow'] ?? null) ? $row['bow'] : null;
        $finger = is_array($row['finger'] ?? null) ? $row['finger'] : null;
        $changes = [];
        foreach (is_array($bow['changes'] ?? null) ? $bow['changes'] : [] as $change) {
            if (is_array($change)) {
                $for = self::text($change, 'for');
                $changes[] = self::text($change, 'direction') . ' on ' . self::text($change, 'beat') . ($for === 'all' ? '' : " ({$for})");
            }
        }
        $prints = is_array($row['prints'] ?? null) ? array_values(array_filter($row['prints'], is_string(...))) : [];
        [$measure, $beat] = [self::text($row, 'measure'), self::text($row, 'beat')];

        return new ToldNote(
            self::text($row, 'id'),
            $measure,
            is_int($row['index'] ?? null) ? $row['index'] : 0,
            $beat,
            self::place($measure, $beat),
            $key,
            $bow === null ? null : self::text($bow, 'direction'),
            $bow === null ? '' : self::text($bow, 'join'),
            $bow !== null && self::text($bow, 'origin') === 'mark',
            $changes,
            $finger === null ? null : self::finger($finger),
            $finger === null ? '' : self::text($finger, 'position'),
            $finger !== null && self::text($finger, 'origin') === 'mark',
            array_values(array_filter($prints, static fn (string $print): bool => preg_match('~^(no-)?slur-to-|^"|-\dx$~', $print) === 1)),
        );
    }

    /** @param array<mixed> $finger */
    private static function finger(array $finger): string
    {
        $shape = match (self::text($finger, 'shape')) {
            'low' => 'low ',
            'high' => 'high ',
            'back', 'forward' => 'extended ',
            default => '',
        };
        $number = is_int($finger['number'] ?? null) ? $finger['number'] : 0;
        $harmonic = self::text($finger, 'shape') === 'harmonic' ? ' harmonic' : '';

        return ($number === 0 ? 'open ' : "{$shape}{$number}{$harmonic} on ") . self::text($finger, 'string');
    }

    private static function place(string $measure, string $beat): string
    {
        $name = $measure === '0' ? 'the pickup' : "m. {$measure}";
        if ($beat === '1') {
            return $name;
        }
        try {
            $words = PlaceWords::beat(Fraction::parse($beat));
        } catch (MusicException) {
            $words = "beat {$beat}";
        }

        return $name . (str_starts_with($words, 'beat') ? ' ' : ', ') . $words;
    }

    /** @param array<mixed> $of */
    private static function text(array $of, string $field): string
    {
        return is_string($of[$field] ?? null) ? $of[$field] : '';
    }
}
