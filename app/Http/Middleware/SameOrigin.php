<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;

/**
 * Refuses what another site's page asks a browser to send here.
 *
 * Browsers say with every call that changes something where it comes from. Guests have no session that could hold a token, so this
 * is what protects signing in; for everybody else it stands beside the token.
 */
final class SameOrigin
{
    public function handle(Request $request, Closure $next): mixed
    {
        if (!$request->isMethodSafe() && $this->isFromElsewhere($request)) {
            return response()->json(['message' => 'This came from another site’s page. Open Upright Pencil itself and do it there.'], 403);
        }

        return $next($request);
    }

    private function isFromElsewhere(Request $request): bool
    {
        $site = $request->headers->get('sec-fetch-site');
        if ($site !== null) {
            return !in_array($site, ['same-origin', 'none'], true);
        }
        $origin = $request->headers->get('origin');

        return $origin !== null && parse_url($origin, PHP_URL_HOST) !== $request->getHost();
    }
}
