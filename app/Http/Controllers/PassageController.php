<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\PassageRequest;
use App\Import\TypedPassages;
use App\Jobs\WorkOutStates;
use App\Marking\MarkClash;
use App\Models\Piece;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Music\Instrument;

/** Write-in over a piece that came as a file: measures of a part typed anew, or a part that is on paper. */
final class PassageController extends Controller
{
    private const MOST_PARTS = 40;

    /** Measures as they stand, as text to type on. */
    #[Answers('PassageRow')]
    public function show(PassageRequest $request, Piece $piece, TypedPassages $passages): JsonResponse
    {
        self::refuseTyped($piece);
        $section = $request->section();
        $reader = $section === null ? $request->reader() : Instrument::tryFrom($section->instrument) ?? Instrument::Violin;
        $reader = $reader->isBowed() ? $reader : Instrument::Violin;
        $from = $request->string('from')->value() ?: '1';
        try {
            $taken = $passages->takeUp($piece, $section, $reader, $from, $request->string('to')->value() ?: $from);
        } catch (UprightPencilException $told) {
            return $this->refuse($told->getMessage());
        }

        return response()->json([
            ...$taken,
            'title' => $piece->title,
            'shelf' => $piece->shelf_id,
            'revision' => $piece->revision,
            'section' => $section?->id,
            'part' => $section->name ?? '',
            'reader' => $reader->value,
            'parts' => self::parts($piece),
        ]);
    }

    /** What was typed, put where it belongs. */
    #[Answers('array{correction: int, section: int, measures: list<string>, away: list<string>, text: string}')]
    public function store(PassageRequest $request, Piece $piece, TypedPassages $passages): JsonResponse
    {
        self::refuseTyped($piece);
        $user = $this->user($request);
        $section = $request->section();
        $typed = $request->passage();
        if ($section?->follows !== null) {
            return $this->refuse("{$section->name} is another section’s line: type into that one, and this one follows.");
        }
        if ($section === null && $piece->sections()->where('name', $typed->part)->exists()) {
            return $this->refuse("There is a part called {$typed->part} already: choose it, or give the new one another name.");
        }
        if ($section === null && $piece->sections()->count() >= self::MOST_PARTS) {
            return $this->refuse('A piece has at most ' . self::MOST_PARTS . ' parts.');
        }
        try {
            [$correction, $section, $measures, $away] = $passages->put(
                $piece,
                $section,
                $typed,
                $user,
                $request->filled('seen') ? $request->integer('seen') : $piece->revision,
            );
        } catch (UprightPencilException $told) {
            return $this->refuse($told->getMessage());
        } catch (MarkClash $clash) {
            return $this->refuse($clash->getMessage(), 409);
        }
        WorkOutStates::soon($user->id);

        return response()->json([
            'correction' => $correction->id,
            'section' => $section->id,
            'measures' => $measures,
            'away' => $away,
            'text' => "{$correction->file}.",
        ], 201);
    }

    /** @return list<array{id: int, name: string, instrument: string}> that can be typed into */
    private static function parts(Piece $piece): array
    {
        $parts = [];
        foreach ($piece->sections()->get(Section::LIGHT) as $section) {
            if ($section->follows === null) {
                $parts[] = ['id' => $section->id, 'name' => $section->name, 'instrument' => $section->instrument];
            }
        }

        return $parts;
    }

    private static function refuseTyped(Piece $piece): void
    {
        abort_if($piece->typed !== null, 422, 'This piece was typed: type on in it.');
    }
}
