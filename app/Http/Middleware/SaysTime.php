<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * How long the server worked for an answer, in the header that browsers show beside a request: milliseconds on the clock, and
 * milliseconds of processor time, which say more on a busy machine.
 */
final class SaysTime
{
    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        $started = $request->server->get('REQUEST_TIME_FLOAT');
        if ($response instanceof Response && is_float($started) && defined('PROCESSOR_START')) {
            $response->headers->set('Server-Timing', sprintf(
                'clock;dur=%.1f, processor;dur=%.1f',
                1000 * (microtime(true) - $started),
                self::processor() - PROCESSOR_START,
            ));
        }

        return $response;
    }

    /** Milliseconds of processor time this process has taken so far. */
    public static function processor(): float
    {
        $used = getrusage() ?: [];
        $seconds = ($used['ru_utime.tv_sec'] ?? 0) + ($used['ru_stime.tv_sec'] ?? 0);

        return 1000 * $seconds + (($used['ru_utime.tv_usec'] ?? 0) + ($used['ru_stime.tv_usec'] ?? 0)) / 1000;
    }
}
