<?php

declare(strict_types=1);

use App\Exceptions\Sentences;
use App\Http\Controllers\FirstSightController;
use App\Http\Middleware\KnownHosts;
use App\Http\Middleware\NamesRequest;
use App\Http\Middleware\PlainInput;
use App\Http\Middleware\SameOrigin;
use App\Http\Middleware\SaysLength;
use App\Http\Middleware\SaysTime;
use App\Http\Middleware\SecurityHeaders;
use App\Http\Middleware\StartSession;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Session\Middleware\StartSession as LaravelsStartSession;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__ . '/../routes/web.php',
        commands: __DIR__ . '/../routes/console.php',
        then: static function (): void {
            require __DIR__ . '/../routes/open.php';
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        // One origin: nothing to share across, and the package behind it is not installed (see gaps/README.md).
        $middleware->remove(HandleCors::class);
        $middleware->append([SecurityHeaders::class, SaysLength::class, KnownHosts::class, SameOrigin::class, PlainInput::class]);
        $middleware->prepend([SaysTime::class, NamesRequest::class]);
        // The browser writes it.
        $middleware->encryptCookies(except: [FirstSightController::COOKIE]);
        $middleware->web(replace: [LaravelsStartSession::class => StartSession::class]);
        // Guests have no session to hold a token: see SameOrigin.
        $middleware->validateCsrfTokens(except: ['api/v1/session', 'api/v1/first', 'api/v1/password', 'api/v1/password/letter', 'api/v1/invitation/*/letter']);
        $middleware->redirectGuestsTo('/sign-in');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        Sentences::register($exceptions);
    })
    ->create();
