<?php

use App\Http\Middleware\SaysLength;
use App\Http\Middleware\SaysTime;
use App\Http\Middleware\SecurityHeaders;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Exceptions\PostTooLargeException;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Session\TokenMismatchException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__ . '/../routes/web.php',
        commands: __DIR__ . '/../routes/console.php',
        health: '/up',
    )
    ->withMiddleware(function (Middleware $middleware): void {
        // One origin: nothing to share across, and the package behind it is not installed (see gaps/README.md).
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->append(SaysLength::class);
        $middleware->prepend(SaysTime::class);
        $middleware->redirectGuestsTo('/sign-in');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(fn (Request $request): bool => $request->is('api/*'));
        $exceptions->render(function (NotFoundHttpException $exception, Request $request) {
            return $request->is('api/*')
                ? response()->json(['message' => $exception->getMessage() !== '' && !str_contains($exception->getMessage(), '\\')
                    && !str_contains($exception->getMessage(), 'route')
                    ? $exception->getMessage()
                    : 'This is not here any more, or not yours to see.'], 404)
                : null;
        });
        $exceptions->render(function (PostTooLargeException $exception, Request $request) {
            return response()->json(['message' => 'The file is larger than 16 MB, which is more than any part needs.'], 413);
        });
        $exceptions->render(function (HttpException $exception, Request $request) {
            return $request->is('api/*') && $exception->getPrevious() instanceof TokenMismatchException
                ? response()->json(['message' => 'You were signed out. Sign in again; your work is kept.'], 419)
                : null;
        });
    })
    ->create();
