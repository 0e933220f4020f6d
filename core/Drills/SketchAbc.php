<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Music\Fraction;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Pitch;

/** A sketch as ABC, from which it is read as a score. Source: the ABC 2.1 standard. */
final class SketchAbc
{
    private const KEYS = [
        -7 => 'Cb', -6 => 'Gb', -5 => 'Db', -4 => 'Ab', -3 => 'Eb', -2 => 'Bb', -1 => 'F', 0 => 'C', 1 => 'G', 2 => 'D', 3 => 'A', 4 => 'E',
        5 => 'B', 6 => 'F#', 7 => 'C#',
    ];
    private const CLEFS = ['viola' => 'alto', 'cello' => 'bass', 'bass' => 'bass'];
    private const SIGNS = [
        'staccato' => '.', 'tenuto' => '!tenuto!', 'accent' => '!accent!', 'strong-accent' => '!^!',
        'spiccato' => '!spiccato!', 'staccatissimo' => '!wedge!',
    ];
    private const ALTERED = [-2 => '__', -1 => '_', 0 => '=', 1 => '^', 2 => '^^'];

    /** @var array<string, int> how letters are altered in this measure, by letter and octave */
    private array $altered = [];

    private function __construct(private readonly LineSketch $sketch)
    {
    }

    public static function of(LineSketch $sketch, string $title, string $part, Instrument $instrument): string
    {
        $clef = self::CLEFS[$instrument->value] ?? 'treble';
        $name = str_replace('"', '', $part);
        $meter = "{$sketch->meter->beats}/{$sketch->meter->unit}";
        $tempo = (int) round($sketch->tempo);

        return "X:1\nT:{$title}\nM:{$meter}\nL:1/4\nQ:1/4={$tempo}\nK:" . self::KEYS[max(-7, min(7, $sketch->fifths))] . "\n"
            . "V:1 name=\"{$name}\" clef={$clef}\n" . (new self($sketch))->music() . "\n";
    }

    private function music(): string
    {
        $measures = [];
        foreach ($this->sketch->measures as $notes) {
            $this->altered = [];
            $measures[] = $this->measure($notes);
        }
        $lines = array_map(static fn (array $four): string => implode(' | ', $four), array_chunk($measures, 4));

        return implode(" |\n", $lines) . ' |]';
    }

    /** @param list<LineNote> $notes */
    private function measure(array $notes): string
    {
        $text = '';
        $group = [];
        $at = $sum = Fraction::zero();
        $pulse = $this->sketch->meter->pulse();
        foreach ($notes as $note) {
            if ($group === [] && $at->dividedBy($pulse)->isWhole()) {
                // What stands together hangs on one beam: a beat at a time.
                $text .= ' ';
            }
            $at = $at->plus($note->length);
            if ($note->length->denominator % 3 !== 0 && $group === []) {
                $text .= $this->note($note, $note->length);
                continue;
            }
            // Triplets: three in the time of two, until they fill what has no thirds in it.
            $group[] = $this->note($note, $note->length->times(Fraction::of(3, 2)));
            $sum = $sum->plus($note->length);
            if ($sum->denominator % 3 !== 0) {
                $text .= self::triplets($group);
                [$group, $sum] = [[], Fraction::zero()];
            }
        }

        return trim($text . self::triplets($group));
    }

    /** @param list<string> $notes */
    private static function triplets(array $notes): string
    {
        return $notes === [] ? '' : '(3:2:' . count($notes) . implode('', $notes);
    }

    private function note(LineNote $note, Fraction $length): string
    {
        $long = $length->equals(Fraction::of(1)) ? '' : (string) $length;
        $words = $note->words === '' ? '' : '"' . ($note->isSaidBelow ? '_' : '^') . str_replace('"', '', $note->words) . '"';
        if ($note->pitch === null) {
            return "{$words}z{$long}";
        }
        $signs = '';
        foreach ($note->signs as $sign) {
            $signs .= self::SIGNS[$sign] ?? '';
        }
        $pitch = $note->with === null
            ? $this->pitch($note->pitch) . $long
            : '[' . $this->pitch($note->pitch) . $this->pitch($note->with) . "]{$long}";

        return $words . ($note->slurs ? '(' : '') . $signs . $pitch . ($note->ties ? '-' : '') . ($note->ends ? ')' : '');
    }

    private function pitch(Pitch $pitch): string
    {
        $key = $pitch->letter . $pitch->octave;
        $now = $this->altered[$key] ?? Pitch::alterationInKey($pitch->letter, $this->sketch->fifths);
        $sign = $now === $pitch->alteration ? '' : (self::ALTERED[$pitch->alteration] ?? '');
        $this->altered[$key] = $pitch->alteration;
        $letter = $pitch->octave >= 5 ? strtolower($pitch->letter) : $pitch->letter;

        return $sign . $letter . str_repeat("'", max(0, $pitch->octave - 5)) . str_repeat(',', max(0, 4 - $pitch->octave));
    }
}
