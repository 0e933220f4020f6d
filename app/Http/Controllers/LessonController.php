<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\LessonRequest;
use App\Http\Resources\BookResource;
use App\Lessons\BookWords;
use App\Models\Piece;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;

/** One lesson with all its sections. */
final class LessonController extends Controller
{
    public function __construct(private readonly BookResource $books)
    {
    }

    #[Answers('LessonDesk')]
    public function show(Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($this->books->lesson($piece, Gate::allows('manage', $piece)));
    }

    /** The pages of all its sections, one under the other. */
    #[Answers('list<LessonPage>')]
    public function pages(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($this->books->pages($piece, $this->user($request)));
    }

    /** What is said of it: news muted or in other words, first steps, number and page. */
    #[Answers('LessonDesk')]
    public function update(LessonRequest $request, Piece $piece, Acts $acts): JsonResponse
    {
        $write = static function () use ($request, $piece): void {
            $piece->update([
                ...($request->has('lesson') ? ['lesson_number' => $request->filled('lesson') ? $request->integer('lesson') : null] : []),
                ...($request->has('page') ? ['lesson_page' => $request->filled('page') ? $request->integer('page') : null] : []),
                ...($request->hasNotes() ? ['lesson' => $request->notes($piece)->toArray()] : []),
            ]);
        };
        $acts->do($this->user($request), $piece, Topic::Rack, $request->label($piece), ["piece:{$piece->id}"], $write);

        return response()->json($this->books->lesson($piece->refresh(), true));
    }

    /** From which lesson of each book on the class can play it. */
    #[Answers('list<FromLesson>')]
    public function from(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);

        return response()->json($this->books->from($piece));
    }

    /** What the book says at the notes of a part. */
    #[Answers('BookWordsRow')]
    public function words(Section $section, BookWords $words): JsonResponse
    {
        $this->authorize('view', $section);

        return response()->json($words->of($section));
    }
}
