<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\CopyRequest;
use App\Http\Resources\DeskSection;
use App\Marking\ChangeMarks;
use App\Marking\MarkClash;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\OpenStringWriter;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Marks\Kind\Bow\BowDirection;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\WhatIf;
use UprightPencil\Plan\WhatIfs;
use UprightPencil\Practice\FingerPatterns;
use UprightPencil\Practice\PatternMeeting;
use UprightPencil\Practice\PatternUse;
use UprightPencil\Sections\MarkCopy;
use UprightPencil\Sections\PassageReturn;
use UprightPencil\Sections\ReturnBowing;
use UprightPencil\Sections\Returns;

/** What the desk asks about one note or stretch: why this finger, what an open choice would do, where it comes again. */
final class NoteController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans)
    {
    }

    public function show(Section $section, string $note): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $score = $this->plans->score($section);
        abort_unless(isset($score->parts[0]->positionsById()[$note]), 404, 'There is no such note in this part.');
        $plan = $this->plans->of($section, null, $note);
        $finger = $plan->part->fingers->at($note);
        $futures = (new WhatIfs($this->plans->planner($section)))->of($score, $score->parts[0], $plan->part->book);

        return response()->json([
            'finger' => $finger instanceof NoteFinger ? MarkedScoreJson::finger($finger) : null,
            'choices' => array_map(static fn (WhatIf $future): array => MarkedScoreJson::future($future), $futures[$note] ?? []),
            'bows' => array_map(MarkedScoreJson::future(...), $this->otherBows($section, $score, $plan->part, $note)),
            'again' => (new Returns($score, $score->parts))->sameNotes($score->parts[0], $note),
            'bowedBefore' => $this->bowedBefore($score, $plan->part, $note),
        ]);
    }

    /**
     * The other direction of the stroke a note begins, and what it would do to what follows.
     *
     * @return list<WhatIf>
     */
    private function otherBows(Section $section, Score $score, PartPlan $plan, string $note): array
    {
        $bow = $plan->bow->at($note);
        if ($bow === null || !$bow->isHead) {
            return [];
        }
        $other = $bow->direction->opposite();
        $mark = new Mark('', [new BowDirection($other)], $note, $note);
        $futures = new WhatIfs($this->plans->planner($section));

        return [$futures->ofMark($score, $plan, $mark, $other->value, ["{$note} {$other->value}"])];
    }

    /**
     * What the bow does otherwise here than when the passage came before.
     *
     * @return array{text: string, lines: list<string>}|null
     */
    private function bowedBefore(Score $score, PartPlan $plan, string $note): ?array
    {
        $measure = $plan->part->notes[$plan->part->positionsById()[$note]]->measure;
        $bowing = new ReturnBowing($score, $plan->part, $plan->bow);
        foreach ((new Returns($score, [$plan->part]))->all() as $return) {
            $difference = $return->has($measure) ? $bowing->difference($return) : null;
            if ($difference !== null) {
                return ['text' => $difference->text, 'lines' => $difference->lines];
            }
        }

        return null;
    }

    /** Passages of this part that came before, here or in another section. */
    public function returns(Section $section): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $score = $this->plans->score($section);
        $ids = [];
        $parts = [];
        foreach ($section->piece->sections as $other) {
            $ids[$other->part_id] = ['section' => $other->id, 'name' => $other->name];
            $parts[] = $other->id === $section->id ? $score->parts[0] : $this->plans->score($other)->parts[0];
        }
        $number = static fn (int $index): string => $score->measures[$index]->number ?? '';
        $mine = array_filter(
            (new Returns($score, $parts))->all(),
            static fn (PassageReturn $return): bool => $return->part === $section->part_id,
        );

        return response()->json(array_values(array_map(static fn (PassageReturn $return): array => [
            'first' => $return->first,
            'again' => $return->again,
            'measures' => $return->measures,
            'section' => $ids[$return->giver]['section'],
            'text' => "m. {$number($return->again)} is m. {$number($return->first)} again"
                . ($return->giver === $return->part ? '' : " ({$ids[$return->giver]['name']})")
                . ($return->measures > 1 ? ", {$return->measures} measures" : '')
                . ($return->parts === null ? '' : "; they part in m. {$number($return->parts)}"),
        ], $mine)));
    }

    /** Carries the marks of a stretch to another place; tells first what it would overwrite when asked to. */
    public function copy(CopyRequest $request, Section $section, ChangeMarks $changes, DeskSection $resource): JsonResponse
    {
        $score = $this->plans->score($section);
        $from = $request->giver($section);
        $this->authorize('view', $from->piece);
        $given = $this->plans->score($from);
        $taken = $this->plans->book($section, $score);
        $copy = MarkCopy::of(
            $score,
            $given->parts[0],
            $this->plans->book($from, $given),
            $score->parts[0],
            $taken,
            $request->moment('start'),
            $request->moment('until'),
            $request->moment('onto'),
            $request->group(),
        );
        $told = [
            'puts' => $this->lines($score, $score->parts[0], $copy->puts),
            'overwrites' => $this->lines($score, $score->parts[0], $copy->overwrites),
            'missing' => count($copy->missing),
        ];
        if ($request->boolean('look')) {
            return response()->json($told);
        }
        $user = $this->user($request);
        try {
            $takes = array_map(static fn (Mark $mark): string => $mark->key(), $copy->overwrites);
            $changes->change($section, $user, $copy->puts, $takes, $request->integer('seen'), $request->label());
        } catch (MarkClash $clash) {
            return response()->json([
                ...$resource->plan($section, $this->plans->halves($section, []), $user),
                'message' => $clash->getMessage(),
            ], 409);
        }

        return response()->json([...$resource->plan($section, $this->plans->halves($section, []), $user), 'copied' => $told]);
    }

    /** The part on open strings, rhythm and bowing kept. */
    public function openStrings(Section $section): Response
    {
        $this->authorize('view', $section->piece);
        $document = Document::open((string) gzuncompress($section->source));

        return response((new OpenStringWriter($document))->write($this->plans->of($section)->part))
            ->header('Content-Type', 'application/xml; charset=utf-8');
    }

    public function patterns(Section $section): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $plan = $this->plans->of($section);
        $patterns = new FingerPatterns($plan->part->part, $plan->part->fingers);
        $number = static fn (int $index): string => $plan->score->measures[$index]->number;

        return response()->json([
            'patterns' => array_map(static fn (PatternUse $use): array => [
                'string' => $use->string,
                'position' => $use->position,
                'pattern' => $use->pattern,
                'note' => $use->note,
                'measures' => array_map($number, $use->measures),
            ], $patterns->map()),
            'meetings' => array_map(static fn (PatternMeeting $meeting): array => [
                'measure' => $number($meeting->measure),
                'index' => $meeting->measure,
                'text' => $meeting->text,
            ], $patterns->meetings()),
        ]);
    }

    /**
     * @param list<Mark> $marks
     * @return list<string>
     */
    private function lines(Score $score, Part $part, array $marks): array
    {
        $writer = new PencilLinesWriter($score, $part);

        return array_map(static fn (Mark $mark): string => (string) preg_replace('~\s+~', ' ', $writer->line($mark)), $marks);
    }
}
