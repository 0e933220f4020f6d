<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/**
 * Reads lines of music of a typed tune into its voices.
 *
 * Source: the ABC 2.1 standard, "The tune body". What cannot be read is told with its place, and the rest goes on behind it.
 */
final class AbcMusic
{
    /** More than any hand plays, than any page prints: what a slip of the keys makes. */
    private const MOST_IN_CHORD = 8;
    private const MOST_GRACE_NOTES = 12;
    private const MOST_IN_TUPLET = 64;
    private const MOST_TIED = 256;
    private const ACCIDENTALS = ['^^' => 2, '__' => -2, '^' => 1, '_' => -1, '=' => 0];
    /** In the time of how many a tuplet is played; 0: of three in compound meters, else of two. */
    private const TUPLETS = [2 => 3, 3 => 2, 4 => 3, 5 => 0, 6 => 2, 7 => 0, 8 => 3, 9 => 0];
    private const EXPECTED = 'expected a note, a rest, a bar or a sign';
    /** A note longer than this many whole notes is a slip of the hand. */
    private const LONGEST = 64;

    private string $text = '';
    private int $at = 0;
    private int $line = 0;
    /** @var array{int, int} how far the letters of the line are counted, and how many they are */
    private array $counted = [0, 0];
    /** Letters of the line before this text. */
    private int $shift = 0;
    private AbcVoice $voice;

    /** @var list<string> signs that wait for their note */
    private array $signs = [];
    /** @var list<array{string, string}> */
    private array $words = [];
    /** @var list<bool> */
    private array $slurs = [];
    /** @var list<AbcNote> */
    private array $grace = [];
    private bool $isSlashed = false;
    /** @var array{AbcNote, int}|null the note before a broken rhythm, and its points: more than 0 for > */
    private ?array $broken = null;
    /** @var array{int, int, int, int, int}|null p, q, how many are left, line and column */
    private ?array $tuplet = null;
    /** Notes that are tied to one another before the last. */
    private int $tiedInRow = 0;
    private bool $isFirstOfTuplet = false;
    private bool $isApart = true;
    /** @var array<string, list<array{int, int}>> places of slurs that are open, by voice */
    private array $open = [];

    /** @param AbcTune $tune what is read so far; fields inside the music go there */
    public function __construct(private readonly AbcTune $tune)
    {
        $this->voice = $tune->voice();
    }

    /** @param int $shift letters of the line before the text */
    public function line(string $text, int $line, int $shift = 0): void
    {
        [$this->text, $this->at, $this->line, $this->shift] = [$text, 0, $line, $shift];
        $this->turnTo($this->tune->voice());
        $this->isApart = true;
        $this->counted = [0, 0];
        while ($this->at < strlen($text) && count($this->tune->problems) <= AbcReader::MANY) {
            $start = $this->at;
            $this->step();
            if ($this->at <= $start) {
                // Nothing is read twice.
                $this->at = $start + 1;
            }
        }
    }

    /** The music is over: what is open is told. */
    public function end(): void
    {
        $this->turnTo($this->tune->voice());
        $this->endTuplet();
        foreach ($this->open as $places) {
            foreach ($places as [$line, $column]) {
                $this->tune->problems[] = new AbcProblem($line, $column, 'this slur begins and never ends');
            }
        }
        if ($this->broken !== null) {
            $this->tune->problems[] = new AbcProblem($this->line, $this->column(), 'after < or > a note is expected');
        }
        foreach ($this->tune->voices as $voice) {
            $voice->close();
        }
    }

    private function turnTo(AbcVoice $voice): void
    {
        if ($voice !== $this->voice) {
            $this->endTuplet();
            [$this->signs, $this->words, $this->slurs, $this->grace, $this->broken] = [[], [], [], [], null];
            $this->voice = $voice;
        }
    }

    private function step(): void
    {
        $rest = substr($this->text, $this->at, 400);
        $letter = $rest[0];
        match (true) {
            $letter === ' ' || $letter === "\t" || $letter === '`' => $this->blank($letter),
            preg_match('~^\[([A-Za-z]):([^\]\n]*)\]~', $rest, $match) === 1 => $this->field($match[1], $match[2], strlen($match[0])),
            preg_match('~^\[([A-Za-z]):~', $rest) === 1 => $this->skip('this field is not closed; expected ]', strlen($rest)),
            preg_match('~^(?::+\|+:+|:+\|+\]?|\|+:+|::|\[?\|+\]|\[\|(?!\])|\|+)~', $rest, $match) === 1 => $this->bar($match[0], $rest),
            preg_match('~^\[(\d+(?:[,-]\d+)*)~', $rest, $match) === 1 => $this->ending($match[1], strlen($match[0])),
            $letter === '[' => $this->chord(),
            preg_match('~^\{(/?)([^}\n]*)(\}?)~', $rest, $match) === 1 => $this->graceNotes($match),
            preg_match('~^\((\d)(?::(\d*)(?::(\d*))?)?~', $rest, $match) === 1 => $this->beginTuplet($match),
            preg_match('~^\.?\(~', $rest, $match) === 1 => $this->slur(strlen($match[0])),
            $letter === ')' => $this->endSlur(),
            $letter === '-' || str_starts_with($rest, '.-') => $this->tie($letter === '-' ? 1 : 2),
            preg_match('~^(>{1,3}|<{1,3})~', $rest, $match) === 1 => $this->break($match[1]),
            preg_match('~^!([^!\s]{1,20})!~', $rest, $match) === 1 => $this->sign($match[1], strlen($match[0])),
            preg_match('~^\+([a-zA-Z0-5().<>]{1,20})\+~', $rest, $match) === 1 => $this->sign($match[1], strlen($match[0])),
            preg_match('~^![^!\s]*~', $rest, $match) === 1
                => $this->skip('this sign is not closed; expected one such as !upbow! or !3!', strlen($match[0])),
            preg_match('~^"([^"\n]*)"~', $rest, $match) === 1 => $this->annotation($match[1], strlen($match[0])),
            $letter === '"' => $this->skip('these words are not closed; expected "', strlen($rest)),
            preg_match('~^(?:\^\^|__|[\^_=])?[A-Ga-g]~', $rest) === 1 => $this->note(),
            preg_match('~^[zxZX]~', $rest) === 1 => $this->rest($letter),
            preg_match('~^y\d*~', $rest, $match) === 1 => $this->at += strlen($match[0]),
            isset(AbcSigns::LETTERS[$letter]) => $this->sign(AbcSigns::LETTERS[$letter], 1),
            $letter === '\\' || $letter === '$' => $this->at++,
            default => $this->unreadable($rest),
        };
    }

    private function blank(string $letter): void
    {
        // A back quote only makes a beam easier to read.
        $this->isApart = $this->isApart || $letter !== '`';
        $this->at++;
    }

    private function field(string $name, string $value, int $length): void
    {
        $this->tune->field($name, $value, $this->line, $this->column() + 3, true);
        $this->at += $length;
        if ($name === 'V') {
            $this->turnTo($this->tune->voice());
        }
        $this->isApart = true;
    }

    private function bar(string $sign, string $rest): void
    {
        $this->endTuplet();
        $column = $this->column();
        $this->at += strlen($sign);
        $voice = $this->voice;
        $isBack = str_starts_with($sign, ':');
        $isForward = str_ends_with($sign, ':') || $sign === '::';
        $wasEmpty = $voice->now->isEmpty();
        $voice->close();
        $before = $voice->before();
        if ($before !== null && ($isBack || $sign !== '|')) {
            $before->repeatsTo = $before->repeatsTo || $isBack;
            if ($voice->isInEnding && ($isBack || $sign !== '|')) {
                $before->endsEnding = true;
                $voice->isInEnding = false;
            }
            if (in_array($sign, ['||', '[|'], true)) {
                $before->bar = 'light-light';
            } elseif (in_array($sign, ['|]', '[|]'], true) || $isBack) {
                $before->bar = 'light-heavy';
            }
        } elseif ($isBack) {
            $this->tune->problems[] = new AbcProblem($this->line, $column, 'a repeat ends here and there is nothing before it');
        }
        if ($isForward) {
            $voice->now->repeatsFrom = true;
        }
        if (
            preg_match('~^\s*\[?(\d+(?:[,-]\d+)*)~', substr($this->text, $this->at, 20), $match) === 1
            && (preg_match('~^\d~', substr($this->text, $this->at, 1)) === 1 || str_contains($match[0], '['))
        ) {
            $this->ending($match[1], strlen($match[0]));
        }
        $this->isApart = true;
        if ($wasEmpty && $before === null && !$isForward && $sign !== '|' && $sign !== '[|') {
            $this->tune->problems[] = new AbcProblem($this->line, $column, 'a measure is closed here that has no notes');
        }
    }

    private function ending(string $number, int $length): void
    {
        $this->at += $length;
        $before = $this->voice->before();
        if ($this->voice->isInEnding && $before !== null) {
            $before->endsEnding = true;
        }
        $this->voice->now->ending = str_replace('-', ',', $number);
        $this->voice->isInEnding = true;
        $this->isApart = true;
    }

    private function note(): void
    {
        $column = $this->column();
        $pitch = $this->pitch();
        if ($pitch === null) {
            return;
        }
        $note = new AbcNote($this->length(), $this->line, $column);
        $note->pitches = [$pitch];
        $this->put($note);
    }

    /** @return array{string, int, int|null}|null letter, octave, alteration */
    private function pitch(): ?array
    {
        if (preg_match("~\G(\^\^|__|[\^_=])?([A-Ga-g])([,']*)~", $this->text, $match, 0, $this->at) !== 1) {
            return null;
        }
        $this->at += strlen($match[0]);
        $octave = (ctype_lower($match[2]) ? 5 : 4) + substr_count($match[3], "'") - substr_count($match[3], ',') + $this->voice->octave;
        if ($octave < 0 || $octave > 9) {
            $this->tune->problems[] = new AbcProblem($this->line, $this->column(), 'no instrument has this note');
            $octave = max(0, min(9, $octave));
        }

        return [strtoupper($match[2]), $octave, $match[1] === '' ? null : self::ACCIDENTALS[$match[1]]];
    }

    /** A length after a note, in whole notes. */
    private function length(): Fraction
    {
        $unit = $this->tune->unit();
        if (preg_match('~\G(\d{0,4})(/*)(\d{0,4})~', $this->text, $match, 0, $this->at) !== 1) {
            return $unit;
        }
        $this->at += strlen($match[0]);
        $above = $match[1] === '' ? 1 : (int) $match[1];
        $below = match (true) {
            $match[2] === '' => 1,
            $match[3] !== '' => (int) $match[3],
            default => 2 ** min(6, strlen($match[2])),
        };
        if ($above === 0 || $below === 0 || $below > 256) {
            $this->tune->problems[] = new AbcProblem($this->line, $this->column(), 'a note lasts neither nothing nor less than a 256th');

            return $unit;
        }
        $length = $unit->times(Fraction::of($above, $below));
        if ($length->toFloat() > self::LONGEST) {
            $this->tune->problems[] = new AbcProblem($this->line, $this->column(), 'this note is longer than sixty-four whole notes');

            return $unit;
        }

        return $length;
    }

    private function rest(string $letter): void
    {
        $column = $this->column();
        $this->at++;
        if ($letter === 'Z' || $letter === 'X') {
            $count = preg_match('~\G\d{1,3}~', $this->text, $match, 0, $this->at) === 1 ? (int) $match[0] : 1;
            $this->at += strlen($match[0] ?? '');
            $this->voice->close();
            $this->voice->now->rests = max(1, min(500, $count));
            $this->voice->close();

            return;
        }
        $rest = new AbcNote($this->length(), $this->line, $column);
        $rest->isHidden = $letter === 'x';
        $this->put($rest);
    }

    private function chord(): void
    {
        $column = $this->column();
        $this->at++;
        $pitches = [];
        $first = null;
        $isTied = false;
        while (($letter = $this->text[$this->at] ?? '') !== ']') {
            if ($letter === '' || $letter === '|') {
                $this->tune->problems[] = new AbcProblem($this->line, $column, 'this chord is not closed; expected ]');
                break;
            }
            $before = $this->at;
            $pitch = $this->pitch();
            if ($pitch !== null) {
                $pitches[] = $pitch;
                $length = $this->length();
                $first ??= $length;
            } elseif ($letter === '-') {
                $isTied = true;
                $this->at++;
            } elseif (preg_match('~\G!([^!\s]{1,20})!~', $this->text, $match, 0, $this->at) === 1) {
                $this->sign($match[1], strlen($match[0]));
            } else {
                $this->unreadable(substr($this->text, $this->at, 8), 'inside a chord a note is expected');
            }
            $this->at = max($this->at, $before + 1);
        }
        $this->at += ($this->text[$this->at] ?? '') === ']' ? 1 : 0;
        if (count($pitches) > self::MOST_IN_CHORD) {
            $most = self::MOST_IN_CHORD;
            $this->tune->problems[] = new AbcProblem($this->line, $column, "a chord has at most {$most} notes; the others are left out");
            $pitches = array_slice($pitches, 0, $most);
        }
        $times = $this->length()->dividedBy($this->tune->unit());
        if ($pitches === []) {
            return;
        }
        $note = new AbcNote(($first ?? $this->tune->unit())->times($times), $this->line, $column);
        $note->pitches = $pitches;
        $note->isTied = $isTied;
        $this->put($note);
    }

    /** @param array<int, string> $match */
    private function graceNotes(array $match): void
    {
        $column = $this->column();
        if ($match[3] === '') {
            $this->skip('these grace notes are not closed; expected }', 1);

            return;
        }
        $this->at += 1 + strlen($match[1]);
        $this->isSlashed = $match[1] === '/';
        $end = $this->at + strlen($match[2]);
        while ($this->at < $end) {
            $before = $this->at;
            $pitch = $this->pitch();
            if ($pitch !== null) {
                $note = new AbcNote($this->length(), $this->line, $column);
                $note->pitches = [$pitch];
                $this->grace[] = $note;
            } elseif (!in_array($this->text[$this->at], [' ', '(', ')'], true)) {
                $this->unreadable($this->text[$this->at], 'among grace notes a note is expected');
            }
            $this->at = max($this->at, $before + 1);
        }
        if (count($this->grace) > self::MOST_GRACE_NOTES) {
            $most = self::MOST_GRACE_NOTES;
            $problem = "at most {$most} grace notes stand before a note; the others are left out";
            $this->tune->problems[] = new AbcProblem($this->line, $column, $problem);
            $this->grace = array_slice($this->grace, 0, $most);
        }
        $this->at = $end + 1;
    }

    /** @param array<int, string> $match */
    private function beginTuplet(array $match): void
    {
        $this->endTuplet();
        $column = $this->column();
        $this->at += strlen($match[0]);
        $count = (int) $match[1];
        if ($count < 2) {
            $this->tune->problems[] = new AbcProblem($this->line, $column, 'a tuplet has two to nine notes');

            return;
        }
        $isCompound = in_array($this->voice->meter->beats, ['6', '9', '12'], true);
        $usual = self::TUPLETS[$count] ?: ($isCompound ? 3 : 2);
        $time = ($match[2] ?? '') === '' ? $usual : (int) $match[2];
        $notes = ($match[3] ?? '') === '' ? $count : (int) $match[3];
        if ($time < 1 || $notes < 1 || $time > self::MOST_IN_TUPLET || $notes > self::MOST_IN_TUPLET) {
            $this->tune->problems[] = new AbcProblem($this->line, $column, 'a tuplet is (p:q:r, p notes in the time of q, for r notes');

            return;
        }
        $this->tuplet = [$count, $time, min(64, $notes), $this->line, $column];
        $this->isFirstOfTuplet = true;
    }

    /** A tuplet that is not full where the measure ends is told; its last note ends it. */
    private function endTuplet(): void
    {
        if ($this->tuplet === null) {
            return;
        }
        [, , $left, $line, $column] = $this->tuplet;
        $short = $left === 1 ? 'this tuplet is a note short' : "this tuplet is {$left} notes short";
        $this->tune->problems[] = new AbcProblem($line, $column, $short);
        if (!$this->isFirstOfTuplet && $this->voice->last?->tuplet !== null) {
            $this->voice->last->tupletEnd = $this->voice->last->tupletEnd === 'first' ? 'alone' : 'last';
        }
        $this->tuplet = null;
    }

    private function slur(int $length): void
    {
        $this->slurs[] = $length === 2;
        $this->open[$this->voice->id][] = [$this->line, $this->column()];
        $this->at += $length;
    }

    private function endSlur(): void
    {
        if (($this->open[$this->voice->id] ?? []) === [] || $this->voice->last === null) {
            $this->skip('a slur ends here that has not begun', 1);

            return;
        }
        array_pop($this->open[$this->voice->id]);
        if ($this->slurs !== []) {
            // Nothing was under it.
            array_pop($this->slurs);
        } else {
            $this->voice->last->slursTo++;
        }
        $this->at++;
    }

    private function tie(int $length): void
    {
        if ($this->voice->last === null || $this->voice->last->isRest()) {
            $this->skip('a tie stands after a note', $length);

            return;
        }
        $this->voice->last->isTied = true;
        $this->at += $length;
    }

    private function break(string $signs): void
    {
        if ($this->voice->last === null || $this->voice->now->notes === []) {
            $this->skip('before < or > a note is expected', strlen($signs));

            return;
        }
        $this->broken = [$this->voice->last, $signs[0] === '>' ? strlen($signs) : -strlen($signs)];
        $this->at += strlen($signs);
    }

    private function sign(string $name, int $length): void
    {
        if (!AbcSigns::isKnown($name)) {
            $this->skip("“{$name}” is no sign that is read here; expected one such as !upbow!, !3!, !accent! or !ff!", $length);

            return;
        }
        $this->signs[] = $name;
        $this->at += $length;
    }

    private function annotation(string $text, int $length): void
    {
        $place = $text[0] ?? '';
        $this->words[] = in_array($place, ['^', '_', '<', '>', '@'], true)
            ? [$place === '_' ? 'below' : 'above', substr($text, 1)]
            : ['chord', $text];
        $this->at += $length;
    }

    /** A note is finished: what waited for it, and what goes before it, is its own. */
    private function put(AbcNote $note): void
    {
        $note->until = $this->column();
        $isTiedTo = $this->voice->last !== null && $this->voice->last->isTied;
        $this->tiedInRow = $isTiedTo ? $this->tiedInRow + 1 : 0;
        if ($this->tiedInRow > self::MOST_TIED && $this->voice->last !== null) {
            $this->voice->last->isTied = false;
            $most = self::MOST_TIED;
            $problem = "a tie joins at most {$most} notes; a new one begins here";
            $this->tune->problems[] = new AbcProblem($this->line, $this->column(), $problem);
            $this->tiedInRow = 0;
        }
        [$note->signs, $note->words, $note->slursFrom, $note->grace] = [$this->signs, $this->words, $this->slurs, $this->grace];
        $note->isSlashed = $this->isSlashed;
        [$this->signs, $this->words, $this->slurs, $this->grace, $this->isSlashed] = [[], [], [], [], false];
        $note->isJoined = !$this->isApart;
        $this->isApart = false;
        if ($this->broken !== null) {
            [$before, $points] = $this->broken;
            // The dotted one takes as much as the other gives up.
            $short = Fraction::of(1, 2 ** abs($points));
            $long = Fraction::of(2)->minus($short);
            [$first, $second] = $points > 0 ? [$long, $short] : [$short, $long];
            $before->length = $before->length->times($first);
            $note->length = $note->length->times($second);
            $this->broken = null;
        }
        if ($this->tuplet !== null) {
            $note->tuplet = [$this->tuplet[0], $this->tuplet[1]];
            $note->tupletEnd = $this->isFirstOfTuplet ? 'first' : '';
            $this->isFirstOfTuplet = false;
            if (--$this->tuplet[2] === 0) {
                $note->tupletEnd = $note->tupletEnd === 'first' ? 'alone' : 'last';
                $this->tuplet = null;
            }
        }
        $this->voice->add($note);
        $this->tune->notes += $note->isRest() ? 0 : count($note->pitches);
    }

    private function unreadable(string $rest, string $expected = self::EXPECTED): void
    {
        $letter = mb_substr(mb_scrub($rest), 0, 1);
        $shown = preg_match('~^[\p{C}\p{Z}]$~u', $letter) === 1 ? 'this letter' : "“{$letter}”";
        $this->skip("{$shown} is not read here; {$expected}", max(1, strlen($letter)));
    }

    private function skip(string $text, int $length): void
    {
        $this->tune->problems[] = new AbcProblem($this->line, $this->column(), $text);
        $this->at += $length;
    }

    private function column(): int
    {
        if ($this->at < $this->counted[0]) {
            $this->counted = [0, 0];
        }
        [$from, $letters] = $this->counted;
        $letters += mb_strlen(mb_scrub(substr($this->text, $from, $this->at - $from)));
        $this->counted = [$this->at, $letters];

        return $this->shift + $letters + 1;
    }
}
