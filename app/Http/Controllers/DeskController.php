<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\DeskResource;
use App\Marking\DeskAnswer;
use App\Marking\MarkedPage;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The desk: a section as it stands. */
final class DeskController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans, private readonly DeskResource $resource)
    {
    }

    #[Answers('DeskFrame&DeskPlan')]
    public function show(Request $request, Section $section, DeskAnswer $answer): JsonResponse
    {
        $this->authorize('view', $section);
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
        $this->authorize('view', $section);
        [$bow, $held] = [$request->query('bow'), $request->query('held')];
        $bow = is_string($bow) ? $bow : '';
        $held = ['bow' => $bow, 'hand' => is_string($held) ? $held : ''];
        $halves = $this->plans->halves($section, ['bow' => $bow]);

        return response()->json($this->resource->plan($section, $halves, $this->user($request), $held));
    }

    /** The marked part, to be engraved; to who has an earlier page, the measures that changed since. */
    #[Answers('PageScore')]
    public function page(Request $request, Section $section, MarkedPage $page): JsonResponse
    {
        $this->authorize('view', $section);
        $known = $request->query('since');

        return response()->json($page->since($section, is_string($known) ? $known : ''))->header('Cache-Control', 'no-store');
    }
}
