<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Refuses, in a sentence, what no screen ever sends: characters that cannot be kept, lists in the address, trees without end. */
final class PlainInput
{
    private const DEPTH = 8;

    public function handle(Request $request, Closure $next): mixed
    {
        foreach ($request->query->all() as $value) {
            if (!is_string($value)) {
                return $this->refuse('Something in this address is not understood. Open the page again from the rack.');
            }
        }
        // The address itself is looked at by the framework.
        if (!$this->isPlain($request->query->all(), 0) || !$this->isPlain($request->input(), 0)) {
            return $this->refuse('There are characters in this that cannot be kept. Type it once more.');
        }

        return $next($request);
    }

    private function refuse(string $sentence): JsonResponse
    {
        return response()->json(['message' => $sentence], 422);
    }

    private function isPlain(mixed $value, int $depth): bool
    {
        if (is_string($value)) {
            return !str_contains($value, "\0") && mb_check_encoding($value, 'UTF-8');
        }
        if (!is_array($value)) {
            return true;
        }
        if ($depth > self::DEPTH) {
            return false;
        }
        foreach ($value as $key => $inner) {
            if (!$this->isPlain((string) $key, $depth) || !$this->isPlain($inner, $depth + 1)) {
                return false;
            }
        }

        return true;
    }
}
