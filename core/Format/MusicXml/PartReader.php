<?php

declare(strict_types=1);

namespace UprightPencil\Format\MusicXml;

use DOMElement;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\InstrumentNames;
use UprightPencil\Format\Limits;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Meter;
use UprightPencil\Music\Note;
use UprightPencil\Music\NoteValue;
use UprightPencil\Music\Oddity;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;

/** Reads one `<part>` and adds what it says about the measures to the drafts all parts share. */
final class PartReader
{
    /** So many measures with a contradiction are told of a part. */
    private const MOST_CONTRADICTIONS = 20;

    /** @var list<Note> */
    private array $notes = [];
    /** @var array<string, Fraction> lengths met before: most notes of a part share a few */
    private array $durations = [];
    private SlurMatcher $slurs;
    private DirectionReader $directions;
    private NoteReader $noteReader;
    private int $divisions = 1;
    private string $clef = '';
    private int $keyFifths = 0;
    /** @var array<int, int> by measure, where the part's key is not the score's */
    private array $keys = [];
    private bool $isTransposed = false;
    private ?MeasureDraft $before = null;
    private ?Meter $meter = null;
    /** @var list<int> ending numbers in force */
    private array $endings = [];
    /** @var array<int, string> the first pitch in each measure whose printed accidental says another */
    private array $contradictions = [];
    /** @var list<Oddity> */
    public array $oddities = [];

    /**
     * @param TimeGrid $grid of the whole score
     */
    public function __construct(
        private readonly string $id,
        private readonly PartLabel $label,
        private readonly Limits $limits,
        private readonly TimeGrid $grid,
    ) {
        $this->slurs = new SlurMatcher();
        $this->directions = new DirectionReader($limits);
    }

    /**
     * @param array<int, MeasureDraft> $drafts by measure index; measures this part has more are added
     * @throws UnreadableScore
     * @throws MusicException when a bass would leave what pitches there are
     */
    public function read(DOMElement $element, array &$drafts): Part
    {
        $staves = 1;
        foreach (Xml::children($element) as $measure) {
            $attributes = Xml::child($measure, 'attributes');
            $staves = max($staves, $attributes === null ? 1 : (int) Xml::text($attributes, 'staves'));
            break;
        }
        $this->noteReader = new NoteReader($this->label->name, $staves > 1);
        $index = 0;
        foreach (Xml::children($element) as $measure) {
            if ($measure->nodeName !== 'measure') {
                continue;
            }
            if ($index >= $this->limits->measures) {
                $count = 0;
                foreach (Xml::children($element) as $each) {
                    $count += $each->nodeName === 'measure' ? 1 : 0;
                }
                throw UnreadableScore::hasTooManyMeasures($count, $this->limits->measures);
            }
            $number = mb_substr(trim($measure->getAttribute('number')), 0, $this->limits->letters);
            $drafts[$index] ??= new MeasureDraft($number === '' ? (string) ($index + 1) : $number);
            $this->measure($measure, $index, $drafts[$index]);
            $this->before = $drafts[$index];
            $index++;
        }
        foreach ($this->slurs->unfinished() as $position) {
            $this->oddity('A slur begins here and never ends; it is left out of the bowing.', $position);
        }
        foreach ($this->slurs->unbegun() as $position) {
            $this->oddity('A slur ends here that never began; it is left out of the bowing.', $position);
        }
        foreach (array_slice($this->contradictions, 0, self::MOST_CONTRADICTIONS, true) as $measure => $pitch) {
            $this->oddities[] = new Oddity(
                "The accidental printed here does not match the pitch in the file, {$pitch}. The page shows the accidental; "
                    . 'the fingering and the sound follow the pitch. Check the note against the publisher’s part.',
                $this->id,
                $measure,
            );
        }
        $instrument = InstrumentNames::recognise($this->label, $this->clef, $staves);

        // An octave clef without a transposition gives what sounds: the bass reads an octave above it.
        $isSounding = $instrument === Instrument::Bass && str_ends_with($this->clef, '-8') && !$this->isTransposed;

        return new Part(
            $this->id,
            $this->label->name,
            $this->label->abbreviation,
            $instrument,
            $index,
            $isSounding ? array_map(self::anOctaveUp(...), $this->notes) : $this->notes,
            $this->slurs->slurs(),
            $this->directions->expressions,
            $this->keys,
        );
    }

    /** @throws MusicException */
    private static function anOctaveUp(Note $note): Note
    {
        $pitch = $note->pitch;

        return $pitch === null ? $note : $note->withPitch(Pitch::of($pitch->letter, $pitch->alteration, $pitch->octave + 1));
    }

    /** @return list<\UprightPencil\Music\Tempo> */
    public function tempos(): array
    {
        return $this->directions->tempos;
    }

    /** @throws UnreadableScore */
    private function measure(DOMElement $element, int $index, MeasureDraft $draft): void
    {
        $position = Fraction::zero();
        $chordStart = Fraction::zero();
        $draft->isImplicit = $draft->isImplicit || $element->getAttribute('implicit') === 'yes';
        foreach (Xml::children($element) as $child) {
            switch ($child->nodeName) {
                case 'note':
                    $has = self::childNames($child);
                    $isChord = isset($has['chord']);
                    $isGrace = isset($has['grace']);
                    $duration = $isGrace ? Fraction::zero() : $this->duration($child, $draft->number, isset($has['time-modification']));
                    $start = $isChord ? $chordStart : $position;
                    // Cues and what is not printed are nobody's to play.
                    $isSilent = isset($has['rest']) || isset($has['cue']) || $child->getAttribute('print-object') === 'no';
                    if (!$isSilent) {
                        if (isset($has['notations'])) {
                            $this->slurs->note($child, count($this->notes));
                        }
                        $onPass = $isGrace || $isChord ? [] : $this->directions->takeSignsOnPass();
                        $this->notes[] = $note =
                            $this->noteReader->read($child, $index, $draft->number, $start, $duration, $onPass);
                        if (isset($has['accidental'])) {
                            $this->compareSign($child, $note);
                        }
                    }
                    if (!$isChord && !$isGrace) {
                        $chordStart = $position;
                        $position = $position->plus($duration);
                        $draft->reaches($this->id, $position);
                    }
                    break;
                case 'backup':
                    $position = $position->minus($this->duration($child, $draft->number));
                    if ($position->isLessThan(Fraction::of(1, 2 * $this->divisions))) {
                        // Rounded lengths do not come back to the barline quite.
                        $position = Fraction::zero();
                    }
                    break;
                case 'forward':
                    $position = $position->plus($this->duration($child, $draft->number));
                    $draft->reaches($this->id, $position);
                    break;
                case 'attributes':
                    $this->attributes($child, $draft, $index);
                    break;
                case 'direction':
                    $this->directions->read($child, $index, $position->plus($this->offset($child, $draft->number)), $draft);
                    break;
                case 'sound':
                    $this->directions->sound($child, $index, $position, $draft);
                    break;
                case 'barline':
                    $this->barline($child, $index, $draft);
                    break;
            }
        }
        $draft->keyFifths ??= $this->keyFifths;
        if ($draft->keyFifths !== $this->keyFifths) {
            $this->keys[$index] = $this->keyFifths;
        }
        $draft->meter ??= $this->meter;
        if ($draft->endings === []) {
            $draft->endings = $this->endings;
        }
        if ($draft->endingStops) {
            $this->endings = [];
        }
    }

    /** A printed sign that says another pitch than the file gives: the page and the fingering would part company. */
    private function compareSign(DOMElement $element, Note $note): void
    {
        $sign = Accidentals::alterationOf((string) Xml::text($element, 'accidental'));
        if ($sign !== null && $note->pitch !== null && (int) round($sign) !== $note->pitch->alteration) {
            $this->contradictions[$note->measure] ??= $note->pitch->spoken();
        }
    }

    /** @return array<string, true> */
    private static function childNames(DOMElement $note): array
    {
        $names = [];
        for ($node = $note->firstChild; $node !== null; $node = $node->nextSibling) {
            $names[$node->nodeName] = true;
        }

        return $names;
    }

    /** @throws UnreadableScore */
    private function duration(DOMElement $element, string $measure, bool $isTuplet = false): Fraction
    {
        $text = Xml::text($element, 'duration') ?? '';
        if ($isTuplet) {
            return $this->ofTuplet($element) ?? $this->lengthOf($text, $measure);
        }

        return $this->durations["{$text}/{$this->divisions}"] ??= $this->lengthOf($text, $measure);
    }

    /**
     * A note of a tuplet by what is printed, where the length the file gives is that one rounded; null where it is another.
     */
    private function ofTuplet(DOMElement $note): ?Fraction
    {
        $given = Xml::text($note, 'duration') ?? '';
        $type = Xml::text($note, 'type') ?? '';
        $modification = Xml::child($note, 'time-modification');
        $actual = (int) ($modification === null ? 0 : Xml::text($modification, 'actual-notes'));
        $normal = (int) ($modification === null ? 0 : Xml::text($modification, 'normal-notes'));
        if (!isset(NoteValue::QUARTERS[$type]) || !is_numeric($given) || $actual < 1 || $normal < 1 || max($actual, $normal) > 64) {
            return null;
        }
        [$numerator, $denominator] = NoteValue::QUARTERS[$type];
        $length = Fraction::of($numerator * $normal, $denominator * $actual);
        $dot = $length;
        foreach (Xml::children($note) as $child) {
            if ($child->nodeName === 'dot') {
                $dot = $dot->dividedBy(2);
                $length = $length->plus($dot);
            }
        }
        $isRounded = abs($length->toFloat() - (float) $given / $this->divisions) * $this->divisions < 1.0;

        return $isRounded && $this->grid->takes($length) ? $length : null;
    }

    /** @throws UnreadableScore */
    private function lengthOf(string $text, string $measure): Fraction
    {
        if (!is_numeric($text) || (float) $text < 0 || (float) $text > 1e9) {
            throw UnreadableScore::badDuration($this->label->name, $measure, $text);
        }
        $duration = ctype_digit($text)
            ? Fraction::of((int) $text, $this->divisions)
            : Fraction::of((int) round((float) $text * 10080), $this->divisions * 10080);
        if ($duration->isMoreThan(Fraction::of($this->limits->quarters))) {
            throw UnreadableScore::badDuration($this->label->name, $measure, $text);
        }
        if (!$this->grid->takes($duration)) {
            throw UnreadableScore::isTooFine($this->label->name, $measure);
        }

        return $duration;
    }

    /** @throws UnreadableScore */
    private function offset(DOMElement $direction, string $measure): Fraction
    {
        $text = Xml::text($direction, 'offset') ?? '0';
        $offset = is_numeric($text) && abs((float) $text) < 1e6
            ? Fraction::of((int) round((float) $text), $this->divisions)
            : Fraction::zero();

        return $this->grid->takes($offset) ? $offset : throw UnreadableScore::isTooFine($this->label->name, $measure);
    }

    /** @throws UnreadableScore */
    private function attributes(DOMElement $attributes, MeasureDraft $draft, int $index): void
    {
        foreach (Xml::children($attributes) as $child) {
            switch ($child->nodeName) {
                case 'divisions':
                    $text = trim($child->textContent);
                    if (!is_numeric($text) || (float) $text < 1 || (float) $text > 1_000_000) {
                        throw UnreadableScore::badDivisions($this->label->name, $draft->number, $text);
                    }
                    $this->divisions = (int) round((float) $text);
                    break;
                case 'key':
                    $this->keyFifths = max(-7, min(7, (int) (Xml::text($child, 'fifths') ?? '0')));
                    break;
                case 'time':
                    $this->meter = $draft->meter = $this->meter($child, $draft->number);
                    break;
                case 'clef':
                    if ($this->clef === '') {
                        $change = (int) (Xml::text($child, 'clef-octave-change') ?? '0');
                        $this->clef = Xml::text($child, 'sign') . Xml::text($child, 'line') . ($change === -1 ? '-8' : '');
                    }
                    break;
                case 'measure-style':
                    $repeat = Xml::child($child, 'measure-repeat');
                    if ($repeat !== null && $repeat->getAttribute('type') !== 'stop') {
                        $this->oddities[] = new Oddity(
                            'A sign asks to play the measure before again; its notes are not written out, and it is read as rests.',
                            $this->id,
                            $index,
                        );
                    }
                    break;
                case 'transpose':
                    $this->isTransposed = true;
                    if ($this->clef === 'F4' && (int) (Xml::text($child, 'octave-change') ?? '0') === -1) {
                        $this->clef = 'F4-8';
                    }
                    break;
            }
        }
    }

    /** @throws UnreadableScore */
    private function meter(DOMElement $time, string $measure): Meter
    {
        if (Xml::child($time, 'senza-misura') !== null) {
            return Meter::free();
        }
        $beats = (string) Xml::text($time, 'beats');
        $unit = (string) Xml::text($time, 'beat-type');
        $sum = (int) array_sum(array_map(intval(...), explode('+', $beats)));
        $isUnit = in_array((int) $unit, [1, 2, 4, 8, 16, 32, 64], true);
        if ($sum < 1 || !$isUnit || 4 * $sum / (int) $unit > $this->limits->quarters) {
            throw UnreadableScore::badMeter($this->label->name, $measure, "{$beats}/{$unit}");
        }

        return Meter::of($sum, (int) $unit);
    }

    private function barline(DOMElement $barline, int $index, MeasureDraft $draft): void
    {
        $style = (string) Xml::text($barline, 'bar-style');
        if (in_array($style, ['light-light', 'light-heavy', 'heavy-heavy'], true)) {
            $draft->endsSection = true;
        }
        $repeat = Xml::child($barline, 'repeat');
        if ($repeat !== null && $repeat->getAttribute('direction') === 'forward') {
            $draft->repeatForward = true;
        } elseif ($repeat !== null && $repeat->getAttribute('direction') === 'backward') {
            // On a left barline it closes the measure before.
            $closed = $barline->getAttribute('location') === 'left' && $this->before !== null ? $this->before : $draft;
            $closed->repeatBack = max(2, min($this->limits->times, (int) $repeat->getAttribute('times')));
        }
        $draft->segno = $draft->segno || Xml::child($barline, 'segno') !== null || $barline->getAttribute('segno') !== '';
        $draft->coda = $draft->coda || Xml::child($barline, 'coda') !== null || $barline->getAttribute('coda') !== '';
        $ending = Xml::child($barline, 'ending');
        if ($ending === null) {
            return;
        }
        preg_match_all('~\d+~', $ending->getAttribute('number'), $numbers);
        // A number beyond what anybody plays is a slip of the file's; what it said is told.
        $numbers = array_map(intval(...), $numbers[0]);
        $played = array_values(array_filter($numbers, fn (int $number): bool => $number >= 1 && $number <= $this->limits->times));
        if ($played !== $numbers) {
            $this->oddities[] = new Oddity(
                "An ending is numbered beyond {$this->limits->times} times; only times up to that are played.",
                $this->id,
                $index,
            );
        }
        $numbers = array_values(array_unique($played));
        if ($ending->getAttribute('type') === 'start') {
            $this->endings = $numbers === [] ? [1] : $numbers;
            $draft->endings = $this->endings;
            $draft->endingStarts = true;
        } else {
            $draft->endingStops = true;
        }
    }

    private function oddity(string $text, int $position): void
    {
        $this->oddities[] = new Oddity($text, $this->id, $this->notes[$position]->measure);
    }
}
