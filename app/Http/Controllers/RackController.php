<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\RackRequest;
use App\Http\Resources\RackResource;
use App\Jobs\WorkOutStates;
use App\Server\Health;
use Illuminate\Http\JsonResponse;

/** The rack. */
final class RackController extends Controller
{
    /** The shelves as they are known; what is not known yet is worked out in the background, never here. */
    #[Answers('Rack')]
    public function show(RackRequest $request, RackResource $resource, Health $health): JsonResponse
    {
        $user = $this->user($request);
        $rack = $resource->of($user, $request->view());
        if ($rack['unknown'] > 0) {
            WorkOutStates::soon($user->id);
        }

        return response()->json([...$rack, 'notice' => $health->notice()]);
    }
}
