<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Contracts\Session\Session;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as LaravelsStartSession;
use Illuminate\Support\Facades\Log;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/**
 * Sessions for those who are signed in, and written only when something in them changed: guests leave nothing behind, and reading
 * goes on where nothing can be written.
 */
final class StartSession extends LaravelsStartSession
{
    /** How long it may take until it is written down that somebody is still there, in seconds. */
    private const SEEN = 300;

    private string $before = '';

    protected function startSession(Request $request, $session)
    {
        $session = parent::startSession($request, $session);
        $this->before = $this->content($session);

        return $session;
    }

    protected function addCookieToResponse(Response $response, Session $session)
    {
        if ($this->belongsToSomebody($session)) {
            parent::addCookieToResponse($response, $session);
        }
    }

    protected function saveSession($request)
    {
        $session = $request->session();
        if (!$this->belongsToSomebody($session)) {
            return;
        }
        $seen = $session->get('seen');
        if (!is_int($seen) || time() - $seen >= self::SEEN) {
            $session->put('seen', time());
        }
        if ($this->content($session) === $this->before) {
            return;
        }
        try {
            parent::saveSession($request);
        } catch (Throwable $problem) {
            Log::warning('A session could not be written: ' . $problem->getMessage());
        }
    }

    /** Whether anything is in it but what the framework puts into every session. */
    private function belongsToSomebody(Session $session): bool
    {
        return array_diff(array_keys($session->all()), ['_token', '_previous', '_flash', 'seen']) !== [];
    }

    private function content(Session $session): string
    {
        return $session->getId() . serialize(array_diff_key($session->all(), ['_previous' => 0, '_flash' => 0]));
    }
}
