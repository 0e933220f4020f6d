<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;

/**
 * Looks at the text of an XML file before a tree is made of it: one walk over its tags, linear in its length.
 *
 * Building a tree takes time with the square of the attributes on one tag, and memory outside PHP's own limit with the number of
 * elements; so both are counted here, where counting is cheap.
 */
final readonly class Markup
{
    private const TAG = '~<(?:/|[^\s<>/!?])|/>~';
    private const CLOSES = ['<!--' => '-->', '<![CDATA[' => ']]>', '<?' => '?>'];
    /** How much text is looked at in one go, in bytes: the tags found in it are held in memory. */
    private const PIECE = 65536;

    public function __construct(private Limits $limits)
    {
    }

    /**
     * @param string $text UTF-8
     * @throws UnreadableScore when it has more of something than any score needs
     */
    public function check(string $text): void
    {
        $text = self::withoutComments($text);
        if (preg_match('~<[^<>!?]{' . $this->limits->tagBytes . '}~', $text) === 1) {
            throw UnreadableScore::hasTooLongTags($this->limits->tagBytes);
        }
        $more = $this->limits->attributes + 1;
        if (preg_match('~<[^\s<>/!?]++(?:\s++[^\s=<>]++\s*+=\s*+(?:"[^"<]*+"|\'[^\'<]*+\')){' . $more . '}~', $text) === 1) {
            throw UnreadableScore::hasTooManyAttributes($this->limits->attributes);
        }
        $this->countElements($text);
    }

    /** @throws UnreadableScore */
    private function countElements(string $text): void
    {
        $elements = $depth = 0;
        $length = strlen($text);
        for ($start = 0; $start < $length; $start = $end) {
            $end = min($length, $start + self::PIECE);
            // A sign of two characters is not cut in half.
            $end += $end < $length && ($text[$end - 1] === '<' || $text[$end - 1] === '/') ? 1 : 0;
            preg_match_all(self::TAG, substr($text, $start, $end - $start), $found);
            foreach ($found[0] as $sign) {
                if ($sign === '</' || $sign === '/>') {
                    $depth--;
                    continue;
                }
                $elements++;
                if (++$depth > $this->limits->depth) {
                    throw UnreadableScore::isTooDeep($this->limits->depth);
                }
            }
            if ($elements > $this->limits->elements) {
                throw UnreadableScore::hasTooManyElements($this->limits->elements);
            }
        }
    }

    /**
     * What stands in comments and sections of plain characters counts for nothing.
     *
     * A comment with two hyphens inside is no XML, and the parser tells each of them with all that stands before it: memory with
     * the square of the file.
     *
     * @throws UnreadableScore
     */
    private static function withoutComments(string $text): string
    {
        $kept = '';
        $at = 0;
        while (preg_match('~<!--|<!\[CDATA\[|<\?~', $text, $match, PREG_OFFSET_CAPTURE, $at) === 1) {
            [$opens, $from] = $match[0];
            $closes = self::CLOSES[$opens];
            $inside = $from + strlen($opens);
            $to = strpos($text, $closes, $inside);
            if ($to === false) {
                throw UnreadableScore::isNotXml('it breaks off at line ' . (1 + substr_count($text, "\n")));
            }
            $hyphens = $opens === '<!--' ? strpos($text, '--', $inside) : $to;
            if ($hyphens !== false && $hyphens < $to) {
                throw UnreadableScore::isNotXml('it is damaged at line ' . (1 + substr_count($text, "\n", 0, $hyphens)));
            }
            $kept .= substr($text, $at, $from - $at);
            $at = $to + strlen($closes);
        }

        return $at === 0 ? $text : $kept . substr($text, $at);
    }
}
