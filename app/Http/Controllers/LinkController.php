<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\PublishEdition;
use App\Http\Contract\Answers;
use App\Http\Requests\LinkRequest;
use App\Http\Resources\HandOutResource;
use App\Models\Link;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
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
        $this->authorize('edit', $section);
        $user = $this->user($request);
        DB::transaction(static function () use ($section, $publish, $user): void {
            $shows = 'all';
            /** @var list<Link> $open */
            $open = $section->links()->whereNull('ended_at')->get()->all();
            foreach ($open as $old) {
                $shows = $old->shows;
                $old->end();
            }
            $publish->link($section, $user)->update(['shows' => $shows]);
        }, 3);

        return response()->json($this->resource->section($section), 201);
    }

    /** What the link shows; and one that was ended opens again, as long as there is no newer one. */
    #[Answers('HandOutSection')]
    public function update(LinkRequest $request, Link $link): JsonResponse
    {
        $this->authorize('edit', $link->section);
        if ($request->opensAgain()) {
            abort_if(
                $link->section->links()->whereNull('ended_at')->where('id', '!=', $link->id)->exists(),
                409,
                'There is a newer link already; end that one first.',
            );
            $link->update(['ended_at' => null]);
        }
        $link->update(['shows' => $request->shows() ?? $link->shows]);

        return response()->json($this->resource->section($link->section));
    }

    #[Answers('HandOutSection')]
    public function destroy(Link $link): JsonResponse
    {
        $this->authorize('edit', $link->section);
        $link->end();

        return response()->json($this->resource->section($link->section));
    }
}
