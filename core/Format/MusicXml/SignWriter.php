<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Marks\PageSign;

/** Lays the signs of standing marks at a note. */
final class SignWriter
{
    private const ACCIDENTALS = [
        -2 => 'flat-flat', -1 => 'flat', 0 => 'natural', 1 => 'sharp', 2 => 'double-sharp',
    ];
    /** Children of a note that come after its accidental. */
    private const AFTER_ACCIDENTAL = ['time-modification', 'stem', 'notehead', 'staff', 'beam', 'notations', 'lyric', 'play'];
    private const GREY = '#8A8A8A';

    public static function write(DOMElement $note, PageSign $sign): void
    {
        match ($sign) {
            PageSign::SmallNote => self::makeSmall($note),
            PageSign::CourtesyAccidental => self::addCourtesy($note),
            PageSign::OpenTie => self::addOpenTie($note),
            PageSign::NoFingering => self::takeOutFingering($note),
            PageSign::Divisi => null,
        };
    }

    private static function makeSmall(DOMElement $note): void
    {
        Xml::child($note, 'type')?->setAttribute('size', 'cue');
        $note->setAttribute('color', self::GREY);
    }

    private static function addCourtesy(DOMElement $note): void
    {
        $accidental = Xml::child($note, 'accidental');
        if ($accidental === null) {
            $pitch = Xml::child($note, 'pitch');
            $alter = $pitch === null ? 0 : (int) round((float) Xml::text($pitch, 'alter'));
            $accidental = Xml::make($note, 'accidental');
            $accidental->textContent = self::ACCIDENTALS[$alter] ?? 'natural';
            $before = null;
            foreach (Xml::children($note) as $child) {
                if (in_array($child->nodeName, self::AFTER_ACCIDENTAL, true)) {
                    $before = $child;
                    break;
                }
            }
            $note->insertBefore($accidental, $before);
        }
        $accidental->setAttribute('parentheses', 'yes');
    }

    private static function takeOutFingering(DOMElement $note): void
    {
        foreach (['fingering', 'open-string'] as $name) {
            foreach (iterator_to_array($note->getElementsByTagName($name), false) as $sign) {
                Xml::remove($sign);
            }
        }
    }

    private static function addOpenTie(DOMElement $note): void
    {
        Xml::add(ScoreWriter::notations($note), 'tied', ['type' => 'let-ring']);
    }
}
