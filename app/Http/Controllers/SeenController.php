<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\FindEdition;
use App\Http\Contract\Answers;
use App\Http\Requests\SeenRequest;
use App\Models\Reader;
use Illuminate\Http\JsonResponse;

/** Counts who has opened a link and finished its list: no names, and nothing that is kept longer than the link. */
final class SeenController extends Controller
{
    /** More readers than a section has stands: somebody is making them up. */
    private const MOST = 400;

    #[Answers('array{counted: bool}')]
    public function store(SeenRequest $request, string $token, FindEdition $find): JsonResponse
    {
        [$link, $edition] = $find->behind($token);
        $finished = $request->finished() === $edition->number ? $edition->number : null;
        /** @var Reader|null $reader */
        $reader = $link->readers()->where('token', $request->reader())->first();
        if ($reader === null && $link->readers()->count() < self::MOST) {
            $reader = $link->readers()->createOrFirst(['token' => $request->reader()]);
        }
        if ($reader !== null && $reader->finished !== $finished) {
            $reader->update(['finished' => $finished]);
        }

        return response()->json(['counted' => $reader !== null]);
    }
}
