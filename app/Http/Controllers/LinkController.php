<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\PublishEdition;
use App\Http\Contract\Answers;
use App\Http\Resources\HandOutResource;
use App\Models\Link;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Links for students: made anew, and ended. */
final class LinkController extends Controller
{
    public function __construct(private readonly HandOutResource $resource)
    {
    }

    /** A new link; the one before ends. */
    #[Answers('HandOutSection')]
    public function store(Request $request, Section $section, PublishEdition $publish): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $user = $this->user($request);
        DB::transaction(static function () use ($section, $publish, $user): void {
            $section->links()->whereNull('ended_at')->update(['ended_at' => Carbon::now()]);
            $publish->link($section, $user);
        }, 3);

        return response()->json($this->resource->section($section), 201);
    }

    #[Answers('HandOutSection')]
    public function destroy(Link $link): JsonResponse
    {
        $this->authorize('edit', $link->section->piece);
        $link->update(['ended_at' => Carbon::now()]);

        return response()->json($this->resource->section($link->section));
    }
}
