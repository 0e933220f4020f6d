<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Format\Limits;
use UprightPencil\Music\Expression;
use UprightPencil\Music\ExpressionKind;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Tempo;
use UprightPencil\Music\VisitSign;

/** Reads `<direction>` and free-standing `<sound>` elements: expressions, tempo, rehearsal marks, jumps. */
final class DirectionReader
{
    /**
     * Quarter notes a minute for a tempo word without a number: the middle of what metronomes print.
     *
     * @var array<string, int>
     */
    private const TEMPO_WORDS = [
        'grave' => 44, 'largo' => 50, 'larghetto' => 60, 'lento' => 54, 'adagio' => 66, 'andantino' => 84,
        'andante' => 78, 'moderato' => 100, 'allegretto' => 112, 'allegro' => 126, 'vivace' => 144, 'presto' => 176,
    ];

    /** Quarter notes of a beat unit. Source: MusicXML 4.0, note-type-value. */
    private const UNITS = ['whole' => 4.0, 'half' => 2.0, 'quarter' => 1.0, 'eighth' => 0.5, '16th' => 0.25];

    /** @var list<Expression> */
    public array $expressions = [];

    public function __construct(private readonly Limits $limits)
    {
    }

    /** @var list<Tempo> */
    public array $tempos = [];
    /** @var array<int, VisitSign> */
    private array $signsOnPass = [];

    /**
     * Bowings for one time through ("2nd time: V") that were met since the last note.
     *
     * @return array<int, VisitSign> by pass
     */
    public function takeSignsOnPass(): array
    {
        $signs = $this->signsOnPass;
        $this->signsOnPass = [];

        return $signs;
    }

    public function read(DOMElement $direction, int $measure, Fraction $offset, MeasureDraft $draft): void
    {
        $sound = Xml::child($direction, 'sound');
        $bpm = $sound === null ? null : self::number($sound->getAttribute('tempo'));
        $fromWords = null;
        foreach (Xml::children($direction) as $type) {
            if ($type->nodeName !== 'direction-type') {
                continue;
            }
            foreach (Xml::children($type) as $child) {
                switch ($child->nodeName) {
                    case 'dynamics':
                        foreach (Xml::children($child) as $dynamic) {
                            $letters = $dynamic->nodeName === 'other-dynamics' ? $this->cut($dynamic->textContent) : $dynamic->nodeName;
                            $this->expressions[] =
                                new Expression(ExpressionKind::Dynamic, $measure, $offset, trim($letters));
                        }
                        break;
                    case 'wedge':
                        $this->expressions[] =
                            new Expression(ExpressionKind::Wedge, $measure, $offset, $this->cut($child->getAttribute('type')));
                        break;
                    case 'words':
                        $words = $this->cut(trim((string) preg_replace('~\s+~u', ' ', $child->textContent . self::signAfter($child))));
                        if ($words !== '') {
                            $this->words($words, $measure, $offset, $draft);
                            $fromWords ??= self::tempoWord($words);
                        }
                        break;
                    case 'rehearsal':
                        $draft->rehearsal = $this->cut(trim($child->textContent)) ?: $draft->rehearsal;
                        break;
                    case 'segno':
                        $draft->segno = true;
                        break;
                    case 'coda':
                        $draft->coda = true;
                        break;
                    case 'metronome':
                        $bpm ??= self::metronome($child);
                        break;
                }
            }
        }
        if ($sound !== null) {
            $this->sound($sound, $measure, $offset, $draft);
        }
        $bpm ??= $fromWords;
        if ($bpm !== null && $bpm > 0.0) {
            $this->tempos[] = new Tempo($measure, $offset, min(max($bpm, 5.0), 1000.0));
        }
    }

    public function sound(DOMElement $sound, int $measure, Fraction $offset, MeasureDraft $draft): void
    {
        if ($sound->getAttribute('pizzicato') === 'yes') {
            $this->expressions[] = new Expression(ExpressionKind::Pizzicato, $measure, $offset, 'pizz.');
        } elseif ($sound->getAttribute('pizzicato') === 'no') {
            $this->expressions[] = new Expression(ExpressionKind::Arco, $measure, $offset, 'arco');
        }
        if ($sound->getAttribute('dacapo') === 'yes') {
            $draft->jump ??= 'D.C.';
        }
        if ($sound->getAttribute('dalsegno') !== '') {
            $draft->jump ??= 'D.S.';
        }
        $draft->segno = $draft->segno || $sound->getAttribute('segno') !== '';
        if ($sound->getAttribute('tocoda') !== '') {
            $draft->toCoda = true;
            $draft->coda = false;
        }
        $draft->coda = $draft->coda || $sound->getAttribute('coda') !== '';
        $draft->fine = $draft->fine || $sound->getAttribute('fine') !== '';
        if ($sound->parentNode?->nodeName !== 'direction') {
            $bpm = self::number($sound->getAttribute('tempo'));
            if ($bpm !== null && $bpm > 0.0) {
                $this->tempos[] = new Tempo($measure, $offset, min(max($bpm, 5.0), 1000.0));
            }
        }
    }

    private function words(string $words, int $measure, Fraction $offset, MeasureDraft $draft): void
    {
        $lower = mb_strtolower($words);
        $this->signsOnPass = VisitSign::read($words) + $this->signsOnPass;
        $kind = match (1) {
            preg_match('~\bpizz~', $lower) => ExpressionKind::Pizzicato,
            preg_match('~\barco\b|col arco~', $lower) => ExpressionKind::Arco,
            default => ExpressionKind::Words,
        };
        $this->expressions[] = new Expression($kind, $measure, $offset, $words);
        if (preg_match('~\bd\. ?c\.?|\bda capo\b~', $lower) === 1) {
            $draft->jump = $words;
        } elseif (preg_match('~\bd\. ?s\.?|\bdal segno\b~', $lower) === 1) {
            $draft->jump = $words;
        } elseif (preg_match('~\bto coda\b|\balla coda\b~', $lower) === 1) {
            $draft->toCoda = true;
            $draft->coda = false;
        } elseif (preg_match('~^coda$~', $lower) === 1) {
            $draft->coda = true;
        } elseif (preg_match('~^fine\.?$~', $lower) === 1) {
            $draft->fine = true;
        }
    }

    /** The sign of the bow that is drawn behind words as a symbol of its own. */
    public static function signAfter(DOMElement $words): string
    {
        $next = $words->nextElementSibling;
        $type = $words->parentNode instanceof DOMElement ? $words->parentNode->nextElementSibling : null;
        $next ??= $type?->nodeName === 'direction-type' ? $type->firstElementChild : null;

        return $next?->nodeName !== 'symbol' ? '' : match (trim($next->textContent)) {
            'stringsDownBow' => ' ⊓',
            'stringsUpBow' => ' V',
            default => '',
        };
    }

    private function cut(string $text): string
    {
        return mb_substr($text, 0, $this->limits->letters);
    }

    private static function tempoWord(string $words): ?float
    {
        foreach (self::TEMPO_WORDS as $word => $bpm) {
            if (preg_match("~\\b{$word}\\b~i", $words) === 1) {
                return (float) $bpm;
            }
        }

        return null;
    }

    private static function metronome(DOMElement $metronome): ?float
    {
        $unit = self::UNITS[(string) Xml::text($metronome, 'beat-unit')] ?? null;
        $perMinute = Xml::text($metronome, 'per-minute');
        if ($unit === null || $perMinute === null || preg_match('~\d+(\.\d+)?~', $perMinute, $match) !== 1) {
            return null;
        }

        return (float) $match[0] * $unit * (Xml::child($metronome, 'beat-unit-dot') !== null ? 1.5 : 1.0);
    }

    private static function number(string $text): ?float
    {
        return is_numeric($text) ? (float) $text : null;
    }
}
