<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\HandOutResource;
use App\Jobs\DrawEdition;
use App\Models\Edition;
use App\Models\Section;
use Illuminate\Http\JsonResponse;

/** Drawing the pages of a section's newest edition beforehand: begun again, or stopped. */
final class DrawingController extends Controller
{
    #[Answers('HandOutSection')]
    public function store(Section $section, HandOutResource $resource): JsonResponse
    {
        $this->authorize('edit', $section);
        $edition = self::newest($section);
        $edition->update(['drawing' => 'waits', 'drawing_says' => null]);
        DrawEdition::dispatch($edition->id);

        return response()->json($resource->section($section->refresh()));
    }

    #[Answers('HandOutSection')]
    public function destroy(Section $section, HandOutResource $resource): JsonResponse
    {
        $this->authorize('edit', $section);
        // What is being drawn at this moment is finished; then it stops.
        Edition::query()->whereKey(self::newest($section)->id)->whereIn('drawing', ['waits', 'works'])->update(['drawing' => 'stopped']);

        return response()->json($resource->section($section->refresh()));
    }

    private static function newest(Section $section): Edition
    {
        /** @var Edition|null $edition */
        $edition = $section->editions()->reorder('number', 'desc')->first(['id', 'section_id', 'drawing']);

        return $edition ?? abort(404, 'This part has not been handed out yet.');
    }
}
