<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Marking\UndoStack;
use App\Models\LeftFlag;
use App\Models\Section;
use App\Models\User;
use App\Plans\PlanHalves;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Printing\BowPrinting;
use UprightPencil\Review\Flag;

/** A section as the desk needs it: notes with their bows, marks, flags, what can be undone. */
final readonly class DeskSection
{
    /** @return array<string, mixed> what changes with every mark: of the bow and the hand only what is not known yet */
    public function plan(Section $section, PlanHalves $halves, User $user): array
    {
        $part = $halves->part;
        $writer = new PencilLinesWriter($halves->score, $part);
        $left = LeftFlag::query()->with('user')->where('piece_id', $section->piece_id)->get()->keyBy('key');
        $flags = array_map(
            static fn (Flag $flag): array => FlagRow::of($flag, $halves->score, $left->get($flag->key())),
            $halves->flags,
        );

        return [
            'revision' => $section->piece()->value('revision'),
            'names' => $halves->names,
            'notes' => $this->notes($halves),
            'marks' => array_map(static fn (Mark $mark): array => [
                'key' => $mark->key(),
                'from' => $mark->from,
                'to' => $mark->to,
                'target' => $mark->targets[0] ?? '',
                'line' => preg_replace('~\s+~', ' ', $writer->line($mark)),
                'place' => $writer->place($mark),
                'words' => $writer->words($mark),
                'slot' => $mark->kind()->slot()->value,
                'group' => $mark->kind()->slot()->group()->value,
                'state' => $mark->state->value,
                'choices' => $mark->isChoice() ? array_map(static fn ($kind): string => $kind->words(), $mark->kinds) : [],
                'for' => $mark->for->value,
                'author' => $mark->author,
                'mine' => $mark->authorId === '' ? $mark->author === $user->name : $mark->authorId === (string) $user->id,
                'time' => $mark->time,
            ], $halves->book->marks),
            'flags' => $flags,
            'can' => (new UndoStack($section->piece, $user))->labels(),
        ];
    }

    /** @return list<array<string, mixed>> what was worked out anew for each note; empty when both halves are known */
    private function notes(PlanHalves $halves): array
    {
        ['bow' => $bow, 'hand' => $hand] = ['bow' => $halves->bow, 'hand' => $halves->hand];
        if ($bow === null && $hand === null) {
            return [];
        }
        $signed = $bow === null ? [] : (new BowPrinting())->signed($halves->score, $halves->part, $bow);
        $notes = [];
        foreach ($halves->part->notes as $note) {
            $row = ['id' => $note->id];
            if ($bow !== null) {
                $of = $bow->at($note->id);
                $row['bow'] = $of === null ? null : MarkedScoreJson::bow($halves->score->measures[$note->measure], $note, $of);
                $row['sign'] = isset($signed[$note->id]);
            }
            if ($hand !== null) {
                // Reasons and runners-up are asked for one note at a time.
                $of = $hand->at($note->id);
                $row['finger'] = $of === null ? null : MarkedScoreJson::hand($of);
            }
            $notes[] = $row;
        }

        return $notes;
    }

    /** @return array<string, mixed> what stays as long as the score does */
    public function frame(Section $section, PlanHalves $plan, User $user): array
    {
        $piece = $section->piece;
        $json = new MarkedScoreJson();
        $places = Places::of($plan->score, $plan->part);

        return [
            'piece' => [
                'id' => $piece->id,
                'title' => $piece->title,
                'role' => $piece->roleOf($user),
                'owner' => $piece->owner->name,
                'summary' => $piece->summary,
            ],
            'section' => [
                'id' => $section->id,
                'name' => $section->name,
                'instrument' => $section->instrument,
                'done' => ['bow' => $section->bowed_at !== null, 'hand' => $section->fingered_at !== null],
                'edition' => $section->editions()->max('number'),
            ],
            'score' => array_map(
                static fn (Note $note): array => [...$json->printed($plan->score, $note), 'place' => $places->nameOf($note->id)],
                $plan->part->notes,
            ),
            'strings' => $plan->part->instrument->isBowed() ? Strings::of($plan->part->instrument)->names : [],
            'measures' => array_map(static fn (Measure $measure): array => [
                'index' => $measure->index,
                'number' => $measure->number,
                'onset' => $measure->onset->toFloat(),
                'length' => $measure->length->toFloat(),
                'rehearsal' => $measure->rehearsal,
                'repeat' => $measure->repeatForward || $measure->repeatBack > 0,
                'beats' => $measure->meter->beats,
            ], $plan->score->measures),
        ];
    }
}
