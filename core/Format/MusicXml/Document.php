<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMDocument;
use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;
use UprightPencil\Format\Mxl;

/**
 * A MusicXML file as a partwise tree, with an id on every note.
 *
 * Reader and writer both start here, so that the ids of one are the ids of the other.
 */
final readonly class Document
{
    /** @param array<string, DOMElement> $notes every notehead that is not a rest, by id, in document order */
    private function __construct(
        public DOMDocument $dom,
        public DOMElement $root,
        public array $notes,
    ) {
    }

    /**
     * @param string $bytes a .musicxml, .xml or .mxl file
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
        if (Mxl::looksLikeOne($bytes)) {
            $bytes = (new Mxl($limits))->unpack($bytes);
            if (trim($bytes) === '') {
                throw UnreadableScore::archiveHasNoScore();
            }
        }
        $dom = self::parse($bytes);
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

        return new self($dom, $root, self::nameNotes($root, $limits));
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

    public function toString(): string
    {
        $text = $this->dom->saveXML();
        assert(is_string($text));

        return $text;
    }

    private static function parse(string $bytes): DOMDocument
    {
        $head = substr($bytes, 0, 4096);
        if (str_starts_with($head, "\xFF\xFE") || str_starts_with($head, "\xFE\xFF") || str_contains($head, "\0")) {
            $encoding = str_starts_with($head, "\xFE\xFF") || str_starts_with($head, "\0<") ? 'UTF-16BE' : 'UTF-16LE';
            $head = mb_convert_encoding($head, 'UTF-8', $encoding);
        }
        if (preg_match('~^\s*(<!DOCTYPE\s+html|<html)\b~i', (string) $head) === 1) {
            throw UnreadableScore::isHtml();
        }
        if (preg_match('~<!ENTITY|<!DOCTYPE[^>]*\[~i', (string) $head) === 1) {
            throw UnreadableScore::declaresEntities();
        }
        $before = libxml_use_internal_errors(true);
        try {
            $dom = new DOMDocument();
            $dom->preserveWhiteSpace = true;
            // Entities are never substituted, the DTD never fetched, the network never used.
            $read = $dom->loadXML($bytes, LIBXML_NONET | LIBXML_COMPACT);
            $errors = libxml_get_errors();
            libxml_clear_errors();
        } finally {
            libxml_use_internal_errors($before);
        }
        if (!$read) {
            throw UnreadableScore::isNotXml(self::explain($errors[0] ?? null));
        }
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
     * Gives every note an id: the one it has when that is usable and unique, else part-measure-number.
     *
     * @return array<string, DOMElement>
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
                $number = (string) preg_replace('~[^A-Za-z0-9]~', '', $measure->getAttribute('number'));
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
                    if (preg_match('~^[A-Za-z_][\w.-]*$~', $id) !== 1 || isset($taken[$id])) {
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
