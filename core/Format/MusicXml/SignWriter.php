<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Marks\PageSign;

/** Lays the signs of standing marks at a note. */
final class SignWriter
{
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
        Accidentals::write($note)->setAttribute('parentheses', 'yes');
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
