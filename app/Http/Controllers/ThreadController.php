<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\RemarkRequest;
use App\Http\Resources\ThreadResource;
use App\Jobs\SendLetter;
use App\Models\Mark;
use App\Models\Remark;
use App\Models\Section;
use App\Models\Thread;
use App\Models\User;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use UprightPencil\Marks\Places;

/** What co-teachers write to each other at a place: reasons, answers, and when it is settled. */
final class ThreadController extends Controller
{
    /** More than any part was ever talked about. */
    private const MOST = 500;

    public function __construct(private readonly SectionPlanner $plans)
    {
    }

    #[Answers('list<ThreadRow>')]
    public function index(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section);

        return response()->json(ThreadResource::all($section, $this->user($request)));
    }

    #[Answers('ThreadRow')]
    public function store(RemarkRequest $request, Section $section): JsonResponse
    {
        $score = $this->plans->score($section);
        $note = $request->string('note')->value();
        $positions = $score->parts[0]->positionsById();
        if (!isset($positions[$note])) {
            return response()->json(['message' => 'There is no such note in this part any more.'], 422);
        }
        if (Thread::query()->where('section_id', $section->id)->count() >= self::MOST) {
            return response()->json(['message' => 'So much was said here already that no more can be kept.'], 422);
        }
        $places = Places::of($score, $score->parts[0]);
        $mark = $section->marks()->where('state', 'proposed')->where('key', $request->string('mark')->value())->first();
        $core = $mark instanceof Mark ? $mark->toCore() : null;
        /** @var Thread $thread */
        $thread = Thread::query()->create([
            'section_id' => $section->id,
            'note' => $note,
            'place' => $places->inWords($note),
            'mark_key' => $core?->key(),
            'proposal' => $core === null ? null : mb_substr($places->wordsOf($core), 0, 200),
        ]);
        $proposer = $core === null ? null : User::query()->find((int) $core->authorId);

        return $this->say($request, $thread, $proposer)->setStatusCode(201);
    }

    /** An answer. What was settled is open again by it. */
    #[Answers('ThreadRow')]
    public function answer(RemarkRequest $request, Thread $thread): JsonResponse
    {
        $thread->update(['settled' => null]);

        return $this->say($request, $thread, null)->setStatusCode(201);
    }

    /** Settled with one press, or opened again. It stays readable. */
    #[Answers('ThreadRow')]
    public function update(Request $request, Thread $thread): JsonResponse
    {
        // A part that a corrected score has no more is talked about no more.
        $this->authorize('propose', $thread->section ?? abort(404));
        $user = $this->user($request);
        $thread->update(['settled' => $request->boolean('settled') ? "settled by {$user->name}" : null]);

        return response()->json(ThreadResource::of($thread, $user));
    }

    private function say(RemarkRequest $request, Thread $thread, ?User $asked): JsonResponse
    {
        $user = $this->user($request);
        $thread->remarks()->create(['user_id' => $user->id, 'who' => $user->name, 'text' => $request->text()]);
        $thread->load('remarks.user');
        $this->tellOthers($thread, $user, $asked, $request->text());

        return response()->json(ThreadResource::of($thread, $user));
    }

    /** Who took part before, whose proposal it is about, and whose piece it is. */
    private function tellOthers(Thread $thread, User $writer, ?User $asked, string $text): void
    {
        $section = $thread->section ?? abort(404);
        $piece = $section->piece;
        $people = [$piece->owner, $asked, ...$thread->remarks->map(static fn (Remark $remark): ?User => $remark->user)->all()];
        $told = [$writer->id => true];
        foreach ($people as $person) {
            // Who may no longer look at the piece is not written to.
            if ($person === null || isset($told[$person->id]) || $piece->roleOf($person) === null) {
                continue;
            }
            $told[$person->id] = true;
            SendLetter::dispatch(
                $person->email,
                "Upright Pencil: {$piece->title}",
                "{$writer->name} wrote at {$thread->place} of {$section->name} in “{$piece->title}”:\n\n{$text}\n\n"
                    . url("/piece/{$piece->id}/desk/{$thread->section_id}") . "\n",
                $writer->id,
            );
        }
    }
}
