<?php

declare(strict_types=1);

// Reads tunes typed as ABC, a JSON list of texts on standard input, and tells what was read: for the comparison with another reader.

use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;

require __DIR__ . '/../../vendor/autoload.php';

$told = [];
foreach (json_decode((string) stream_get_contents(STDIN), true) as $text) {
    $reading = (new AbcReader())->read($text);
    $score = (new ScoreReader())->read($reading->musicXml);
    $told[] = [
        'problems' => count($reading->problems),
        'voices' => array_map(static function (Part $part) use ($score): array {
            $main = array_values(array_filter($part->notes, static fn (Note $note): bool => !$note->isGrace));
            $order = array_flip(array_map(static fn (Note $note): string => $note->id, $main));
            $slurs = [];
            foreach ($part->slurs as $slur) {
                $slurs[] = [$order[$part->notes[$slur->from]->id] ?? -1, $order[$part->notes[$slur->to]->id] ?? -1];
            }
            sort($slurs);

            return [
                'notes' => array_map(static fn (Note $note): array => [
                    round($score->onsetOf($note)->toFloat(), 4), $note->pitch?->step(), $note->pitch?->alteration, round($note->duration->toFloat(), 4),
                    $note->measure, $note->tieStart,
                ], $main),
                'slurs' => $slurs,
            ];
        }, $score->parts),
        'bars' => array_map(static fn (Measure $measure): array => [$measure->repeatForward, $measure->repeatBack > 0, implode(',', $measure->endings)], $score->measures),
    ];
}
echo json_encode($told);
