<?php

declare(strict_types=1);

namespace UprightPencil\Drills\Kind;

use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Music\Exception\MusicException;

/** Music moved onto open strings: rhythm and bowing stay. Two notes of a slur that come on one string are stopped between. */
final readonly class OnOneString
{
    /**
     * @param list<list<LineNote>> $measures as they are written; notes in the order of {@see PracticePart::$notes}
     * @param callable(int): string $stringAt by the number of the note in these measures
     * @return list<list<LineNote>>
     * @throws MusicException
     */
    public static function bowed(PracticePart $part, array $measures, callable $stringAt): array
    {
        $number = 0;
        $isInSlur = false;
        $before = null;
        foreach ($measures as $measure => $notes) {
            foreach ($notes as $at => $note) {
                if ($note->pitch === null) {
                    $before = null;
                    continue;
                }
                $open = $part->open($stringAt($number++)) ?? $note->pitch;
                $moved = $note->withoutHand()->unslurred()->at($open)->marked(new Finger(0, ''));
                if ($isInSlur && $before?->ties !== true) {
                    $moved = $moved->hooked();
                }
                if ($note->slurs) {
                    $isInSlur = true;
                }
                if ($note->ends) {
                    $isInSlur = false;
                }
                $measures[$measure][$at] = $before = $moved;
            }
        }

        return $measures;
    }
}
