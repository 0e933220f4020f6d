<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Says how long an answer is, so that the browser has it whole before the server has put its things away. */
final class SaysLength
{
    public function handle(Request $request, Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        $content = $response->getContent();
        if (is_string($content) && !$request->isMethod('HEAD') && !$response->headers->has('Transfer-Encoding')) {
            $response->headers->set('Content-Length', (string) strlen($content));
        }

        return $response;
    }
}
