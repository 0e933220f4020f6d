<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\HandOut\PublishEdition;
use App\Models\Edition;
use App\Models\Link;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\KeptAnswers;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Printing\PageList;

/** Handing out: editions, links for students, co-teachers, downloads. */
final class HandOutController extends Controller
{
    /** Of a section that came while the answer was made. */
    private const UNKNOWN = ['list' => [], 'flags' => 0];

    public function __construct(private readonly SectionPlanner $plans, private readonly KeptAnswers $kept)
    {
    }

    public function show(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);
        $isOwner = $request->user()?->can('manage', $piece) ?? false;
        $mayEdit = $request->user()?->can('edit', $piece) ?? false;
        $known = $this->known($piece);
        $sections = [];
        foreach ($piece->sections()->get(Section::LIGHT) as $section) {
            $sections[] = $this->section($section, $known[$section->id] ?? self::UNKNOWN, $mayEdit);
        }

        return response()->json([
            'piece' => ['id' => $piece->id, 'title' => $piece->title, 'role' => $piece->roleOf($this->user($request))],
            'sections' => $sections,
            'shares' => $isOwner ? $piece->shares()->with('user')->get()->map(ShareController::row(...)) : [],
        ]);
    }

    public function publish(Request $request, Section $section, PublishEdition $publish): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $publish->publish($section, $this->user($request));

        return response()->json($this->row($section->refresh()), 201);
    }

    public function renewLink(Request $request, Section $section, PublishEdition $publish): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $user = $this->user($request);
        DB::transaction(static function () use ($section, $publish, $user): void {
            $section->links()->whereNull('ended_at')->update(['ended_at' => Carbon::now()]);
            $publish->link($section, $user);
        }, 3);

        return response()->json($this->row($section), 201);
    }

    public function endLink(Link $link): JsonResponse
    {
        $this->authorize('edit', $link->section->piece);
        $link->update(['ended_at' => Carbon::now()]);

        return response()->json($this->row($link->section));
    }

    public function download(Section $section, string $ending): Response
    {
        $this->authorize('view', $section->piece);
        $plan = $this->plans->of($section);
        $name = "{$section->piece->title} - {$section->name}";

        return Downloads::send($ending, $name, fn (): string => $this->plans->page($section, $plan->part), fn (): string
            => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints));
    }

    /**
     * What the pages show and what needs a look, by section: kept while nothing changes.
     *
     * @return array<int, array{list: list<string>, flags: int}>
     */
    private function known(Piece $piece): array
    {
        $work = fn (): array => $piece->sections->keyBy('id')->map(function (Section $section): array {
            $plan = $this->plans->of($section);

            return [
                'list' => (new PageList())->lines($plan->score, $plan->part->part, $plan->part->prints),
                'flags' => count($plan->part->flags),
            ];
        })->all();
        /** @var array<int, array{list: list<string>, flags: int}> $known */
        $known = $this->kept->remember('hand-out', $piece, $work);

        return $known;
    }

    /** @return array<string, mixed> a section, for somebody who may edit it */
    private function row(Section $section): array
    {
        return $this->section($section, $this->known($section->piece)[$section->id] ?? self::UNKNOWN, true);
    }

    /**
     * @param array{list: list<string>, flags: int} $known
     * @return array<string, mixed>
     */
    private function section(Section $section, array $known, bool $mayEdit): array
    {
        /** @var Edition|null $newest */
        $newest = $section->editions()->reorder('number', 'desc')->first(['id', 'number', 'pencil_list', 'created_at']);
        /** @var Link|null $link */
        $link = $section->links()->whereNull('ended_at')->orderByDesc('id')->first();
        $since = $newest === null ? null : PublishEdition::difference(explode("\n", $newest->pencil_list), $known['list']);

        return [
            'id' => $section->id,
            'name' => $section->name,
            'instrument' => $section->instrument,
            'edition' => $newest === null ? null : [
                'number' => $newest->number,
                'at' => $newest->created_at->toIso8601String(),
            ],
            'since' => $since,
            'density' => $section->density,
            'flags' => $known['flags'],
            'proposals' => $section->marks()->where('state', 'proposed')->count(),
            'link' => !$mayEdit || $link === null ? null : ['id' => $link->id, 'url' => url("/part/{$link->token}")],
            'ended' => $section->links()->whereNotNull('ended_at')->count(),
        ];
    }
}
