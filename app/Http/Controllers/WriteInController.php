<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\FingerLineRequest;
use App\Http\Requests\TypedRequest;
use App\Import\ScoreCorrection;
use App\Jobs\WorkOutStates;
use App\Lessons\KeepTyped;
use App\Lessons\TypedHead;
use App\Lessons\TypedLook;
use App\Marking\MarkClash;
use App\Models\Piece;
use App\Plans\ClassSettings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Lessons\FingerLine;
use UprightPencil\Lessons\TypedPiece;

/** Music that is typed: looked at with every key, and put on a shelf. */
final class WriteInController extends Controller
{
    private const A_FILE = 'This piece was brought in as a file. Correct it in the program that made it, and bring it in again.';

    /** What is typed, as it stands: engraved, bowed, fingered. Nothing is kept. */
    #[Answers('Typing')]
    public function look(TypedRequest $request, TypedLook $look): JsonResponse
    {
        try {
            return response()->json($look->of(
                $request->piece(),
                $request->settings($this->user($request)),
                $request->string('shown')->value(),
                $request->boolean('news') && $request->shelf()?->kind === 'book' ? $request->shelf() : null,
                $request->number(),
            ));
        } catch (UprightPencilException $told) {
            return $this->refuse($told->getMessage());
        }
    }

    /** A line of strings and fingers, as the notes they are. */
    #[Answers('array{abc: string, problems: list<TypedProblem>}')]
    public function fingers(FingerLineRequest $request): JsonResponse
    {
        [$abc, $problems] = FingerLine::read(
            $request->string('line')->value(),
            $request->instrument(),
            TypedHead::fifthsOf($request->string('abc')->value()),
            $request->integer('counts'),
            $request->integer('pickup'),
        );

        return response()->json(['abc' => $abc, 'problems' => array_map(static fn (AbcProblem $problem): array => [
            'line' => $problem->line,
            'column' => $problem->column,
            'text' => $problem->text,
        ], $problems)]);
    }

    /** All of it as a score, to be taken away. Nothing is kept. */
    #[Answers('application/vnd.recordare.musicxml+xml')]
    public function musicXml(TypedRequest $request, KeepTyped $keep): Response|JsonResponse
    {
        try {
            [, $xml] = $keep->written($request->piece(), $request->settings($this->user($request)), $request->string('title')->value());
        } catch (UprightPencilException $told) {
            return $this->refuse($told->getMessage());
        }

        return response($xml)->header('Content-Type', 'application/vnd.recordare.musicxml+xml');
    }

    /** A new piece on a shelf. */
    #[Answers('array{id: int, section: int|null}')]
    public function store(TypedRequest $request, KeepTyped $keep): JsonResponse
    {
        $shelf = $request->shelf();
        if ($shelf === null) {
            return $this->refuse('Choose a shelf of yours first.');
        }
        try {
            $piece = $keep->keep(
                $shelf,
                $request->piece(),
                $request->settings($this->user($request)),
                $request->string('title')->value(),
                $request->number(),
                self::page($request),
            );
        } catch (UprightPencilException $told) {
            return $this->refuse($told->getMessage());
        }
        WorkOutStates::soon($this->user($request)->id);

        return response()->json(['id' => $piece->id, 'section' => $piece->sections()->value('id')], 201);
    }

    /** What a piece was typed as, to be typed on. */
    #[Answers('TypedPieceRow')]
    public function show(Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);
        if ($piece->typed === null) {
            return $this->refuse(self::A_FILE);
        }

        return response()->json([
            'id' => $piece->id,
            'title' => $piece->title,
            'shelf' => $piece->shelf_id,
            'lesson' => $piece->lesson_number,
            'page' => $piece->lesson_page,
            'revision' => $piece->revision,
            'typed' => TypedPiece::from($piece->typed)->toArray(),
        ]);
    }

    /** The same piece, typed otherwise: notes that stayed keep their marks. */
    #[Answers('array{id: int, section: int|null}')]
    public function update(TypedRequest $request, Piece $piece, ScoreCorrection $corrections, KeepTyped $keep): JsonResponse
    {
        $this->authorize('manage', $piece);
        if ($piece->typed === null) {
            return $this->refuse(self::A_FILE);
        }
        $user = $this->user($request);
        try {
            $title = $request->string('title')->value();
            [$title, $xml] = $keep->written($request->piece(), ClassSettings::for($piece), $title);
            $corrections->bringIn(
                $piece,
                $user,
                $xml,
                "{$title}.musicxml",
                [],
                $request->filled('seen') ? $request->integer('seen') : $piece->revision,
                $request->piece()->toArray(),
            );
        } catch (UprightPencilException $told) {
            return $this->refuse($told->getMessage());
        } catch (MarkClash $clash) {
            return $this->refuse($clash->getMessage(), 409);
        }
        $piece->refresh()->update(['title' => $title, 'lesson_number' => $request->number(), 'lesson_page' => self::page($request)]);
        WorkOutStates::soon($user->id);

        return response()->json(['id' => $piece->id, 'section' => $piece->sections()->value('id')]);
    }

    private static function page(TypedRequest $request): ?int
    {
        return $request->filled('page') ? $request->integer('page') : null;
    }
}
