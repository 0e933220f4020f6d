<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;

/** A name for each request, the one the front server gave it where there is one: in the log and in the answer. */
final class NamesRequest
{
    public function handle(Request $request, Closure $next): mixed
    {
        $given = (string) $request->headers->get('x-request-id');
        $name = preg_match('~^[a-f0-9]{16,32}$~', $given) === 1 ? $given : Str::lower(bin2hex(random_bytes(8)));
        Log::withContext(['request' => $name, 'user' => null]);
        $response = $next($request);
        if ($response instanceof Response) {
            $response->headers->set('X-Request-Id', $name);
        }

        return $response;
    }
}
