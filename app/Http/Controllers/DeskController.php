<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\DeskResource;
use App\Marking\DeskAnswer;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The desk: a section as it stands. */
final class DeskController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans, private readonly DeskResource $resource)
    {
    }

    #[Answers('DeskFrame&DeskPlan')]
    public function show(Request $request, Section $section, DeskAnswer $answer): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $halves = $this->plans->halves($section, []);
        $user = $this->user($request);
        if (isset($section->state['failed'])) {
            // It works after all.
            rescue(fn () => $section->update(['state' => null, 'state_began_at' => null]), report: false);
            $answer->tellRack($section, $halves);
        }

        return response()->json([
            ...$this->resource->frame($section, $halves, $user),
            ...$this->resource->plan($section, $halves, $user),
        ]);
    }

    /** The hand after a change that touched both: the bow was answered first. */
    #[Answers('DeskPlan')]
    public function hand(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section->piece);
        $bow = $request->query('bow');
        $halves = $this->plans->halves($section, ['bow' => is_string($bow) ? $bow : '']);

        return response()->json($this->resource->plan($section, $halves, $this->user($request)));
    }

    /** The marked part, to be engraved. */
    #[Answers('application/xml')]
    public function page(Section $section): Response
    {
        $this->authorize('view', $section->piece);

        return response($this->plans->page($section, $this->plans->of($section)->part))
            ->header('Content-Type', 'application/xml; charset=utf-8')->header('Cache-Control', 'no-store');
    }
}
