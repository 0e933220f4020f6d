<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PublishEdition;
use App\Models\Edition;
use App\Models\Link;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Share;
use App\Models\User;
use App\Scores\Downloads;
use App\Scores\Plans;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Printing\PageList;

/** Handing out: editions, links for students, co-teachers, downloads. */
final class HandOutController extends Controller
{
    public function show(Request $request, Piece $piece, Plans $plans): JsonResponse
    {
        $this->authorize('view', $piece);
        $isOwner = $request->user()?->can('manage', $piece) ?? false;
        $mayEdit = $request->user()?->can('edit', $piece) ?? false;
        $sections = [];
        foreach ($piece->sections as $section) {
            $sections[] = $this->section($section, $plans, $mayEdit);
        }

        return response()->json([
            'piece' => ['id' => $piece->id, 'title' => $piece->title, 'role' => $piece->roleOf($this->user($request))],
            'sections' => $sections,
            'shares' => $isOwner ? $piece->shares()->with('user')->get()->map(self::share(...)) : [],
        ]);
    }

    public function publish(Request $request, Section $section, PublishEdition $publish, Plans $plans): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $publish->publish($section, $this->user($request));

        return response()->json($this->section($section->refresh(), $plans, true), 201);
    }

    public function renewLink(Request $request, Section $section, PublishEdition $publish, Plans $plans): JsonResponse
    {
        $this->authorize('edit', $section->piece);
        $section->links()->whereNull('ended_at')->update(['ended_at' => Carbon::now()]);
        $publish->link($section, $this->user($request));

        return response()->json($this->section($section, $plans, true), 201);
    }

    public function endLink(Link $link, Plans $plans): JsonResponse
    {
        $this->authorize('edit', $link->section->piece);
        $link->update(['ended_at' => Carbon::now()]);

        return response()->json($this->section($link->section, $plans, true));
    }

    public function download(Section $section, string $ending, Plans $plans): Response
    {
        $this->authorize('view', $section->piece);
        $plan = $plans->of($section);
        $name = "{$section->piece->title} - {$section->name}";

        return Downloads::send($ending, $name, fn (): string => $plans->page($section, $plan->part), fn (): string
            => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints));
    }

    public function invite(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);
        $data = $request->validate([
            'email' => ['required', 'email', 'max:120'],
            'may' => ['required', 'in:read,propose,edit'],
        ], ['email.*' => 'Type the co-teacher’s e-mail address.', 'may.*' => 'Choose what the co-teacher may do.']);
        $email = mb_strtolower($data['email']);
        if ($email === mb_strtolower($this->user($request)->email)) {
            return response()->json(['message' => 'This piece is yours already.'], 422);
        }
        $user = User::query()->where('email', $email)->first();
        /** @var Share $share */
        $share = $piece->shares()->updateOrCreate(['email' => $email], [
            'may' => $data['may'],
            'user_id' => $user?->id,
            'token' => Str::random(32),
        ]);
        Mail::raw(
            "{$this->user($request)->name} invites you to “{$piece->title}”. Open " . url("/invitation/{$share->token}"),
            fn ($message) => $message->to($email)->subject("Upright Pencil: {$piece->title}"),
        );

        return response()->json(self::share($share->load('user')), 201);
    }

    public function changeShare(Request $request, Share $share): JsonResponse
    {
        $this->authorize('manage', $share->piece);
        $share->update($request->validate(['may' => ['required', 'in:read,propose,edit']]));

        return response()->json(self::share($share->load('user')));
    }

    public function endShare(Share $share): JsonResponse
    {
        $this->authorize('manage', $share->piece);
        $share->delete();

        return response()->json(['id' => $share->id]);
    }

    /** @return array<string, mixed> */
    private function section(Section $section, Plans $plans, bool $mayEdit): array
    {
        $plan = $plans->of($section);
        $list = (new PageList())->lines($plan->score, $plan->part->part, $plan->part->prints);
        /** @var Edition|null $newest */
        $newest = $section->editions()->reorder('number', 'desc')->first();
        /** @var Link|null $link */
        $link = $section->links()->whereNull('ended_at')->orderByDesc('id')->first();
        $since = $newest === null ? null : PublishEdition::difference(explode("\n", $newest->pencil_list), $list);

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
            'flags' => count($plan->part->flags),
            'proposals' => $section->marks()->where('state', 'proposed')->count(),
            'link' => !$mayEdit || $link === null ? null : ['id' => $link->id, 'url' => url("/part/{$link->token}")],
            'ended' => $section->links()->whereNotNull('ended_at')->count(),
        ];
    }

    /** @return array<string, mixed> */
    private static function share(Share $share): array
    {
        return [
            'id' => $share->id,
            'email' => $share->email,
            'name' => $share->user?->name,
            'may' => $share->may,
            'waiting' => $share->user_id === null,
            'url' => url("/invitation/{$share->token}"),
        ];
    }
}
