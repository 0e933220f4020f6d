<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\TogetherRequest;
use App\Marking\MarkClash;
use App\Marking\Together;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;

/** One answer for several parts: looked at, and done. */
final class TogetherController extends Controller
{
    public function __construct(private readonly Together $together)
    {
    }

    #[Answers('list<TogetherLook>')]
    public function look(TogetherRequest $request, Piece $piece): JsonResponse
    {
        return response()->json($this->together->look($this->together->read($piece, $request->parts())));
    }

    /** Answers with what it did, as {@see look()} would have told it. */
    #[Answers('list<TogetherLook>')]
    public function store(TogetherRequest $request, Piece $piece): JsonResponse
    {
        $parts = $this->together->read($piece, $request->parts());
        $looks = $this->together->look($parts);
        try {
            $this->together->do($piece, $this->user($request), $parts, $request->seen(), $request->label());
        } catch (MarkClash $clash) {
            return $this->refuse($clash->getMessage(), 409);
        }

        return response()->json($looks);
    }
}
