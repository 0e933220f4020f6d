<?php

declare(strict_types=1);

namespace App\Exceptions;

use App\Drawing\NotDrawn;
use App\Plans\UnfinishedPlan;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Http\Exceptions\PostTooLargeException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Session\TokenMismatchException;
use Illuminate\Validation\ValidationException;
use Symfony\Component\ErrorHandler\Error\FatalError;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\MethodNotAllowedHttpException;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Throwable;
use UprightPencil\Exception\UprightPencilException;

/** What went wrong, as one sentence for whoever asked: of the API as JSON, elsewhere as a plain page. */
final class Sentences
{
    private const NOT_HERE = 'This is not here any more, or not yours to see.';

    public static function register(Exceptions $exceptions): void
    {
        $exceptions->shouldRenderJsonWhen(static fn (Request $request): bool => self::isApi($request));
        // Told to the one who asked; in the log once in a while, not at every call while it lasts.
        $exceptions->dontReport([UnfinishedPlan::class, NotDrawn::class]);
        $exceptions->throttle(static fn (Throwable $error): mixed => CannotWrite::told($error) === null ? null
            : Limit::perMinute(5)->by('cannot write'));
        $exceptions->render(static function (Throwable $error, Request $request): JsonResponse|Response|null {
            if ($error instanceof ValidationException && self::isApi($request)) {
                $errors = $error->errors();
                $first = array_values($errors)[0][0] ?? 'Something in this is not understood.';

                return new JsonResponse(['message' => $first, 'errors' => $errors], 422);
            }
            $told = self::told($error);
            if ($told === null) {
                return null;
            }
            [$sentence, $status] = $told;

            return self::isApi($request)
                ? new JsonResponse(['message' => $sentence], $status)
                : new Response("{$sentence}\n", $status, ['Content-Type' => 'text/plain; charset=utf-8']);
        });
    }

    private static function isApi(Request $request): bool
    {
        return str_starts_with($request->getPathInfo(), '/api/');
    }

    /** @return array{string, int}|null the sentence and its HTTP status; null for what the framework tells well by itself */
    private static function told(Throwable $error): ?array
    {
        return match (true) {
            // What is not there and what is not theirs is answered alike.
            $error instanceof HttpException && $error->getStatusCode() === 404
                => [self::isOurs($error->getMessage()) ? $error->getMessage() : self::NOT_HERE, 404],
            $error instanceof MethodNotAllowedHttpException => ['This cannot be done here.', 405],
            $error instanceof TooManyRequestsHttpException => ['This was asked for too often. Wait a minute and try again.', 429],
            $error instanceof PostTooLargeException => ['The file is larger than 16 MB, which is more than any part needs.', 413],
            $error instanceof AccessDeniedHttpException && $error->getPrevious() instanceof AuthorizationException
                => [self::isOurs($error->getMessage()) ? $error->getMessage() : 'You may look at this piece, but not do that here.', 403],
            $error instanceof HttpException && $error->getPrevious() instanceof TokenMismatchException
                => ['You were signed out. Sign in again; your work is kept.', 419],
            $error instanceof UnfinishedPlan, $error instanceof NotDrawn => [$error->getMessage(), 503],
            $error instanceof UprightPencilException => [ucfirst($error->getMessage()), 422],
            $error instanceof FatalError && self::ranOut($error) => [UnfinishedPlan::onTheWay()->getMessage(), 503],
            $error instanceof AuthenticationException => ['You are not signed in. Sign in first.', 401],
            $error instanceof HttpException && $error->getStatusCode() < 500
                => [self::isOurs($error->getMessage()) ? $error->getMessage() : 'This address is not understood.', $error->getStatusCode()],
            default => CannotWrite::told($error),
        };
    }

    /** Whether a message was written for people: the framework's own name classes and routes. */
    private static function isOurs(string $message): bool
    {
        return $message !== '' && preg_match('~\\\\|route|This action is unauthorized|^Not Found$|^Malformed URL~', $message) !== 1;
    }

    private static function ranOut(FatalError $error): bool
    {
        return preg_match('~Allowed memory size|Maximum execution time~', $error->getMessage()) === 1;
    }
}
