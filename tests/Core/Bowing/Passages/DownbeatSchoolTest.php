<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use Tests\Support\BowedPassages;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;

/** Where downbeats are to come down: what is hooked, retaken, or left as it comes. */
final class DownbeatSchoolTest extends BowedPassages
{
    public static function passages(): iterable
    {
        yield 'the same march where downbeats count: the light eighth is hooked, so that the third one comes down' => [
            Passage::of('4/4', "D4q. E4e F4q G4q | A4q. B4e A4h | G4q' F4q' E4q' D4q' | D4h rh")->at(100)->school(BowSchool::Downbeat),
            'd u d u | d hook d u | d u d u | d',
        ];
        yield 'a cello that plays the first beat only, each one down with time for the circle' => [
            Passage::of('3/4', 'D3q rh | G3q rh | A3h.')->by('Cello')->school(BowSchool::Downbeat),
            'd | retake d | retake d',
        ];
        yield 'the same, mended where the school wants downs' => [
            Passage::of('3/4', 'D4q E4q E4q | G4q F4q E4q')->at(100)->school(BowSchool::Downbeat),
            'd u hook u | d u d',
        ];
        yield 'fast eighths are not hooked to get a downbeat' => [
            Passage::of('3/8', 'D4e E4e F4e | G4e F4e E4e | D4q.')->at(200)->school(BowSchool::Downbeat),
            'd u d | u d u | d',
        ];
        yield 'a half-measure rest is time for a fresh start in that school' => [
            Passage::of('4/4', 'D4q E4q rh | F4q G4q rh | A4w')->at(90)->school(BowSchool::Downbeat),
            'd u | d u | d',
        ];
        yield 'an odd measure, then a rest with time: down again' => [
            Passage::of('4/4', 'D4q E4q F4q rq | G4q A4q B4q rq | A4w')->at(80)->school(BowSchool::Downbeat),
            'd u d | retake d u d | retake d',
        ];
        yield 'no retake where the director wants none' => [
            Passage::of('4/4', 'D4h. rq | E4w')->at(80)->school(BowSchool::Downbeat)->marked('2.1 no retake'),
            'd | u',
        ];
        yield 'two strokes a measure come down by themselves: no retake' => [
            Passage::of('4/4', 'D4h E4q rq | F4h G4q rq')->school(BowSchool::Downbeat),
            'd u | d u',
        ];
        yield 'a quarter rest at 80 is time for a full circle' => [
            Passage::of('4/4', 'D4h. rq | E4h. rq | F4h. rq')->at(80)->school(BowSchool::Downbeat),
            'd | retake d | retake d',
        ];
        yield 'an eighth rest at 120 is too short for the way back' => [
            Passage::of('4/4', 'D4h~ D4q. re | E4h~ E4q. re | F4h~ F4q. re')->at(120)->school(BowSchool::Downbeat),
            'd | u | d',
        ];
        yield 'where only one of them can come down, the section does and the note after its fast run does not' => [
            Passage::of('4/4', 'D4q E4q F#4q G4q | A4q B4q (C#5e B4e) A4e G4e [double] | D5e C#5e (B4e A4e) G4e F#4e E4e D4e | D4w')
                ->inKey(2)->at(150)->school(BowSchool::Downbeat),
            'd u d u | d hook d u d u | d u d u d u d | u',
        ];
        yield 'waltz bass: the light beats are hooked' => [
            Passage::of('3/4', 'D3q A3q A3q | D3q A3q A3q | D3h.')->at(120)->by('Cello')->school(BowSchool::Downbeat),
            'd u hook u | d u hook u | d',
        ];
    }
}
