<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Answers only under the names the server was given: what a caller calls it is nothing to build links with. */
final class KnownHosts
{
    /** What this machine calls itself. */
    private const HERE = ['127.0.0.1', 'localhost', '[::1]'];

    public function handle(Request $request, Closure $next): mixed
    {
        if (!in_array(mb_strtolower((string) $request->headers->get('host')), self::names(), true)) {
            return new Response("Upright Pencil is not known under this name. Open the address your director gave you.\n", 421, [
                'Content-Type' => 'text/plain; charset=utf-8',
            ]);
        }

        return $next($request);
    }

    /** @return list<string> host and port as callers may send them */
    private static function names(): array
    {
        $names = [];
        foreach ([config()->string('app.url'), ...config()->array('pencil.addresses')] as $address) {
            $parts = is_string($address) ? parse_url($address) : false;
            if (!is_array($parts) || !isset($parts['host'])) {
                continue;
            }
            $hosts = in_array($parts['host'], self::HERE, true) ? self::HERE : [$parts['host']];
            foreach ($hosts as $host) {
                $names[] = mb_strtolower($host . (isset($parts['port']) ? ":{$parts['port']}" : ''));
            }
        }

        return $names;
    }
}
