<?php

declare(strict_types=1);

namespace Tests\Support;

/**
 * Made-up scores full of sharps and flats, as files that say how each note sounds and print no accidental: key changes, ties over
 * barlines, chords, grace notes, second voices, second staves, clef changes inside a measure. The same score for the same number.
 */
final class AlteredTunes
{
    private const MEASURES = 8;
    private const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
    /** Quarters of a measure's notes. */
    private const RHYTHMS = [[1, 1, 1, 1], [2, 1, 1], [1, 1, 2], [0.5, 0.5, 1, 0.5, 0.5, 1], [4], [0.5, 0.5, 0.5, 0.5, 2], [3, 1]];
    private const TYPES = ['0.5' => 'eighth', '1' => 'quarter', '2' => 'half', '3' => 'half', '4' => 'whole'];

    private \Random\Randomizer $random;
    private int $step = 32;
    private int $alter = 0;
    /** @var array<string, array{int, int}> pitch of a tie that is open, by voice */
    private array $open = [];

    private function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
    }

    /** @return string MusicXML */
    public static function make(int $seed): string
    {
        $tune = new self($seed);
        $isGrand = $seed % 5 === 4;
        $measures = '';
        for ($number = 1; $number <= self::MEASURES; $number++) {
            $measures .= "<measure number=\"{$number}\">" . $tune->measure($number, $isGrand, $seed % 3 === 1) . '</measure>';
        }

        return '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Violin I</part-name></score-part></part-list>'
            . "<part id=\"P1\">{$measures}</part></score-partwise>";
    }

    private function measure(int $number, bool $isGrand, bool $hasVoices): string
    {
        $text = $number === 1 ? '<divisions>2</divisions>' : '';
        if ($number === 1 || $this->chance(5)) {
            $text .= '<key><fifths>' . $this->random->getInt(-7, 7) . '</fifths></key>';
        }
        if ($number === 1) {
            $text .= '<time><beats>4</beats><beat-type>4</beat-type></time>' . ($isGrand ? '<staves>2</staves>' : '')
                . '<clef' . ($isGrand ? ' number="1"' : '') . '><sign>G</sign><line>2</line></clef>'
                . ($isGrand ? '<clef number="2"><sign>F</sign><line>4</line></clef>' : '');
        }
        $text = $text === '' ? '' : "<attributes>{$text}</attributes>";
        $text .= $this->line('1', $isGrand ? '<staff>1</staff>' : '', $number, !$isGrand && !$hasVoices);
        if ($hasVoices || $isGrand) {
            $step = $this->step;
            $this->step = $isGrand ? $this->random->getInt(18, 24) : $step;
            $text .= '<backup><duration>8</duration></backup>' . $this->line('2', $isGrand ? '<staff>2</staff>' : '', $number, false);
            $this->step = $step;
        }

        return $text;
    }

    private function line(string $voice, string $staff, int $number, bool $mayChangeClef): string
    {
        $text = '';
        $rhythm = self::RHYTHMS[$this->random->getInt(0, count(self::RHYTHMS) - 1)];
        foreach ($rhythm as $index => $quarters) {
            if ($mayChangeClef && $index > 0 && $this->chance(12)) {
                $clef = ['<sign>G</sign><line>2</line>', '<sign>C</sign><line>3</line>'][$this->random->getInt(0, 1)];
                $text .= "<attributes><clef>{$clef}</clef></attributes>";
            }
            $isNewClef = str_ends_with($text, '</attributes>');
            $tie = '';
            if (!isset($this->open[$voice])) {
                $this->move();
                // The engraving library draws a new clef behind the grace note it should stand before.
                if (!$isNewClef && $this->chance(10)) {
                    $text .= '<note><grace/>' . $this->pitch() . "<voice>{$voice}</voice><type>eighth</type>{$staff}</note>";
                    $this->move();
                }
            } else {
                [$this->step, $this->alter] = $this->open[$voice];
                unset($this->open[$voice]);
                $tie = '<tie type="stop"/>';
            }
            $isLast = $index === count($rhythm) - 1;
            if (($isLast ? $this->chance(3) : $this->chance(9)) && $number < self::MEASURES) {
                $this->open[$voice] = [$this->step, $this->alter];
                $tie .= '<tie type="start"/>';
            }
            $text .= $this->note($quarters, $voice, $staff, $tie);
            if ($tie === '' && $this->chance(6)) {
                [$step, $alter] = [$this->step, $this->alter];
                $this->step += $this->random->getInt(2, 5);
                $this->alter = $this->random->getInt(-1, 1);
                $text .= $this->note($quarters, $voice, $staff, '', '<chord/>');
                [$this->step, $this->alter] = [$step, $alter];
            }
        }

        return $text;
    }

    /** Often back to a letter that has just been altered: that is where signs are forgotten. */
    private function move(): void
    {
        $this->step = max(24, min(40, $this->step + [-7, -2, -1, 0, 0, 1, 2, 7][$this->random->getInt(0, 7)]));
        $this->alter = [-1, -1, 0, 0, 0, 1, 1, $this->alter, $this->random->getInt(-2, 2)][$this->random->getInt(0, 8)];
    }

    private function note(int|float $quarters, string $voice, string $staff, string $tie, string $chord = ''): string
    {
        $tied = str_replace('<tie ', '<tied ', $tie);

        return "<note>{$chord}" . $this->pitch() . '<duration>' . (int) ($quarters * 2) . "</duration>{$tie}<voice>{$voice}</voice><type>"
            . self::TYPES[(string) $quarters] . '</type>' . ($quarters === 3 ? '<dot/>' : '') . $staff
            . ($tied === '' ? '' : "<notations>{$tied}</notations>") . '</note>';
    }

    private function pitch(): string
    {
        return '<pitch><step>' . self::LETTERS[$this->step % 7] . '</step>' . ($this->alter === 0 ? '' : "<alter>{$this->alter}</alter>")
            . '<octave>' . intdiv($this->step, 7) . '</octave></pitch>';
    }

    private function chance(int $oneIn): bool
    {
        return $this->random->getInt(1, $oneIn) === 1;
    }
}
