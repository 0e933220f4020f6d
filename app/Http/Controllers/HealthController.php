<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Server\Health;
use Illuminate\Http\JsonResponse;

/** Whether the server can do its work, for people and for programs that watch it: 200 when all is well, 503 when not. */
final class HealthController extends Controller
{
    public function __invoke(Health $health): JsonResponse
    {
        $checks = $health->checks();
        $isWell = array_filter($checks, static fn (array $check): bool => !$check['ok']) === [];

        return response()->json(['ok' => $isWell, 'checks' => $checks], $isWell ? 200 : 503, [
            'Cache-Control' => 'no-store',
        ], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE);
    }
}
