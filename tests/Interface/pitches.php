<?php

declare(strict_types=1);

// Marked pages with the pitch of every note: of the demo's scores, of the tests' own tunes and of made-up ones full of accidentals;
// each once as its file leaves the printed accidentals out, and once as it has them: php tests/Interface/pitches.php FOLDER

use Tests\Support\AlteredTunes;
use Tests\Support\Tunes;
use UprightPencil\Format\MusicXml\Accidentals;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\Planner;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

$folder = $argv[1] ?? throw new RuntimeException('A folder, please.');
$texts = [];
foreach (glob(dirname(__DIR__, 2) . '/demo/scores/*.musicxml') ?: [] as $file) {
    $texts[basename($file, '.musicxml')] = (string) file_get_contents($file);
}
for ($seed = 0; $seed < 200; $seed++) {
    $texts["made-up-{$seed}"] = AlteredTunes::make($seed);
}
foreach (['Violin I', 'Viola', 'Cello', 'Bass'] as $seed => $part) {
    $texts["tune-{$seed}"] = Tunes::make($seed, $part)->musicXml();
}
foreach ($texts as $name => $text) {
    $bare = (string) preg_replace('~<accidental[^>]*>[^<]*</accidental>~', '', $text);
    $document = Document::open($bare);
    Accidentals::complete($document);
    $score = (new ScoreReader())->read($bare);
    foreach ((new Planner())->plan($score)->parts as $plan) {
        $pitches = [];
        foreach ($plan->part->notes as $note) {
            $pitches[$note->id] = (string) $note->pitch;
        }
        $write = static fn (string $from): string => (new ScoreWriter(Document::open($from)))->write([$plan], true);
        file_put_contents("{$folder}/{$name}-{$plan->part->id}.json", json_encode([
            'pitches' => $pitches,
            'without' => $write($bare),
            'with' => $write($document->toString()),
        ], JSON_THROW_ON_ERROR));
    }
}
