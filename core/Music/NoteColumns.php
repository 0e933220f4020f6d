<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/**
 * The notes of a part as columns: how they are kept between two keys on the desk, and read again at each.
 *
 * Whole numbers lie side by side as bytes, what few notes have is listed by position, and lengths and pitches that come again
 * are kept once: a fraction of the time that as many objects take to be read.
 *
 * @phpstan-type Rare array{bool, bool, bool, bool, list<string>, Direction|null, array<int, VisitSign>, bool, bool, list<string>,
 *     string|null, bool, bool}
 * @phpstan-type Columns array{ids: string, numbers: string, texts: list<string>, fractions: list<Fraction>,
 *     pitches: list<Pitch|null>, rare: array<int, Rare>}
 */
final readonly class NoteColumns
{
    /** Whole numbers kept of each note: measure, voice, line, offset, duration, pitch. */
    private const WIDTH = 6;

    /** What most notes have from `isGrace` on, in the order of {@see Note::__construct()}. */
    private const USUAL = [false, false, false, false, [], null, [], false, false, [], null, false, false];

    /**
     * @param list<Note> $notes
     * @return Columns
     */
    public static function of(array $notes): array
    {
        $ids = $numbers = $rare = [];
        $texts = $fractions = $pitches = [];
        $textPlaces = $fractionPlaces = $pitchPlaces = [];
        foreach ($notes as $position => $note) {
            $ids[] = $note->id;
            $numbers[] = $note->measure;
            $numbers[] = self::place($note->voice, $textPlaces, $texts);
            $numbers[] = self::place($note->line, $textPlaces, $texts);
            $numbers[] = self::place($note->offset, $fractionPlaces, $fractions);
            $numbers[] = self::place($note->duration, $fractionPlaces, $fractions);
            $numbers[] = self::place($note->pitch, $pitchPlaces, $pitches);
            $more = self::more($note);
            if ($more !== self::USUAL) {
                $rare[$position] = $more;
            }
        }

        return [
            'ids' => implode("\0", $ids),
            'numbers' => pack('V*', ...$numbers),
            'texts' => $texts,
            'fractions' => $fractions,
            'pitches' => $pitches,
            'rare' => $rare,
        ];
    }

    /**
     * @param Columns $columns
     * @return list<Note>
     */
    public static function notes(array $columns): array
    {
        /** @var array<int, int> $numbers counted from 1, as unpack() does */
        $numbers = (array) unpack('V*', $columns['numbers']);
        ['texts' => $texts, 'fractions' => $fractions, 'pitches' => $pitches, 'rare' => $rare] = $columns;
        $notes = [];
        $at = 1;
        foreach ($numbers === [] ? [] : explode("\0", $columns['ids']) as $position => $id) {
            $notes[] = new Note(
                $id,
                $numbers[$at],
                $texts[$numbers[$at + 1]],
                $texts[$numbers[$at + 2]],
                $fractions[$numbers[$at + 3]],
                $fractions[$numbers[$at + 4]],
                $pitches[$numbers[$at + 5]],
                ...($rare[$position] ?? self::USUAL),
            );
            $at += self::WIDTH;
        }

        return $notes;
    }

    /**
     * Where a value stands in a table; it is put there when it is met for the first time.
     *
     * @template T of string|Fraction|Pitch|null
     * @param T $value
     * @param array<string, int> $places by the value's text
     * @param list<T> $table
     */
    private static function place(string|Fraction|Pitch|null $value, array &$places, array &$table): int
    {
        $text = "={$value}";
        if (!isset($places[$text])) {
            $places[$text] = count($table);
            $table[] = $value;
        }

        return $places[$text];
    }

    /** @return Rare */
    private static function more(Note $note): array
    {
        return [
            $note->isGrace,
            $note->inChord,
            $note->tieStart,
            $note->tieStop,
            $note->articulations,
            $note->printedBow,
            $note->printedOnPass,
            $note->commaAfter,
            $note->tremolo,
            $note->fingerings,
            $note->printedString,
            $note->openString,
            $note->harmonic,
        ];
    }
}
