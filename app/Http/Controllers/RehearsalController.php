<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\HeldRequest;
use App\Http\Requests\WishesRequest;
use App\Http\Resources\RehearsalResource;
use App\Models\CalendarDate;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\PlanPages;
use App\Paper\PrintedPart;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The plan of a rehearsal, and what was done of it. */
final class RehearsalController extends Controller
{
    public function __construct(private readonly RehearsalResource $rehearsals, private readonly Acts $acts)
    {
    }

    #[Answers('Rehearsal')]
    public function show(Request $request, CalendarDate $date): JsonResponse
    {
        $this->allow($request, $date);

        return response()->json($this->rehearsals->of($date, $this->user($request)));
    }

    /** The director drags, locks, drops, chooses where it begins: the rest is planned again. */
    #[Answers('Rehearsal')]
    public function update(WishesRequest $request, CalendarDate $date): JsonResponse
    {
        $this->allow($request, $date);
        $this->acts->do(
            $this->user($request),
            null,
            Topic::Rehearsal,
            "the plan for {$date->starts_at->format('l j F')}",
            ["date:{$date->id}"],
            static fn () => $date->update(['wishes' => $request->wishes()->toArray(), 'minutes' => $request->integer('minutes')]),
        );

        return response()->json($this->rehearsals->of($date, $this->user($request)));
    }

    /** What was really done is the log. */
    #[Answers('Rehearsal')]
    public function done(HeldRequest $request, CalendarDate $date): JsonResponse
    {
        $this->allow($request, $date);
        $done = $request->done();
        $this->acts->do(
            $this->user($request),
            null,
            Topic::Rehearsal,
            "what was done on {$date->starts_at->format('l j F')}",
            ["date:{$date->id}"],
            static fn () => $date->update(['done' => $done === [] ? null : $done]),
        );

        return response()->json($this->rehearsals->of($date, $this->user($request)));
    }

    /** On one page. */
    #[Answers('application/pdf')]
    public function pdf(Request $request, CalendarDate $date, PdfFile $file): Response
    {
        $this->allow($request, $date);
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $plan = $this->rehearsals->of($date, $this->user($request));
        $part = new PrintedPart($date->day(), "{$date->shelf->name}, {$date->minutes} minutes", '', PlanPages::of($plan, $paper));

        return Downloads::send('pdf', "Rehearsal {$date->starts_at->format('Y-m-d')}", [
            'pdf' => static fn (): string => $file->of([$part], $paper),
        ]);
    }

    private function allow(Request $request, CalendarDate $date): void
    {
        abort_unless($date->shelf->user_id === $this->user($request)->id && $date->kind === 'rehearsal', 404);
    }
}
