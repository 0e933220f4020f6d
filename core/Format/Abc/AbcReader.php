<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

/**
 * Reads a tune that was typed as ABC.
 *
 * Source: the ABC 2.1 standard. All that cannot be read is told with line and column; the rest is a score.
 */
final readonly class AbcReader
{
    /** More than this is no tune. */
    private const LETTERS = 64_000;
    /** After so many things that cannot be read no more is looked for. */
    public const MANY = 200;
    /** Directives and notes of the head that nothing here depends on. What names voices by their order is made anew. */
    private const KEPT = '~^(?:%%(?!\s*(?:setbarnb|propagate-accidentals|score|staves)\b)|[ABDFGHNORSZ]:)~';
    private const MOST_KEPT = 40;

    /** Whether a text is a typed tune: it begins with a field, and says a key. */
    public static function isAbc(string $text): bool
    {
        return preg_match('~^(?:\xEF\xBB\xBF)?\s*(?:%[^\n]*\n\s*)*(?:X:\s*\d|T:|M:|L:|K:|V:)~', substr($text, 0, 4000)) === 1
            && preg_match('~^K:~m', $text) === 1;
    }

    public function read(string $text): AbcReading
    {
        $tune = new AbcTune();
        if (strlen($text) > self::LETTERS) {
            $tune->problems[] = new AbcProblem(1, 1, 'this is longer than any tune: ' . number_format(self::LETTERS) . ' letters are read');
            $text = substr($text, 0, self::LETTERS);
        }
        $text = (string) preg_replace(['~^\xEF\xBB\xBF~', '~\r\n?~'], ['', "\n"], mb_scrub($text));
        $music = null;
        $isKeyed = false;
        $sungUnder = [];
        $goesOn = false;
        foreach (explode("\n", $text) as $index => $line) {
            $number = $index + 1;
            if (count($tune->problems) > self::MANY) {
                break;
            }
            if (preg_match('~^%%\s*setbarnb\s+(\d{1,4})~', $line, $match) === 1) {
                $tune->firstMeasure = (int) $match[1];
            }
            if (preg_match('~^%%\s*propagate-accidentals\s+(not|octave|pitch)\b~', $line, $match) === 1) {
                $tune->accidentalsReach = $match[1];
            }
            if (!$isKeyed && preg_match(self::KEPT, $line) === 1 && count($tune->kept) < self::MOST_KEPT) {
                $tune->kept[] = rtrim($line);
            }
            $line = self::withoutComment($line);
            if (trim($line) === '') {
                continue;
            }
            if (preg_match('~^([A-Za-z]):(.*)$~', $line, $match) === 1 && !($match[1] === 'x' || $match[1] === 'z')) {
                [, $name, $value] = $match;
                if ($name === 'w') {
                    self::sing($tune, $value, $number, $sungUnder);
                    continue;
                }
                if ($name === 'X' && $isKeyed) {
                    $tune->problems[] = new AbcProblem($number, 1, 'another tune begins here; one tune is read at a time');
                    break;
                }
                $tune->field($name, $value, $number, 3, $isKeyed && $name !== 'T' && $name !== 'C');
                $isKeyed = $isKeyed || $name === 'K';
                continue;
            }
            if (!$isKeyed) {
                $tune->problems[] = new AbcProblem($number, 1, 'before the music a key is expected, such as K:G');
                $isKeyed = true;
            }
            $music ??= new AbcMusic($tune);
            $voice = $tune->voice();
            self::beginLine($voice, $goesOn);
            // A field in the line may turn to another voice.
            $shift = 0;
            if (preg_match('~^(\[V:[^\]]*\])(.*)$~', $line, $match) === 1) {
                $tune->field('V', substr($match[1], 3, -1), $number, 4, true);
                [$line, $shift] = [$match[2], strlen($match[1])];
                self::beginLine($tune->voice(), $goesOn);
            }
            $goesOn = str_ends_with(rtrim($line), '\\');
            $music->line($line, $number, $shift);
            $sungUnder = [];
        }
        $music?->end();
        if ($tune->notes === 0 && $tune->problems === []) {
            $tune->problems[] = new AbcProblem(1, 1, 'there are no notes yet');
        }
        usort($tune->problems, static fn (AbcProblem $a, AbcProblem $b): int => [$a->line, $a->column] <=> [$b->line, $b->column]);

        $writer = new AbcMusicXml();
        $musicXml = $writer->write($tune);

        return new AbcReading($musicXml, array_slice($tune->problems, 0, self::MANY), $tune->notes, $writer->places());
    }

    /** @param bool $goesOn whether the line before said that its printed line goes on */
    private static function beginLine(AbcVoice $voice, bool $goesOn): void
    {
        $voice->isLineNew = !$goesOn;
        $voice->sung = [];
    }

    /** A comment ends a line, but not inside quotation marks. */
    private static function withoutComment(string $line): string
    {
        $isQuoted = false;
        for ($at = 0, $length = strlen($line); $at < $length; $at++) {
            if ($line[$at] === '"') {
                $isQuoted = !$isQuoted;
            } elseif ($line[$at] === '%' && !$isQuoted && ($at === 0 || $line[$at - 1] !== '\\')) {
                return substr($line, 0, $at);
            }
        }

        return $line;
    }

    /**
     * Words under the line that was read last.
     *
     * @param array<string, true> $under voices that have words already: a second verse is left aside
     */
    private static function sing(AbcTune $tune, string $words, int $line, array &$under): void
    {
        $voice = $tune->voice();
        if (isset($under[$voice->id])) {
            return;
        }
        $under[$voice->id] = true;
        $notes = $voice->sung;
        preg_match_all('~[^\s\-_*|]+|-|_|\*|\|~u', str_replace('~', "\u{A0}", $words), $found);
        $at = -1;
        foreach ($found[0] as $word) {
            if ($word === '|') {
                continue;
            }
            if ($word === '-') {
                if (isset($notes[$at])) {
                    $notes[$at]->isHyphenated = true;
                }
                continue;
            }
            $at++;
            if (!isset($notes[$at])) {
                $tune->problems[] = new AbcProblem($line, 3, 'there are more syllables than notes');

                return;
            }
            if ($word !== '_' && $word !== '*') {
                $notes[$at]->syllable = $word;
            }
        }
    }
}
