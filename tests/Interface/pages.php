<?php

declare(strict_types=1);

// The marked pages of the demo scores and of a line in two voices, as MusicXML files: php tests/Interface/pages.php FOLDER

use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Settings\Profile;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

$folder = $argv[1] ?? throw new RuntimeException('A folder, please.');
$twoVoices = Passage::of('4/4', '(D5e E5e) F5q E5q D5q // (F#4e G4e) A4q G4q F#4q | [mark A] A5q. G5e F5h // C#5q. B4e A4h')->inKey(2);
$texts = ['two-voices' => $twoVoices->musicXml()];
foreach (glob(dirname(__DIR__, 2) . '/demo/scores/*.musicxml') ?: [] as $file) {
    $texts[basename($file, '.musicxml')] = (string) file_get_contents($file);
}
foreach ($texts as $name => $text) {
    foreach ([[Density::EveryNote, BowDensity::EveryMeasure], [Density::Standard, BowDensity::Some]] as [$fingers, $bows]) {
        $score = (new ScoreReader())->read($text);
        $plans = (new Planner(new PlanOptions(Profile::ThirdPosition, density: $fingers, bows: $bows)))->plan($score)->parts;
        foreach ($plans as $plan) {
            $page = (new ScoreWriter(Document::open($text)))->write([$plan], true);
            file_put_contents("{$folder}/{$name}-{$plan->part->id}-{$fingers->value}.musicxml", $page);
        }
    }
}
