<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\Xml;

/** A part that is on paper, as it stands in a score before anything of it is typed: rests in the score's keys, meters and repeats. */
final readonly class RestingPart
{
    /** What stays of the part it is made after. */
    private const FRAME = ['print', 'attributes', 'barline'];

    /**
     * @param string $id of the new part, unused so far
     * @return string MusicXML
     * @throws UnreadableScore
     */
    public static function addedTo(string $musicXml, string $id, string $name, LessonSection $section): string
    {
        $document = Document::open($musicXml);
        $score = (new ScoreReader())->fromDocument($document);
        $list = Xml::child($document->root, 'part-list');
        foreach ($list === null ? [] : $document->parts() as $line) {
            [$label, $part] = LessonScore::part($line, $id, $name, $section, 0, []);
            $divisions = 1;
            foreach (ScoreStretch::measures($part) as $index => $measure) {
                foreach (iterator_to_array(Xml::children($measure), false) as $element) {
                    if (!in_array($element->nodeName, self::FRAME, true)) {
                        Xml::remove($element);
                    }
                    $divisions = (int) (Xml::text($element, 'divisions') ?? $divisions);
                }
                $length = ($score->measures[$index] ?? $score->measures[0])->length;
                $note = Xml::make($measure, 'note');
                Xml::add($note, 'rest', ['measure' => 'yes']);
                Xml::add($note, 'duration', [], (string) max(1, intdiv($length->numerator * $divisions, $length->denominator)));
                Xml::add($note, 'voice', [], '1');
                $last = $measure->lastElementChild;
                $isBarred = $last !== null && $last->nodeName === 'barline' && $last->getAttribute('location') !== 'left';
                $measure->insertBefore($note, $isBarred ? $last : null);
            }
            $list?->appendChild($label);
            $document->root->appendChild($part);
            break;
        }

        return $document->toString();
    }
}
