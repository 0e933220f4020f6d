<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

/** XML text in any encoding as UTF-8, with a declaration that says so: what comes in as it will, leaves in one way. */
final class Encoding
{
    private const DECLARATION = '~^(\s*<\?xml\b[^>]*?)\s+encoding\s*=\s*(["\'])([A-Za-z0-9._:-]{1,40})\2~';

    /** Bytes that begin a text, and what it is written in (Unicode 15, section 23.8; XML 1.0, appendix F). */
    private const BEGINNINGS = [
        "\xEF\xBB\xBF" => 'UTF-8',
        "\xFF\xFE\0\0" => 'UTF-32LE',
        "\0\0\xFE\xFF" => 'UTF-32BE',
        "\xFF\xFE" => 'UTF-16LE',
        "\xFE\xFF" => 'UTF-16BE',
    ];

    private const WITHOUT_MARK = ["<\0\0\0" => 'UTF-32LE', "\0\0\0<" => 'UTF-32BE', "<\0" => 'UTF-16LE', "\0<" => 'UTF-16BE'];

    public static function toUtf8(string $bytes): string
    {
        foreach (self::BEGINNINGS as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return self::declared(self::convert(substr($bytes, strlen($mark)), $encoding));
            }
        }
        foreach (self::WITHOUT_MARK as $beginning => $encoding) {
            if (str_starts_with($bytes, $beginning)) {
                return self::declared(self::convert($bytes, $encoding));
            }
        }
        // A declaration stands at the very beginning; what stands before it is nobody's text.
        $bytes = ltrim($bytes);
        $named = preg_match(self::DECLARATION, substr($bytes, 0, 400), $match) === 1 ? strtoupper($match[3]) : 'UTF-8';
        if (in_array($named, ['UTF-8', 'UTF8', 'US-ASCII', 'ASCII'], true)) {
            return mb_check_encoding($bytes, 'UTF-8') ? $bytes : self::declared(self::convert($bytes, 'Windows-1252'));
        }
        if (preg_match('~[\xC2-\xF4][\x80-\xBF]~', $bytes) === 1 && mb_check_encoding($bytes, 'UTF-8')) {
            // Text that is sound UTF-8 with letters beyond English is no other encoding, whatever it says.
            return self::declared($bytes);
        }
        if (preg_match('~^(UTF-?16|UTF-?32|UCS)~', $named) === 1) {
            // What its own declaration can be read in, is not two or four bytes a character, whatever it says.
            $named = mb_check_encoding($bytes, 'UTF-8') ? 'UTF-8' : 'Windows-1252';
        }

        return self::declared(self::convert($bytes, $named));
    }

    /** The text in UTF-8; as it is where nobody knows the encoding it names, for the parser to say so. */
    private static function convert(string $bytes, string $encoding): string
    {
        if ($encoding === 'UTF-8') {
            return $bytes;
        }
        $text = @iconv($encoding, 'UTF-8', $bytes);

        return $text === false ? (string) @iconv($encoding, 'UTF-8//IGNORE', $bytes) ?: $bytes : $text;
    }

    private static function declared(string $text): string
    {
        return (string) preg_replace(self::DECLARATION, '$1 encoding="UTF-8"', $text, 1);
    }
}
