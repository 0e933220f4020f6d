<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\NowRequest;
use App\Http\Resources\DeskResource;
use App\Http\Resources\NowResource;
use App\Marking\DeskAnswer;
use App\Models\Presence;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;

/**
 * Several people at one piece. Desks ask every two seconds rather than hold a connection: a held one would keep a server process for
 * each desk, and a school has six of them.
 */
final class NowController extends Controller
{
    /** Nothing is worked out while nothing changes. */
    #[Answers('DeskNow')]
    public function store(NowRequest $request, Section $section, SectionPlanner $plans, DeskResource $resource): JsonResponse
    {
        $user = $this->user($request);
        rescue(static fn () => Presence::say($section, $user, $request->integer('measure')), report: false);
        $seen = $request->integer('revision');
        $revision = $section->piece->revision;
        $isNew = $revision > $seen;

        return response()->json([
            'revision' => $revision,
            'people' => NowResource::people($section, $user),
            'news' => $isNew ? NowResource::news($section, $user, $seen) : [],
            'plan' => $isNew
                ? $resource->plan($section, $plans->halves($section, DeskAnswer::known($request)), $user, DeskAnswer::held($request))
                : null,
        ]);
    }
}
