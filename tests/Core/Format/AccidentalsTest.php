<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Format\MusicXml\Accidentals;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;

/** Which accidentals a page prints when its file only says how the notes sound. */
final class AccidentalsTest extends TestCase
{
    /**
     * Measures are divided by `|`, voices by `//`. A note is its pitch; `~` before it ties it to the last one, `(♯)` after it is a
     * sign the file prints, `+` puts it into the chord before, `g:` makes it a grace note; `[C3]` is a new clef, `[key 2]` a new key.
     *
     * @return iterable<string, array{string, int, string, string}> notes, key, and the signs expected, one a note, `-` for none
     */
    public static function passages(): iterable
    {
        yield 'the key says it' => ['F#5 C#5 G5', 2, '- - -', ''];
        yield 'against the key' => ['F5 C5 Bb4', 2, 'natural natural flat', ''];
        yield 'holds to the barline' => ['C#5 D5 C#5 | C#5', 0, 'sharp - - sharp', ''];
        yield 'taken back in its measure' => ['C#5 D5 C5 C#5', 0, 'sharp - natural sharp', ''];
        yield 'forgotten at the barline' => ['C#5 D5 | C5', 0, 'sharp - -', ''];
        yield 'another octave' => ['C#5 C#4 C5', 0, 'sharp sharp natural', ''];
        yield 'tied over the barline' => ['D5 C#5 | ~C#5 D5', 0, '- sharp - -', ''];
        yield 'again after the tie' => ['D5 C#5 | ~C#5 C#5', 0, '- sharp - sharp', ''];
        yield 'plain after the tie' => ['D5 C#5 | ~C#5 C5', 0, '- sharp - -', ''];
        yield 'tied, but to nothing that is printed' => ['D5 D5 | ~C#5', 0, '- - sharp', ''];
        yield 'chord and grace note' => ['C5 +F#5 g:F#5 G#4', 0, '- sharp - sharp', ''];
        yield 'double sharps' => ['F##4 F#4', 3, 'double-sharp sharp', ''];
        yield 'a new key inside' => ['F#5 G5 | [key 1] F#5 F5', 0, 'sharp - - natural', ''];
        yield 'a new clef inside' => ['C#4 D4 [C3] C#4 D4', 0, 'sharp - sharp -', ''];
        yield 'the other voice needs its own' => ['D5 C#5 // C#5 C#5', 0, '- sharp sharp -', ''];
        yield 'the other voice altered it before' => ['D5 C5 // C#5 D4', 0, '- natural sharp -', ''];
        yield 'two at once' => ['C5 D5 // C#5 D4', 0, 'natural - sharp -', ''];
        yield 'the file has signs and is believed' => ['C#5(sharp) C#5(sharp) | C5(natural)', 0, 'sharp sharp natural', ''];
        yield 'the file has signs and forgot one' => ['C#5(sharp) D5 | F#5', 0, 'sharp - sharp', ''];
        yield 'a file with signs leaves the second voice to the first' => ['C#5(sharp) D5 // E4 C#5', 0, 'sharp - - -', ''];
        yield 'sign and pitch part' => ['C#5(natural) C#5', 0, 'natural sharp', 'C♯'];
    }

    #[DataProvider('passages')]
    public function testSignsAreWrittenWhereAReaderNeedsThem(string $notes, int $key, string $signs, string $contradiction): void
    {
        $document = Document::open(self::musicXml($notes, $key));
        Accidentals::complete($document);
        $found = [];
        foreach ($document->notes as $note) {
            $found[] = trim($note->getElementsByTagName('accidental')->item(0)->textContent ?? '-');
        }
        self::assertSame($signs, implode(' ', $found));

        $once = $document->toString();
        Accidentals::complete($document);
        self::assertSame($once, $document->toString(), 'a second time changes nothing');

        $oddities = (new ScoreReader())->read(self::musicXml($notes, $key))->oddities;
        self::assertCount($contradiction === '' ? 0 : 1, $oddities);
        if ($contradiction !== '') {
            self::assertStringContainsString("does not match the pitch in the file, {$contradiction}", $oddities[0]->text);
            self::assertSame(0, $oddities[0]->measure);
        }
    }

    public function testASignStandsWhereTheFormatHasIt(): void
    {
        $document = Document::open(str_replace('</type>', '</type><dot/><stem>up</stem>', self::musicXml('C#5', 0)));
        Accidentals::complete($document);

        self::assertStringContainsString('<dot/><accidental>sharp</accidental><stem>', $document->toString());
    }

    private static function musicXml(string $notes, int $key): string
    {
        $measures = '';
        foreach (explode(' | ', $notes) as $index => $measure) {
            $measures .= '<measure number="' . ($index + 1) . '">';
            $measures .= $index > 0 ? '' : '<attributes><divisions>1</divisions><key><fifths>' . $key . '</fifths></key>'
                . '<clef><sign>G</sign><line>2</line></clef></attributes>';
            foreach (explode(' // ', $measure) as $voice => $line) {
                $quarters = substr_count($line, '5') + substr_count($line, '4');
                $measures .= $voice === 0 ? '' : "<backup><duration>{$quarters}</duration></backup>";
                $measures .= self::line($line, $voice + 1);
            }
            $measures .= '</measure>';
        }

        return '<score-partwise><part-list><score-part id="P1"><part-name>Violin</part-name></score-part></part-list><part id="P1">'
            . self::tied($measures) . '</part></score-partwise>';
    }

    private static function line(string $line, int $voice): string
    {
        $line = (string) preg_replace('~\[key (\d)\]~', '[key$1]', $line);
        $text = '';
        foreach (explode(' ', $line) as $word) {
            if (preg_match('~^\[key(\d)\]$~', $word, $match) === 1) {
                $text .= "<attributes><key><fifths>{$match[1]}</fifths></key></attributes>";
            } elseif ($word === '[C3]') {
                $text .= '<attributes><clef><sign>C</sign><line>3</line></clef></attributes>';
            } elseif (preg_match('~^(\+|g:|\~)?([A-G])(#*|b*)(\d)(?:\(([\w-]+)\))?$~', $word, $match) === 1) {
                $alter = strlen($match[3]) * (str_contains($match[3], 'b') ? -1 : 1);
                $text .= '<note>' . ($match[1] === 'g:' ? '<grace/>' : '') . ($match[1] === '+' ? '<chord/>' : '')
                    . "<pitch><step>{$match[2]}</step>" . ($alter === 0 ? '' : "<alter>{$alter}</alter>") . "<octave>{$match[4]}</octave></pitch>"
                    . ($match[1] === 'g:' ? '' : '<duration>1</duration>') . ($match[1] === '~' ? '<tie type="stop"/>' : '')
                    . "<voice>{$voice}</voice><type>quarter</type>"
                    . (($match[5] ?? '') === '' ? '' : "<accidental>{$match[5]}</accidental>") . '</note>';
            }
        }

        return $text;
    }

    /** What is tied to gets its beginning at the note before. */
    private static function tied(string $measures): string
    {
        $notes = (array) preg_split('~(?=<note>)~', $measures);
        foreach ($notes as $at => $note) {
            $pitch = preg_match('~<pitch>.*?</pitch>~', (string) $note, $match) === 1 ? $match[0] : '';
            if (str_contains((string) $note, 'type="stop"') && str_contains((string) $notes[$at - 1], $pitch)) {
                $notes[$at - 1] = str_replace('<voice>', '<tie type="start"/><voice>', (string) $notes[$at - 1]);
            }
        }

        return implode('', $notes);
    }
}
