<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Fingering\Result\OtherFinger;
use UprightPencil\Marks\Origin;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\ScorePlan;
use UprightPencil\Plan\WhatIf;
use UprightPencil\Printing\ReadersList;
use UprightPencil\Printing\ReadersRow;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\FlagPlace;
use UprightPencil\Review\FlagRank;
use UprightPencil\Review\Remedy;
use UprightPencil\Roadmap\Roadmap;

/**
 * A worked-out score as the JSON that scripts read. The same plan gives the same bytes.
 *
 * Two of the fields are for the screens alone: a finger's words, and what of it should catch the eye.
 *
 * @phpstan-type Way array{text: string, lines: list<string>}
 * @phpstan-type Future array{text: string, lines: list<string>, does: string}
 * @phpstan-type ToldFlag array{code: value-of<FlagCode>, measure?: string, beat?: string, part?: string, note?: string,
 *     rank: value-of<FlagRank>, places?: list<PlaceOfFlag>, text: string, ways: list<Way>}
 * @phpstan-type PlaceOfFlag array{part?: string, measure: string, beat: string, note?: string, to?: string}
 * @phpstan-type BowChange array{beat: string, direction: value-of<Direction>, for: string, pass?: int}
 * @phpstan-type Bow array{stroke: int, direction: value-of<Direction>, from?: float, to?: float, join: value-of<BowConnection>,
 *     origin: value-of<Origin>, why: string, advice?: string, related?: string, changes: list<BowChange>,
 *     head?: true}
 * @phpstan-type FingerOption array{string: string, number: int, shape: value-of<FingerShape>, position: string, costs: float,
 *     why: string, words?: string}
 * @phpstan-type Finger array{string: string, number: int, shape: value-of<FingerShape>, position: string, shift: bool,
 *     find?: string, advice?: string,
 *     leaveDown: bool, leaveDownTo?: string, mayAlso?: string, slide: bool, laid: bool, semitones: int, origin: value-of<Origin>,
 *     why?: string, others?: list<FingerOption>, words?: string, bent?: true, reach?: true, frame?: int}
 * @phpstan-type ListedSign array{measure: string, beat: string, landmark: string, text: string, same: list<string>}
 * @phpstan-type PrintedNote array{id: string, measure: string, index: int, beat: string, voice: string, onset: string,
 *     duration: string, pitch: string|null}
 */
final readonly class MarkedScoreJson
{
    public const FORMAT = 'upright-pencil/marked-score';

    /** @param bool $hasList whether each part tells what a reader pencils into a printed part, and how long that takes */
    public function __construct(private bool $hasList = false)
    {
    }

    /**
     * One note and one flag a line: for people to read too.
     *
     * @param array<string, mixed> $more what else is told of the score
     * @param array<string, array<string, mixed>> $moreOfParts what else is told of parts, by their ids
     */
    public function write(ScorePlan $plan, array $more = [], array $moreOfParts = []): string
    {
        $parts = array_map(
            fn (PartPlan $part): string => $this->part($plan->score, $plan->roadmap, $part, $moreOfParts[$part->part->id] ?? []),
            $plan->parts,
        );

        return $this->around($plan, $parts, $more);
    }

    /**
     * One part, as it stands in the whole.
     *
     * @param array<string, mixed> $more what else is told of it
     */
    public function part(Score $score, Roadmap $roadmap, PartPlan $part, array $more = []): string
    {
        $list = $this->hasList ? ReadersList::of($score, $part->part, $part->book, $part->bow, $part->prints) : null;
        $head = self::head($part->part, $roadmap->numbers($score->measures)) + ($list === null ? [] : ['minutes' => $list->minutes()]);

        return self::object($head + $more, [
            'notes' => $this->noteLines($score, $part),
            'flags' => self::flagLines($part->flags, $score),
            ...($list === null ? [] : ['list' => array_map(self::encode(...), self::list($list))]),
        ]);
    }

    /**
     * The whole around its parts.
     *
     * @param list<string> $parts as {@see part()} writes them, in their order
     * @param array<string, mixed> $more what else is told of the score
     */
    public function around(ScorePlan $plan, array $parts, array $more = []): string
    {
        $head = substr(self::encode(['format' => self::FORMAT, 'version' => 1, 'title' => $plan->score->title] + $more), 0, -1);
        $flags = self::lines(self::flagLines($plan->flags, $plan->score));

        return "{$head},\"parts\":" . self::lines($parts) . ",\"flags\":{$flags}}\n";
    }

    /**
     * @param array<string, mixed> $head
     * @param array<string, list<string>> $lists entries written already
     */
    private static function object(array $head, array $lists): string
    {
        $text = substr(self::encode($head), 0, -1);
        foreach ($lists as $name => $list) {
            $text .= ",\"{$name}\":" . self::lines($list);
        }

        return $text . '}';
    }

    /** @param list<string> $entries written already */
    private static function lines(array $entries): string
    {
        return $entries === [] ? '[]' : "[\n" . implode(",\n", $entries) . "\n]";
    }

    /** @return list<ListedSign> */
    public static function list(ReadersList $list): array
    {
        return array_map(static fn (ReadersRow $row): array => [
            'measure' => $row->measure,
            'beat' => $row->beat,
            'landmark' => $row->landmark,
            'text' => $row->text(),
            'same' => $row->same,
        ], $list->rows);
    }

    /** @return list<string> each written as soon as it is told: the notes of a long score are never held all at once */
    private function noteLines(Score $score, PartPlan $plan): array
    {
        $lines = [];
        foreach ($plan->part->notes as $note) {
            $lines[] = self::encode($this->printed($score, $note) + $this->planned($score, $plan, $note, $plan->futures));
        }

        return $lines;
    }

    /**
     * @param list<Flag> $flags
     * @return list<string>
     */
    private static function flagLines(array $flags, Score $score): array
    {
        return array_map(static fn (Flag $flag): string => self::encode(self::flag($flag, $score)), $flags);
    }

    /** @param array<string, mixed> $json */
    private static function encode(array $json): string
    {
        return json_encode($json, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);
    }

    /**
     * @param list<string> $roadmap
     * @return array<string, mixed>
     */
    private static function head(Part $part, array $roadmap): array
    {
        return ['id' => $part->id, 'name' => $part->name, 'instrument' => $part->instrument->value, 'roadmap' => $roadmap];
    }

    /**
     * @param array<string, list<WhatIf>> $futures what open choices would do, by note id
     * @return list<array<string, mixed>>
     */
    public function notes(Score $score, PartPlan $plan, array $futures = []): array
    {
        $notes = [];
        foreach ($plan->part->notes as $note) {
            $notes[] = [...$this->printed($score, $note), ...$this->planned($score, $plan, $note, $futures)];
        }

        return $notes;
    }

    /** @return PrintedNote what stands in the score, whatever is marked */
    public function printed(Score $score, Note $note): array
    {
        $measure = $score->measures[$note->measure];

        return [
            'id' => $note->id,
            'measure' => $measure->number,
            'index' => $measure->index,
            'beat' => self::beat($measure, $note),
            'voice' => $note->voice,
            'onset' => (string) $score->onsetOf($note),
            'duration' => (string) $note->duration,
            'pitch' => $note->pitch === null ? null : (string) $note->pitch,
        ];
    }

    /**
     * @param array<string, list<WhatIf>> $futures
     * @return array<string, mixed> what was worked out for a note, and what the page shows there
     */
    public function planned(Score $score, PartPlan $plan, Note $note, array $futures = []): array
    {
        $bow = $plan->bow->at($note->id);
        $finger = $plan->fingers->at($note->id);
        $choices = array_map(self::future(...), $futures[$note->id] ?? []);

        return [
            'bow' => $bow === null ? null : self::bow($score->measures[$note->measure], $note, $bow),
            'finger' => $finger === null ? null : self::finger($finger),
            'prints' => ($plan->prints[$note->id] ?? null)?->tokens() ?? [],
            ...($choices === [] ? [] : ['choices' => $choices]),
        ];
    }

    /** @return Future */
    public static function future(WhatIf $future): array
    {
        return ['text' => $future->text, 'lines' => $future->lines, 'does' => $future->does];
    }

    /** @return Way */
    public static function way(Remedy $way): array
    {
        return ['text' => $way->text, 'lines' => $way->lines];
    }

    /** @return ToldFlag */
    public static function flag(Flag $flag, Score $score): array
    {
        $json = ['code' => $flag->code->value];
        if ($flag->measure !== null) {
            $json['measure'] = $score->measures[$flag->measure]->number;
            $json['beat'] = $flag->beat === null ? '1' : $flag->beat->toDecimal();
        }
        if ($flag->partId !== null) {
            $json['part'] = $flag->partId;
        }
        if ($flag->noteId !== null) {
            $json['note'] = $flag->noteId;
        }

        $json['rank'] = $flag->rank()->value;
        if ($flag->places !== []) {
            $json['places'] = array_map(static fn (FlagPlace $place): array => self::place($place, $score), $flag->places);
        }
        $json['text'] = $flag->text;
        $json['ways'] = array_map(self::way(...), $flag->ways);

        return $json;
    }

    /** @return PlaceOfFlag */
    private static function place(FlagPlace $place, Score $score): array
    {
        return [
            ...($place->partId === null ? [] : ['part' => $place->partId]),
            'measure' => $score->measures[$place->measure]->number,
            'beat' => $place->beat === null ? '1' : $place->beat->toDecimal(),
            ...($place->noteId === null ? [] : ['note' => $place->noteId]),
            ...($place->until === null ? [] : ['to' => $score->measures[$place->until]->number]),
        ];
    }

    /** @return Bow */
    public static function bow(Measure $measure, Note $note, NoteBow $bow): array
    {
        $json = ['stroke' => $bow->stroke, 'direction' => $bow->direction->value];
        if ($bow->from !== null && $bow->to !== null) {
            $json['from'] = round($bow->from, 3);
            $json['to'] = round($bow->to, 3);
        }
        $changes = [];
        foreach ($bow->changes as $change) {
            $changes[] = [
                'beat' => $measure->meter->beatAt($note->offset->plus($change->offset))->toDecimal(),
                'direction' => $change->direction->value,
                'for' => $change->for->value,
                ...($change->pass === null ? [] : ['pass' => $change->pass]),
            ];
        }

        $json['join'] = $bow->connection->value;
        $json['origin'] = $bow->origin->value;
        $json['why'] = $bow->why;
        if ($bow->advice !== '') {
            $json['advice'] = $bow->advice;
        }
        if ($bow->related !== null) {
            $json['related'] = $bow->related;
        }
        $json['changes'] = $changes;

        return $json;
    }

    /** @return Finger with its reason and the other possibilities */
    public static function finger(NoteFinger $finger): array
    {
        return [...self::hand($finger), ...self::explained($finger)];
    }

    /** @return Finger without its reason and the other possibilities */
    public static function hand(NoteFinger $finger): array
    {
        $json = [
            'string' => $finger->string,
            'number' => $finger->number,
            'shape' => $finger->shape->value,
            'position' => $finger->position,
            'shift' => $finger->isShift,
        ];
        if ($finger->find !== '') {
            $json['find'] = $finger->find;
        }
        if ($finger->advice !== '') {
            $json['advice'] = $finger->advice;
        }
        $json['leaveDown'] = $finger->leaveDown;
        if ($finger->leaveDownTo !== null) {
            $json['leaveDownTo'] = $finger->leaveDownTo;
        }
        if ($finger->mayAlso !== '') {
            $json['mayAlso'] = $finger->mayAlso;
        }
        $json['slide'] = $finger->isSlide;
        $json['laid'] = $finger->isLaid;
        $json['semitones'] = $finger->semitones;
        $json['origin'] = $finger->origin->value;

        return $json;
    }

    /** @return array{why: string, others: list<FingerOption>} */
    private static function explained(NoteFinger $finger): array
    {
        return [
            'why' => $finger->why,
            'others' => array_map(static fn (OtherFinger $other): array => [
                'string' => $other->string,
                'number' => $other->number,
                'shape' => $other->shape->value,
                'position' => $other->position,
                'costs' => round($other->costs, 2),
                'why' => $other->why,
            ], $finger->others),
        ];
    }

    private static function beat(Measure $measure, Note $note): string
    {
        // A part stands on a few dozen beats over and over.
        /** @var array<string, string> $known */
        static $known = [];
        $key = "{$measure->meter->beats}/{$measure->meter->unit} {$note->offset}";

        return $known[$key] ??= $measure->meter->beatAt($note->offset)->toDecimal();
    }
}
