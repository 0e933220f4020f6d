<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\HeardRequest;
use App\Http\Resources\HeardResource;
use App\Models\CalendarDate;
use App\Models\Heard;
use App\Models\Piece;
use App\Models\User;
use App\Plans\SectionPlanner;
use App\Rehearsal\Corrected;
use App\Rehearsal\HeardThing;
use App\Rehearsal\Logbook;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use UprightPencil\Music\Measure;

/** The logbook of a piece: what was heard at which measure. */
final class HeardController extends Controller
{
    public function __construct(
        private readonly HeardResource $heard,
        private readonly Logbook $logbook,
        private readonly Acts $acts,
        private readonly SectionPlanner $plans,
    ) {
    }

    #[Answers('HeardList')]
    public function index(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($this->heard->of($piece, $this->user($request)));
    }

    #[Answers('HeardList')]
    public function store(HeardRequest $request, Piece $piece): JsonResponse
    {
        $user = $this->user($request);
        $token = $request->filled('token') ? $request->string('token')->value() : null;
        // A phone that got no answer sends it again.
        if ($token === null || !Heard::query()->where('token', $token)->exists()) {
            $this->write($request, $piece, $user, $token);
        }

        return response()->json($this->heard->of($piece, $user), 201);
    }

    private function write(HeardRequest $request, Piece $piece, User $user, ?string $token): void
    {
        $said = trim($request->string('measure')->value());
        $measure = $this->measure($piece, $said) ?? abort(422, "“{$piece->title}” has no measure {$said}.");
        $parts = [];
        foreach ($piece->sections as $section) {
            if (in_array($section->id, $request->sections(), true)) {
                $parts[] = $section->part_id;
            }
        }
        abort_if(count($parts) !== count(array_unique($request->sections())), 422, 'This part is not in the piece any more.');
        $number = $measure->number;
        $make = fn (): Heard => Heard::query()->create([
            'piece_id' => $piece->id,
            'user_id' => $user->id,
            'calendar_date_id' => $this->date($request, $piece),
            'measure' => $number,
            'note' => $request->filled('note') ? $request->string('note')->value() : null,
            'parts' => count($parts) === $piece->sections->count() ? [] : $parts,
            'kind' => $request->string('kind')->value(),
            'text' => $request->words(),
            'token' => $token,
            'heard_at' => $request->heardAt(),
        ]);
        $isGoneAgain = static fn (Heard $heard): array => ["heard:{$heard->id}" => null];
        $this->acts->do($user, $piece, Topic::Rehearsal, "m. {$number}: heard", [], $make, $isGoneAgain);
    }

    /** The rehearsal it was heard in: the one that is said, or the one that is held just then. */
    private function date(HeardRequest $request, Piece $piece): ?int
    {
        $dates = $piece->shelf->dates()->where('kind', 'rehearsal');
        if ($request->filled('date')) {
            $id = $dates->whereKey($request->integer('date'))->value('id');

            return is_int($id) ? $id : null;
        }
        /** @var list<CalendarDate> $all */
        $all = $dates->whereDate('starts_at', $request->heardAt()->toDateString())->get()->all();

        return $all[0]->id ?? null;
    }

    /** It is better, or it is not after all. */
    #[Answers('HeardList')]
    public function update(Request $request, Heard $heard): JsonResponse
    {
        $this->authorize('propose', $heard->piece);
        $isBetter = $request->boolean('better');
        $thing = $this->thing($heard);
        $ids = $isBetter ? $thing->open() : [$heard->id];
        $this->acts->do(
            $this->user($request),
            $heard->piece,
            Topic::Rehearsal,
            "m. {$heard->measure}: " . ($isBetter ? 'better' : 'not better yet'),
            array_map(static fn (int $id): string => "heard:{$id}", $ids),
            static fn () => Heard::query()->whereKey($ids)->update(['better_at' => $isBetter ? Carbon::now() : null]),
        );

        return response()->json($this->heard->of($heard->piece, $this->user($request)));
    }

    /** It was not so. */
    #[Answers('HeardList')]
    public function destroy(Request $request, Heard $heard): JsonResponse
    {
        $this->authorize('propose', $heard->piece);
        $this->acts->do(
            $this->user($request),
            $heard->piece,
            Topic::Rehearsal,
            "m. {$heard->measure}: taken out of the logbook",
            ["heard:{$heard->id}"],
            static fn () => $heard->delete(),
        );

        return response()->json($this->heard->of($heard->piece, $this->user($request)));
    }

    /** One press makes the mark and the practice line. */
    #[Answers('HeardList')]
    public function correct(Request $request, Heard $heard, Corrected $corrected): JsonResponse
    {
        $this->authorize('propose', $heard->piece);
        $measure = $this->measure($heard->piece, $heard->measure)
            ?? abort(422, "The score has no measure {$heard->measure} any more.");
        $done = $corrected->make($heard->piece, $this->thing($heard), $measure->index, $this->user($request));
        abort_if($done === '', 422, 'That is marked already.');

        return response()->json($this->heard->of($heard->piece->refresh(), $this->user($request)));
    }

    /** The measure with a printed number, or at a rehearsal mark. */
    private function measure(Piece $piece, string $said): ?Measure
    {
        $first = $piece->sections->first();
        $score = $first === null ? null : $this->plans->score($first);
        $index = $score?->measureAt($said);

        return $index === null ? null : $score->measures[$index];
    }

    private function thing(Heard $heard): HeardThing
    {
        foreach ($this->logbook->heard($heard->piece) as $thing) {
            if ($thing->last()->sameness() === $heard->sameness()) {
                return $thing;
            }
        }

        return new HeardThing([$heard]);
    }
}
