<?php

declare(strict_types=1);

namespace Tests\Support;

use UprightPencil\Bowing\BowPlanner;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Fingering\FingerPlanner;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Plan\Planner;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Roadmap\Roadmap;
use UprightPencil\Settings\Profile;

/**
 * A short passage written as text, for tests.
 *
 * `Passage::of('4/4', 'A4q | D5q (D5e E5e) D5h')`: measures between bars, notes as pitch and value (w h q e s t, with
 * dots), `r` for rests, `~` after a note ties it on, parentheses are slurs, `'` a dot, `_` a line, `>` an accent,
 * `^` bounced (spiccato), `k` a tie from elsewhere ends here, `d` and `u` printed signs, `,` a comma, `!` tremolo, `*` after a value a third of it (triplets), `+` chords, `g:` grace.
 * Words between square brackets are directions: `[pizz.]`, `[ff]`, `[mark A]`, `[tempo 120]`, `[<]`, `[>]`, `[/]`,
 * `[repeat]`, `[back]`, `[1]`, `[2]` at the measure's beginning, `[D.S. al Coda]`, `[segno]`, `[coda]`, `[to coda]`, `[fine]`,
 * `[double]` (a double bar closes the measure), `[key -2]`.
 * The second voice of a measure follows `//`.
 */
final class Passage
{
    private const VALUES = ['w' => [4, 1], 'h' => [2, 1], 'q' => [1, 1], 'e' => [1, 2], 's' => [1, 4], 't' => [1, 8]];
    private const DIVISIONS = 480;
    private const TYPES = ['w' => 'whole', 'h' => 'half', 'q' => 'quarter', 'e' => 'eighth', 's' => '16th', 't' => '32nd'];

    private float $tempo = 100;
    private string $name = 'Violin I';
    private string $school = 'as-it-comes';
    private string $profile = 'third-position';
    private string $marks = '';
    private string $long = 'together';
    /** @var array<string, string> */
    private array $schools = [];
    private string $chair = 'outside';
    private bool $explains = false;
    private Density $density = Density::Standard;
    private BowDensity $bows = BowDensity::Some;
    private bool $signsTheEnd = false;
    private int $fifths = 0;
    private bool $numberFromZero = false;
    private string $dynamic = '';
    private ?Score $read = null;
    private ?SlurredNotes $slurred = null;

    private function __construct(private readonly string $meter, private readonly string $music)
    {
    }

    public static function of(string $meter, string $music): self
    {
        return new self($meter, $music);
    }

    public function at(float $tempo): self
    {
        $this->tempo = $tempo;

        return $this;
    }

    public function by(string $name): self
    {
        $this->name = $name;

        return $this;
    }

    public function school(BowSchool $school): self
    {
        $this->school = $school->value;

        return $this;
    }

    public function staggered(): self
    {
        $this->long = 'staggered';

        return $this;
    }

    /** A school by the words of the command line: "open=four". */
    public function with(string $school): self
    {
        [$key, $value] = explode('=', $school);
        $this->schools[$key] = $value;

        return $this;
    }

    /** With the reason of every finger, and its runners-up. */
    public function explained(): self
    {
        $this->explains = true;

        return $this;
    }

    public function density(Density $density): self
    {
        $this->density = $density;

        return $this;
    }

    /** With signs enough that a file can be read again. */
    public function exported(): self
    {
        $this->signsTheEnd = true;

        return $this->density(Density::EveryNote)->showing(BowDensity::EveryMeasure);
    }

    public function showing(BowDensity $bows): self
    {
        $this->bows = $bows;

        return $this;
    }

    public function chair(string $chair): self
    {
        $this->chair = $chair;

        return $this;
    }

    /** @param int $fifths sharps of the key signature, flats below zero; the notes keep the names they are written with */
    public function inKey(int $fifths): self
    {
        $this->fifths = $fifths;

        return $this;
    }

    public function profile(string $profile): self
    {
        $this->profile = $profile;

        return $this;
    }

    public function marked(string $lines): self
    {
        $this->marks = $lines;

        return $this;
    }

    /** The first measure is a pickup. */
    public function withPickup(): self
    {
        $this->numberFromZero = true;

        return $this;
    }

    public function loud(string $dynamic): self
    {
        $this->dynamic = $dynamic;

        return $this;
    }

    /** The same passage with other notes. */
    public function withText(string $music): self
    {
        $copy = new self($this->meter, $music);
        foreach (get_object_vars($this) as $name => $value) {
            if (!in_array($name, ['music', 'meter', 'read', 'slurred'], true)) {
                $copy->{$name} = $value;
            }
        }

        return $copy;
    }

    /** The music as it was written. */
    public function text(): string
    {
        return $this->music;
    }

    public function isMarked(): bool
    {
        return $this->marks !== '';
    }

    /** A rest of a whole measure, in values that its meter can be written with. */
    public function measureOfRest(): string
    {
        return ['4/4' => 'rw', '3/4' => 'rh.', '2/4' => 'rh', '6/8' => 'rh.', '3/8' => 'rq.'][$this->meter];
    }

    public function score(): Score
    {
        return (new ScoreReader())->read($this->musicXml());
    }

    public function options(): PlanOptions
    {
        return new PlanOptions(Profile::from($this->profile), ['bow' => $this->school, 'long' => $this->long, ...$this->schools], density: $this->density, bows: $this->bows, signsTheEnd: $this->signsTheEnd);
    }

    public function plan(): PartPlan
    {
        $score = $this->score();

        return (new Planner($this->options(), $this->explains))->part($score, $score->parts[0], $this->book($score), null, Chair::read($this->chair));
    }

    /** The left hand by other numbers than the usual ones, over the usual bowing. What was read once is not read again. */
    public function fingersBy(FingerSettings $settings): FingerPlan
    {
        $score = $this->read ??= $this->score();
        $book = $this->book($score);
        $this->slurred ??= SlurredNotes::of((new Planner($this->options(), false))->bow($score, $score->parts[0], $book, Roadmap::of($score)));

        return (new FingerPlanner($settings, $this->explains))
            ->plan($score, $score->parts[0], $book, $this->slurred, TempoMap::of($score), Roadmap::of($score), Chair::read($this->chair));
    }

    /** The bow by other numbers than the usual ones. */
    public function bowsBy(BowSettings $settings): BowPlan
    {
        $score = $this->read ??= $this->score();

        return (new BowPlanner($settings))
            ->plan($score, $score->parts[0], $this->book($score), Roadmap::of($score), null, Chair::read($this->chair));
    }

    /** The plan with every possibility of its open choices worked out. */
    public function planWithWhatIfs(): PartPlan
    {
        $score = $this->score();
        $planner = new Planner($this->options());

        return $planner->plan($score, [$score->parts[0]->id => $this->book($score)])->parts[0];
    }

    private function book(Score $score): MarkBook
    {
        $reading = (new PencilLinesReader($score, $score->parts))->read($this->marks);
        if ($reading->errors !== []) {
            throw new \RuntimeException($reading->errors[0]->sentence());
        }

        return MarkBook::of($reading->marks[$score->parts[0]->id] ?? [], $score->parts[0]);
    }

    /**
     * The strokes as a teacher would say them: "u | d u (d) retake d": one word a stroke, in printed order, with how it
     * joins when that is not a plain change, and bars between measures.
     */
    public function bows(): string
    {
        $plan = $this->plan();
        $words = [];
        $measure = null;
        foreach ($plan->part->notes as $note) {
            if ($measure !== null && $note->measure !== $measure) {
                $words[] = '|';
            }
            $measure = $note->measure;
            $bow = $plan->bow->at($note->id);
            if ($bow === null) {
                $words[] = '-';
            } elseif ($bow->isHead && !$note->inChord) {
                $join = in_array($bow->connection->value, ['hook', 'retake', 'lift'], true) ? $bow->connection->value . ' ' : '';
                $words[] = $join . $bow->direction->value[0];
            }
        }

        return implode(' ', $words);
    }

    /**
     * Which way the bow goes at some places: "1.1 down, 5.1 up".
     *
     * @param string $places the same, whatever directions it names
     */
    public function bowsAt(string $places): string
    {
        $plan = $this->plan();
        $names = Places::of($this->score(), $plan->part);
        $directions = [];
        foreach ($plan->part->notes as $note) {
            $bow = $plan->bow->at($note->id);
            if ($bow !== null) {
                $directions[$names->nameOf($note->id)] = $bow->direction->value;
            }
        }

        return implode(', ', array_map(static function (string $entry) use ($directions): string {
            $place = explode(' ', trim($entry))[0];

            return $place . ' ' . ($directions[$place] ?? 'no stroke');
        }, explode(',', $places)));
    }

    /**
     * The fingers as a teacher would say them: "A:3 E:1 D:0 | III A:1": string and finger, the position where it changes
     * (or is not the first), bars between measures.
     */
    public function fingers(): string
    {
        $plan = $this->plan();
        $words = [];
        $measure = null;
        $position = 'I';
        foreach ($plan->part->notes as $note) {
            if ($measure !== null && $note->measure !== $measure) {
                $words[] = '|';
            }
            $measure = $note->measure;
            $finger = $plan->fingers->at($note->id);
            if ($finger === null) {
                $words[] = '-';
                continue;
            }
            if ($finger->number > 0 && $finger->position !== $position) {
                $words[] = $position = $finger->position;
            }
            $words[] = ($note->inChord ? '+' : '') . $finger->string . ':' . str_replace(' ', '', $finger->words());
        }

        return str_replace(' +', '+', implode(' ', $words));
    }

    /** @return list<string> codes of the flags, each with its measure: "bow-runs-out@1" */
    public function flags(): array
    {
        $score = $this->score();

        return array_map(
            static fn ($flag): string => $flag->code->value . '@' . ($flag->measure === null ? '' : $score->measures[$flag->measure]->number),
            $this->plan()->flags,
        );
    }

    public function musicXml(): string
    {
        [$beats, $unit] = explode('/', $this->meter);
        $body = '';
        foreach (explode('|', $this->music) as $index => $measure) {
            $number = $this->numberFromZero ? $index : $index + 1;
            $implicit = $this->numberFromZero && $index === 0 ? ' implicit="yes"' : '';
            $attributes = '';
            if ($index === 0) {
                $clef = str_contains($this->name, 'Viola') ? ['C', 3]
                    : (preg_match('~Cello|Bass~', $this->name) === 1 ? ['F', 4] : ['G', 2]);
                $attributes = '<attributes><divisions>' . self::DIVISIONS . "</divisions><key><fifths>{$this->fifths}</fifths></key>"
                    . "<time><beats>{$beats}</beats><beat-type>{$unit}</beat-type></time>"
                    . "<clef><sign>{$clef[0]}</sign><line>{$clef[1]}</line></clef></attributes>"
                    . "<direction><direction-type><words/></direction-type><sound tempo=\"{$this->tempo}\"/></direction>"
                    . ($this->dynamic === '' ? '' : self::direction($this->dynamic));
            }
            $body .= "<measure number=\"{$number}\"{$implicit}>{$attributes}" . $this->measure(trim($measure)) . '</measure>';
        }

        return '<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><work><work-title>Passage</work-title></work>'
            . "<part-list><score-part id=\"P1\"><part-name>{$this->name}</part-name></score-part></part-list>"
            . "<part id=\"P1\">{$body}</part></score-partwise>";
    }

    private function measure(string $text): string
    {
        $left = $right = '';
        $xml = '';
        foreach (explode('//', $text) as $voice => $line) {
            $length = 0;
            $inner = '';
            preg_match_all('~\[[^\]]*\]|\S+~', $line, $tokens);
            foreach ($tokens[0] as $token) {
                if ($token[0] === '[') {
                    $word = substr($token, 1, -1);
                    if ($word === 'repeat') {
                        $left .= '<repeat direction="forward"/>';
                    } elseif (str_starts_with($word, 'back')) {
                        $times = substr($word, 5);
                        $right .= '<repeat direction="backward"' . ($times === '' ? '' : " times=\"{$times}\"") . '/>';
                    } elseif ($word === 'double') {
                        $right = '<bar-style>light-light</bar-style>' . $right;
                    } elseif (preg_match('~^key (-?\d)$~', $word, $key) === 1) {
                        $inner .= "<attributes><key><fifths>{$key[1]}</fifths></key></attributes>";
                    } elseif (preg_match('~^[\d,]+$~', $word) === 1) {
                        $left = "<ending number=\"{$word}\" type=\"start\"/>" . $left;
                        $right = "<ending number=\"{$word}\" type=\"stop\"/>" . $right;
                    } else {
                        $inner .= self::direction($word);
                    }
                    continue;
                }
                [$note, $duration] = $this->note($token, $voice + 1);
                $inner .= $note;
                $length += $duration;
            }
            $xml .= ($voice > 0 ? "<backup><duration>{$length}</duration></backup>" : '') . $inner;
        }

        return ($left === '' ? '' : "<barline location=\"left\">{$left}</barline>") . $xml
            . ($right === '' ? '' : "<barline location=\"right\">{$right}</barline>");
    }

    private static function direction(string $word): string
    {
        [$type, $sound] = match (true) {
            in_array($word, ['pp', 'p', 'mp', 'mf', 'f', 'ff'], true) => ["<dynamics><{$word}/></dynamics>", ''],
            $word === '<' => ['<wedge type="crescendo"/>', ''],
            $word === '>' => ['<wedge type="diminuendo"/>', ''],
            $word === '/' => ['<wedge type="stop"/>', ''],
            $word === 'segno', $word === 'coda' => ["<{$word}/>", ''],
            $word === 'to coda' => ['<words>To Coda</words>', ''],
            $word === 'fine' => ['<words>Fine</words>', ''],
            str_starts_with($word, 'mark ') => ['<rehearsal>' . substr($word, 5) . '</rehearsal>', ''],
            str_starts_with($word, 'tempo ') => ['<words/>', '<sound tempo="' . substr($word, 6) . '"/>'],
            default => ["<words>{$word}</words>", ''],
        };

        return "<direction><direction-type>{$type}</direction-type>{$sound}</direction>";
    }

    /** @return array{string, int} */
    private function note(string $token, int $voice): array
    {
        $pattern = '@^(?<open>\(*)(?<grace>g:)?(?<pitch>r|[A-G][#b]{0,2}\d(?:\+[A-G][#b]{0,2}\d)*)(?<value>[whqest])(?<dots>\.*)'
            . '(?<third>\*)?(?<mods>[~\'_>^du,!k]*)(?<close>\)*)$@';
        if (preg_match($pattern, $token, $match) !== 1) {
            throw new \InvalidArgumentException("No note: {$token}");
        }
        [$numerator, $denominator] = self::VALUES[$match['value']];
        $length = Fraction::of($numerator, $denominator);
        $dot = $length;
        for ($count = strlen($match['dots']); $count > 0; $count--) {
            $dot = $dot->dividedBy(2);
            $length = $length->plus($dot);
        }
        if ($match['third'] !== '') {
            $length = $length->times(Fraction::of(2, 3));
        }
        $duration = $length->times(self::DIVISIONS)->numerator;
        if ($match['pitch'] === 'r') {
            return ["<note><rest/><duration>{$duration}</duration><voice>{$voice}</voice></note>", $duration];
        }
        $xml = '';
        foreach (explode('+', $match['pitch']) as $index => $pitch) {
            $xml .= $this->notehead($pitch, $index > 0, $match, $duration, $voice);
        }

        return [$xml, $match['grace'] === 'g:' ? 0 : $duration];
    }

    /** @param array<array-key, string> $match */
    private function notehead(string $pitch, bool $inChord, array $match, int $duration, int $voice): string
    {
        preg_match('~^([A-G])([#b]*)(\d)$~', $pitch, $parts);
        $alter = strlen($parts[2]) * (str_starts_with($parts[2], 'b') ? -1 : 1);
        $mods = $match['mods'];
        $articulations = (str_contains($mods, "'") ? '<staccato/>' : '') . (str_contains($mods, '_') ? '<tenuto/>' : '')
            . (str_contains($mods, '>') ? '<accent/>' : '')
            . (str_contains($mods, '^') ? '<spiccato/>' : '') . (str_contains($mods, ',') ? '<breath-mark/>' : '');
        $technical = (str_contains($mods, 'd') ? '<down-bow/>' : '') . (str_contains($mods, 'u') ? '<up-bow/>' : '');
        $notations = '';
        if (!$inChord) {
            // Closing slurs end the innermost first; numbers count the depth.
            for ($count = strlen($match['close']); $count > 0; $count--) {
                $notations .= '<slur type="stop" number="' . $this->depth-- . '"/>';
            }
            for ($count = strlen($match['open']); $count > 0; $count--) {
                $notations .= '<slur type="start" number="' . ++$this->depth . '"/>';
            }
        }
        $isTiedTo = in_array($pitch, $this->tied[$voice] ?? [], true);
        $notations .= $technical === '' ? '' : "<technical>{$technical}</technical>";
        $notations .= $articulations === '' ? '' : "<articulations>{$articulations}</articulations>";
        $notations .= str_contains($mods, '!') ? '<ornaments><tremolo type="single">3</tremolo></ornaments>' : '';
        $ties = $isTiedTo || str_contains($mods, 'k') ? '<tie type="stop"/>' : '';
        $ties .= str_contains($mods, '~') ? '<tie type="start"/>' : '';
        if (!$inChord) {
            $this->tied[$voice] = [];
        }
        if (str_contains($mods, '~')) {
            $this->tied[$voice][] = $pitch;
        }
        $isGrace = $match['grace'] === 'g:';

        return '<note>' . ($isGrace ? '<grace/>' : '') . ($inChord ? '<chord/>' : '')
            . "<pitch><step>{$parts[1]}</step>" . ($alter === 0 ? '' : "<alter>{$alter}</alter>") . "<octave>{$parts[3]}</octave></pitch>"
            . ($isGrace ? '' : "<duration>{$duration}</duration>{$ties}") . "<voice>{$voice}</voice>"
            . '<type>' . self::TYPES[$match['value']] . '</type>' . str_repeat('<dot/>', strlen($match['dots']))
            . ($match['third'] === '' ? '' : '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>')
            . ($notations === '' ? '' : "<notations>{$notations}</notations>") . '</note>';
    }

    private int $depth = 0;
    /** @var array<int, list<string>> */
    private array $tied = [];
}
