<?php

declare(strict_types=1);

use Tests\Core\Bowing\Passages as Bowed;
use Tests\Core\Fingering\Passages as Fingered;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Fingering\Settings\FingerSettings;

require __DIR__ . '/../vendor/autoload.php';

// Every price a quarter lower and a third higher, one at a time: how many of the passages that are tested get another answer.

/** @return list<Passage> */
function passages(string ...$classes): array
{
    $all = [];
    foreach ($classes as $class) {
        foreach ($class::passages() as [$passage]) {
            $all[] = $passage;
        }
    }

    return $all;
}

function answer(Passage $passage, FingerSettings|BowSettings $settings): string
{
    if ($settings instanceof BowSettings) {
        return $passage->bowsBy($settings)->directions();
    }
    $text = '';
    foreach ($passage->fingersBy($settings)->notes as $finger) {
        $text .= "{$finger->string}{$finger->number}{$finger->semitones} ";
    }

    return $text;
}

$hand = passages(
    Fingered\BassTest::class,
    Fingered\CelloTest::class,
    Fingered\ChordsTest::class,
    Fingered\FirstYearTest::class,
    Fingered\LettersAndKeysTest::class,
    Fingered\MarkedFingersTest::class,
    Fingered\OpenStringOrFourthTest::class,
    Fingered\PositionsAndShiftsTest::class,
    Fingered\UpperPositionsTest::class,
);
$bow = passages(
    Bowed\DownbeatSchoolTest::class,
    Bowed\MarksAndPrintedSignsTest::class,
    Bowed\PickupsAndStartsTest::class,
    Bowed\RestsAndRepeatsTest::class,
    Bowed\SlursAndTiesTest::class,
    Bowed\TunesAndDancesTest::class,
);
foreach (Tests\Core\Bowing\WholePiecesTest::pieces() as [$piece]) {
    $bow[] = $piece;
}
foreach (['hand' => $hand, 'bow' => $bow] as $room => $all) {
    printf("\n%s: %d passages, answers that change\n\n| price | as it is | a quarter less | a third more |\n|---|---|---|---|\n", ucfirst($room), count($all));
    $options = static fn (Passage $passage): FingerSettings|BowSettings
        => $room === 'hand' ? $passage->options()->fingerSettings() : $passage->options()->bowSettings();
    $usual = array_map(static fn (Passage $passage): string => answer($passage, $options($passage)), $all);
    foreach (get_object_vars($options($all[0])) as $name => $value) {
        if (!is_float($value)) {
            continue;
        }
        $changed = [];
        foreach ([0.75, 4 / 3] as $factor) {
            $changed[] = count(array_filter(array_keys($all), static function (int $index) use ($all, $options, $usual, $name, $factor): bool {
                $settings = $options($all[$index]);
                $values = get_object_vars($settings);

                return answer($all[$index], new ($settings::class)(...[...$values, $name => $values[$name] * $factor])) !== $usual[$index];
            }));
        }
        printf("| %s | %s | %d | %d |\n", $name, $value, ...$changed);
    }
}
