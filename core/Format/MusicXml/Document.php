<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMDocument;
use DOMElement;
use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;
use UprightPencil\Format\Mxl;
use UprightPencil\Format\OtherKinds;

/**
 * A MusicXML file as a partwise tree, with an id on every note.
 *
 * Reader and writer both start here, so that the ids of one are the ids of the other.
 */
final readonly class Document
{
    /** How files end that can be opened. */
    public const ENDINGS = ['musicxml', 'xml', 'mxl', 'abc'];

    /** Of the format, as files are written. */
    private const VERSION = '4.0';
    private const DOCTYPE = '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN"'
        . ' "http://www.musicxml.org/dtds/partwise.dtd">';

    /**
     * @param array<string, DOMElement> $notes every notehead that is not a rest, by id, in document order
     * @param list<string> $told what of a typed tune could not be read, in sentences
     */
    private function __construct(
        public DOMDocument $dom,
        public DOMElement $root,
        public array $notes,
        public array $told = [],
    ) {
    }

    /**
     * @param string $bytes a .musicxml, .xml or .mxl file, or a tune typed as ABC
     * @throws UnreadableScore
     */
    public static function open(string $bytes, Limits $limits = new Limits()): self
    {
        if (trim($bytes) === '') {
            throw UnreadableScore::isEmpty();
        }
        if (strlen($bytes) > $limits->bytes) {
            throw UnreadableScore::isTooLarge($limits->megabytes());
        }
        $kind = OtherKinds::ofBytes($bytes);
        if ($kind !== null) {
            throw UnreadableScore::isOtherKind($kind);
        }
        if (Mxl::looksLikeOne($bytes)) {
            $bytes = (new Mxl($limits))->unpack($bytes);
            if (trim($bytes) === '') {
                throw UnreadableScore::archiveHasNoScore();
            }
        }
        $told = [];
        if (AbcReader::isAbc($bytes)) {
            $reading = (new AbcReader())->read(Encoding::toUtf8($bytes));
            $told = array_map(static fn (AbcProblem $problem): string => $problem->sentence(), $reading->problems);
            if ($reading->notes === 0) {
                throw UnreadableScore::hasNoMusic($told[0] ?? '');
            }
            $bytes = $reading->musicXml;
        }
        $dom = self::parse(Encoding::toUtf8($bytes), $limits);
        $root = $dom->documentElement;
        if ($root === null) {
            throw UnreadableScore::isNotXml('it has no content');
        }
        $root = match ($root->nodeName) {
            'score-partwise' => $root,
            'score-timewise' => (new Timewise())->toPartwise($dom, $root),
            'html', 'HTML' => throw UnreadableScore::isHtml(),
            default => throw UnreadableScore::isOtherXml($root->nodeName),
        };

        self::nameParts($root);

        return new self($dom, $root, self::nameNotes($root, $limits), $told);
    }

    /** @return \Generator<int, DOMElement> */
    public function parts(): \Generator
    {
        foreach (Xml::children($this->root) as $element) {
            if ($element->nodeName === 'part') {
                yield $element;
            }
        }
    }

    /**
     * The file with other ids, and with them alone changed.
     *
     * @param array<string, string> $parts the new id of each part, by its id
     * @param array<string, string> $notes the new id of each note, by its id
     */
    public function renamed(array $parts, array $notes): string
    {
        foreach ($this->notes as $id => $note) {
            $note->setAttribute('id', $notes[$id] ?? $id);
        }
        $list = Xml::child($this->root, 'part-list');
        foreach ([...($list === null ? [] : Xml::children($list)), ...$this->parts()] as $element) {
            if (in_array($element->nodeName, ['part', 'score-part'], true)) {
                $id = $element->getAttribute('id');
                $element->setAttribute('id', $parts[$id] ?? $id);
            }
        }

        return $this->toString();
    }

    /** Notes have ids, and bows are drawn among words: version 4.0 of the format has both, whatever came in. */
    public function toString(): string
    {
        $this->root->setAttribute('version', self::VERSION);
        $text = $this->dom->saveXML($this->root);
        assert(is_string($text));

        $doctype = $this->dom->doctype === null ? '' : self::DOCTYPE . "\n";

        return '<?xml version="1.0" encoding="UTF-8"?>' . "\n{$doctype}{$text}\n";
    }

    /**
     * @param string $text UTF-8
     * @throws UnreadableScore
     */
    private static function parse(string $text, Limits $limits): DOMDocument
    {
        $head = substr($text, 0, 4096);
        if (preg_match('~^\s*(<!DOCTYPE\s+html|<html)\b~i', $head) === 1) {
            throw UnreadableScore::isHtml();
        }
        if (preg_match('~<!ENTITY|<!DOCTYPE[^>]*\[~i', $head) === 1) {
            throw UnreadableScore::declaresEntities();
        }
        (new Markup($limits))->check($text);
        $before = libxml_use_internal_errors(true);
        try {
            $dom = new DOMDocument();
            $dom->preserveWhiteSpace = true;
            // Entities are never substituted, the DTD never fetched, the network never used.
            $read = $dom->loadXML($text, LIBXML_NONET | LIBXML_COMPACT);
            $errors = libxml_get_errors();
            libxml_clear_errors();
        } finally {
            libxml_use_internal_errors($before);
        }
        if (!$read) {
            throw UnreadableScore::isNotXml(self::explain($errors[0] ?? null));
        }
        $dom->encoding = 'UTF-8';
        if ($dom->doctype !== null && (string) $dom->doctype->internalSubset !== '') {
            $subset = (string) $dom->doctype->internalSubset;
            if (str_contains($subset, '[') || stripos($subset, '<!ENTITY') !== false) {
                throw UnreadableScore::declaresEntities();
            }
        }

        return $dom;
    }

    private static function explain(?\LibXMLError $error): string
    {
        if ($error === null) {
            return 'it cannot be parsed';
        }
        $message = strtolower(trim($error->message));

        return match (true) {
            str_contains($message, 'start tag expected') => 'it is not XML',
            str_contains($message, 'document is empty') => 'it is not XML',
            str_contains($message, 'encod') || str_contains($message, 'utf-8')
                => "line {$error->line} has characters that do not fit the declared encoding",
            str_contains($message, 'premature end'), str_contains($message, 'end of')
                => "it breaks off at line {$error->line}",
            default => "it is damaged at line {$error->line}",
        };
    }

    /**
     * Parts are told apart by their ids: one without, or with one that was there before, gets another, in the list of parts too.
     */
    private static function nameParts(DOMElement $root): void
    {
        $list = Xml::child($root, 'part-list');
        $labels = [];
        foreach ($list === null ? [] : Xml::children($list) as $label) {
            if ($label->nodeName === 'score-part') {
                $labels[$label->getAttribute('id')][] = $label;
            }
        }
        $parts = [];
        foreach (Xml::children($root) as $part) {
            if ($part->nodeName === 'part') {
                $parts[$part->getAttribute('id')][] = $part;
            }
        }
        $number = 0;
        foreach ($parts as $id => $same) {
            foreach ($same as $time => $part) {
                $number++;
                if ($time === 0 && preg_match('~^.{1,64}$~su', (string) $id) === 1) {
                    continue;
                }
                for ($free = "P{$number}"; isset($parts[$free]) || isset($labels[$free]); $free .= 'x') {
                    continue;
                }
                $parts[$free] = [];
                $part->setAttribute('id', $free);
                ($labels[$id][$time] ?? null)?->setAttribute('id', $free);
            }
        }
    }

    /**
     * Gives every note an id: the one it has when that is usable and unique, else part-measure-number.
     *
     * @return array<string, DOMElement>
     * @throws UnreadableScore
     */
    private static function nameNotes(DOMElement $root, Limits $limits): array
    {
        $taken = [];
        foreach (Xml::children($root) as $part) {
            $numbers = [];
            foreach (Xml::children($part) as $measure) {
                if ($measure->nodeName !== 'measure') {
                    continue;
                }
                $number = substr((string) preg_replace('~[^A-Za-z0-9]~', '', $measure->getAttribute('number')), 0, 20);
                $times = $numbers[$number] = ($numbers[$number] ?? 0) + 1;
                $prefix = preg_replace('~[^A-Za-z0-9_.]~', '', $part->getAttribute('id')) . '-m' . $number
                    . ($times > 1 ? ".{$times}" : '') . '-n';
                $count = 0;
                foreach (Xml::children($measure) as $note) {
                    if ($note->nodeName !== 'note' || Xml::isRest($note)) {
                        continue;
                    }
                    $count++;
                    $id = $note->getAttribute('id');
                    if (preg_match('~^[A-Za-z_][\w.-]{0,79}$~D', $id) !== 1 || isset($taken[$id])) {
                        $id = self::free($prefix . $count, $taken);
                        $note->setAttribute('id', $id);
                    }
                    $taken[$id] = $note;
                    if (count($taken) > $limits->notes) {
                        throw UnreadableScore::hasTooManyNotes($limits->notes);
                    }
                }
            }
        }

        return $taken;
    }

    /** @param array<string, DOMElement> $taken */
    private static function free(string $id, array $taken): string
    {
        $id = preg_match('~^[A-Za-z_]~', $id) === 1 ? $id : 'P' . $id;
        while (isset($taken[$id])) {
            $id .= 'x';
        }

        return $id;
    }
}
