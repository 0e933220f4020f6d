<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\PublishEdition;
use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\LinkRequest;
use App\Http\Resources\HandOutResource;
use App\Models\Link;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;

/** Links for students: made anew, and ended. */
final class LinkController extends Controller
{
    public function __construct(private readonly HandOutResource $resource, private readonly Acts $acts)
    {
    }

    /** A new link; the one before ends. */
    #[Answers('HandOutSection')]
    public function store(Request $request, Section $section, PublishEdition $publish): JsonResponse
    {
        $this->authorize('edit', $section);
        $user = $this->user($request);
        /** @var list<Link> $open */
        $open = $section->links()->whereNull('ended_at')->get()->all();
        $this->acts->do(
            $user,
            $section->piece,
            Topic::Link,
            "a new link for {$section->name}",
            array_map(static fn (Link $old): string => "link:{$old->id}", $open),
            static function () use ($section, $publish, $user, $open): Link {
                [$shows, $hears] = ['all', false];
                foreach ($open as $old) {
                    [$shows, $hears] = [$old->shows, $old->hears];
                    $old->end();
                }
                $new = $publish->link($section, $user);
                $new->update(['shows' => $shows, 'hears' => $hears]);

                return $new;
            },
            // A link that was made stays, ended: what was printed is answered with a sentence.
            static fn (Link $new): array => [
                "link:{$new->id}" => [
                    'ended_at' => Carbon::now()->toDateTimeString(),
                    'shows' => $new->shows,
                    'hears' => (int) $new->hears,
                ],
            ],
        );

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
        }
        $name = $link->section->name;
        $this->acts->do(
            $this->user($request),
            $link->section->piece,
            Topic::Link,
            $request->opensAgain() ? "the link of {$name} open again" : "what the link of {$name} shows",
            ["link:{$link->id}"],
            static fn () => $link->update([
                'shows' => $request->shows() ?? $link->shows,
                'hears' => $request->has('hears') ? $request->boolean('hears') : $link->hears,
                'ended_at' => $request->opensAgain() ? null : $link->ended_at,
            ]),
        );

        return response()->json($this->resource->section($link->section));
    }

    #[Answers('HandOutSection')]
    public function destroy(Request $request, Link $link): JsonResponse
    {
        $this->authorize('edit', $link->section);
        $this->acts->do(
            $this->user($request),
            $link->section->piece,
            Topic::Link,
            "the link of {$link->section->name} ended",
            ["link:{$link->id}"],
            static fn () => $link->end(),
        );

        return response()->json($this->resource->section($link->section));
    }
}
