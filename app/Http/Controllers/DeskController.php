<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\MarkRequest;
use App\Http\Resources\DeskSection;
use App\Marking\ChangeMarks;
use App\Marking\MarkClash;
use App\Models\LeftFlag;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\PlanHalves;
use App\Plans\SectionPlanner;
use App\Plans\SectionProgress;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Carbon;
use Illuminate\Validation\Rule;
use UprightPencil\Format\PencilLines\LineError;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\Reading;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\MarkState;
use UprightPencil\Printing\Density;

/** The desk: a section with its marks, and everything that changes them. */
final class DeskController extends Controller
{
    public function __construct(
        private readonly SectionPlanner $plans,
        private readonly DeskSection $resource,
        private readonly ChangeMarks $changes,
        private readonly SectionProgress $states,
    ) {
    }

    public function show(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $halves = $this->plans->halves($section, []);
        $user = $this->user($request);
        if (isset($section->state['failed'])) {
            // It works after all.
            rescue(fn () => $section->update(['state' => null, 'state_began_at' => null]), report: false);
            $this->tellRack($section, $halves);
        }

        return response()->json([
            ...$this->resource->frame($section, $halves, $user),
            ...$this->resource->plan($section, $halves, $user),
        ]);
    }

    /** The hand after a change that touched both: the bow was answered first. */
    public function hand(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $bow = $request->query('bow');
        $halves = $this->plans->halves($section, ['bow' => is_string($bow) ? $bow : '']);

        return response()->json($this->resource->plan($section, $halves, $this->user($request)));
    }

    /** The marked part, to be engraved. */
    public function page(Section $section): Response
    {
        $this->authorize('view', $section->piece);

        return response($this->plans->page($section, $this->plans->of($section)->part))
            ->header('Content-Type', 'application/xml; charset=utf-8')->header('Cache-Control', 'no-store');
    }

    /** Puts and takes marks; answers with the section worked out again. */
    public function mark(MarkRequest $request, Section $section): JsonResponse
    {
        $user = $this->user($request);
        $score = $this->plans->score($section);
        $puts = [];
        if ($request->lines() !== '') {
            $reading = (new PencilLinesReader($score, $score->parts))->read($request->lines());
            if ($reading->errors !== [] && !$request->boolean('anyway')) {
                return $this->unreadable($reading);
            }
            $puts = array_merge(...array_values($reading->marks));
        }
        $takes = $request->takes();
        $state = $this->stateFor($request, $section);
        $puts = array_map(
            static fn (CoreMark $mark): CoreMark => $state !== null ? $mark->inState($state) : $mark,
            $puts,
        );
        if ($state === MarkState::Proposed) {
            $now = Carbon::now()->toIso8601String();
            $puts = array_map(static fn (CoreMark $mark): CoreMark => $mark->by($user->name, $now, (string) $user->id), $puts);
            $takes = $this->onlyOwnProposals($section, $takes, $user->id);
        }

        return $this->answered($request, $section, function () use ($section, $user, $puts, $takes, $request): void {
            $this->changes->change($section, $user, $puts, $takes, $request->seen(), $request->label());
        });
    }

    /** What lines typed into Say it would do, without doing it. */
    public function preview(MarkRequest $request, Section $section): JsonResponse
    {
        $score = $this->plans->score($section);
        $reading = (new PencilLinesReader($score, $score->parts))->read($request->lines());
        if ($reading->errors !== []) {
            return $this->unreadable($reading);
        }
        $book = $this->plans->book($section, $score);
        $before = $this->plans->of($section, $book);
        $marks = array_merge(...array_values($reading->marks));
        $after = $this->plans->of($section, $book->with($score->parts[0], ...$marks));
        $turned = $after->part->bow->turnedSince($before->part->bow->directions());

        return response()->json([
            'marks' => count($marks),
            'notes' => array_values(array_unique(array_merge(
                array_map(static fn (CoreMark $mark): string => $mark->from, $marks),
            ))),
            'turned' => $turned,
            'flags' => count($after->part->flags) - count($before->part->flags),
        ]);
    }

    /** Takes a proposal or declines it; decides an open choice. */
    public function settle(Request $request, Section $section): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $data = $request->validate([
            'key' => ['required', 'string', 'max:300'],
            'answer' => ['required', 'string', 'in:take,decline,choose'],
            'choice' => ['nullable', 'integer', 'min:0', 'max:9'],
            'seen' => ['required', 'integer', 'min:0', 'max:9007199254740991'],
        ], ['*' => 'This cannot be settled so. Load the page again and press once more.']);
        $mark = $section->marks()->where('key', $data['key'])->first();
        $core = $mark instanceof Mark ? $mark->toCore() : null;
        if ($core === null) {
            return response()->json(['message' => 'This proposal is not there any more.'], 409);
        }
        $choice = (int) ($data['choice'] ?? 0);
        if ($data['answer'] === 'choose' && !isset($core->kinds[$choice])) {
            return response()->json(['message' => 'There is no such choice.'], 422);
        }
        $puts = match ($data['answer']) {
            'take' => [$core->isChoice() ? $core->inState(MarkState::Open) : $core->decided()],
            'choose' => [$core->decided($choice)],
            default => [],
        };
        $label = match ($data['answer']) {
            'take' => "take {$core->author}’s proposal",
            'choose' => "decide {$core->kinds[$choice]->words()}",
            default => "decline {$core->author}’s proposal",
        };

        return $this->answered($request, $section, function () use ($section, $request, $puts, $data, $label): void {
            $this->changes->change($section, $this->user($request), $puts, [$data['key']], (int) $data['seen'], $label);
        });
    }

    public function undo(Request $request, Section $section): JsonResponse
    {
        return $this->turnBack($request, $section, 'undo');
    }

    public function redo(Request $request, Section $section): JsonResponse
    {
        return $this->turnBack($request, $section, 'redo');
    }

    /** Calls the bowing or the fingering of a section done, or open again. */
    public function done(Request $request, Section $section): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $data = $request->validate(
            ['what' => ['required', 'string', 'in:bow,hand'], 'done' => ['required', 'boolean']],
            ['*' => 'Say whether the bowing or the fingers are done.'],
        );
        $section->update([
            $data['what'] === 'bow' ? 'bowed_at' : 'fingered_at' => $data['done'] ? Carbon::now() : null,
            'state' => null,
        ]);

        return response()->json(['bow' => $section->bowed_at !== null, 'hand' => $section->fingered_at !== null]);
    }

    /** Sets how many fingers the part's page shows; as the class has it when empty. */
    public function density(Request $request, Section $section): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $data = $request->validate(
            ['density' => ['present', 'nullable', Rule::enum(Density::class)]],
            ['density' => 'Choose how many fingers the page shows.'],
        );
        $section->update(['density' => $data['density']]);

        return response()->json(['density' => $section->density]);
    }

    /** Leaves a flag as it is, and remembers who did; or takes that back. */
    public function leave(Request $request, Section $section): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $data = $request->validate(
            ['key' => ['required', 'string', 'max:200'], 'leave' => ['required', 'boolean']],
            ['*' => 'Say what is left as it is.'],
        );
        $where = ['piece_id' => $section->piece_id, 'key' => $data['key']];
        if ($data['leave']) {
            LeftFlag::query()->updateOrCreate($where, ['user_id' => $this->user($request)->id]);
        } else {
            LeftFlag::query()->where($where)->delete();
        }

        $halves = $this->plans->halves($section, self::known($request));

        return response()->json($this->resource->plan($section, $halves, $this->user($request)));
    }

    /** The last changes, newest first, in words. */
    public function history(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);
        $names = $piece->sections->pluck('name', 'id');
        $changes = $piece->changes()->with('user')->reorder('id', 'desc')->limit(60)->get();

        return response()->json($changes->map(fn ($change): array => [
            'id' => $change->id,
            'who' => $change->user->name,
            'what' => match ($change->kind) {
                'undo' => 'took back: ',
                'redo' => 'did again: ',
                default => '',
            } . $change->label,
            'section' => $names[$change->section_id] ?? '',
            'when' => $change->created_at->toIso8601String(),
        ]));
    }

    private function turnBack(Request $request, Section $section, string $kind): JsonResponse
    {
        $this->authorize('propose', $section->piece);
        $done = null;

        return $this->answered($request, $section, function () use ($section, $request, $kind, &$done): void {
            $done = $this->changes->turnBack($section->piece, $this->user($request), $kind === 'undo' ? 'undo' : 'redo');
        }, function () use (&$done): array {
            return ['turnedBack' => $done === null ? null : ['label' => $done->label, 'section' => $done->section_id]];
        });
    }

    /**
     * @param callable(): void $write
     * @param (callable(): array<string, mixed>)|null $more
     */
    private function answered(Request $request, Section $section, callable $write, ?callable $more = null): JsonResponse
    {
        $user = $this->user($request);
        $before = $this->plans->lastDirections($section);
        $clash = null;
        try {
            $write();
        } catch (MarkClash $clash) {
            // Told below, with the section as it stands.
        }
        $halves = $this->plans->halves($section, $clash === null ? self::known($request) : []);
        $this->tellRack($section, $halves);

        return response()->json([
            ...$this->resource->plan($section, $halves, $user),
            'turned' => $halves->bow?->turnedSince($before) ?? [],
            ...($more === null ? [] : $more()),
            ...($clash === null ? [] : ['message' => $clash->getMessage(), 'yours' => $clash->yours, 'theirs' => $clash->theirs]),
        ], $clash === null ? 200 : 409);
    }

    /** The part has just been worked out: the rack need not do it again. Said when the answer has gone. */
    private function tellRack(Section $section, PlanHalves $halves): void
    {
        if ($halves->handWaits()) {
            return;
        }
        defer(fn () => rescue(fn () => $this->states->keep(
            $section,
            $halves->score,
            $halves->part,
            $halves->book,
            count($halves->flags),
        ), report: false))->always();
    }

    /** @return array{bow?: string, hand?: string} names of the halves the desk has already */
    private static function known(Request $request): array
    {
        $known = $request->input('known');
        $names = is_array($known) ? array_filter($known, is_string(...)) : [];

        return isset($names['bow'], $names['hand']) ? ['bow' => $names['bow'], 'hand' => $names['hand']] : [];
    }

    private function stateFor(MarkRequest $request, Section $section): ?MarkState
    {
        $mayEdit = $request->user()?->can('edit', $section->piece) ?? false;

        return !$mayEdit || $request->boolean('propose') ? MarkState::Proposed : null;
    }

    /**
     * @param list<string> $keys
     * @return list<string>
     */
    private function onlyOwnProposals(Section $section, array $keys, int $userId): array
    {
        $own = $section->marks()->whereIn('key', $keys)->where('user_id', $userId)->where('state', 'proposed')->pluck('key');

        return array_values(array_filter($own->all(), is_string(...)));
    }

    private function unreadable(Reading $reading): JsonResponse
    {
        $first = $reading->errors[0];

        return response()->json([
            'message' => ucfirst($reading->errors === [$first] && $first->line === 1 ? $first->text : $first->sentence()) . '.',
            'errors' => array_map(static fn (LineError $error): string => $error->sentence(), $reading->errors),
            'readable' => array_sum(array_map(count(...), $reading->marks)),
        ], 422);
    }
}
