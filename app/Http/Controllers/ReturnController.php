<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\ReturnResource;
use App\Models\Section;
use Illuminate\Http\JsonResponse;

/** Passages that come again. */
final class ReturnController extends Controller
{
    #[Answers('list<PassageReturnRow>')]
    public function index(Section $section, ReturnResource $resource): JsonResponse
    {
        $this->authorize('view', $section);

        return response()->json($resource->of($section));
    }
}
