<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Plans\ClassSettings;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use UprightPencil\Settings\CountingWords;

/**
 * Sentences leave in the words the class counts by (measure or bar, quarter or crotchet). They are made in one set of words
 * everywhere else, so that nothing that is kept or compared depends on it; here is the one door they all go out by.
 */
final class TheirCountingWords
{
    /** What people wrote themselves, and music, stays as it is. */
    private const OTHERS_WORDS = [
        'title', 'name', 'xml', 'musicxml', 'composer', 'body', 'comment', 'author', 'email', 'lines', 'settings', 'schools',
    ];

    public function handle(Request $request, Closure $next): mixed
    {
        $response = $next($request);
        $words = $response instanceof JsonResponse ? self::of($request) : CountingWords::American;
        if ($words !== CountingWords::American) {
            $response->setData(self::said($response->getData(true), $words));
        }

        return $response;
    }

    private static function of(Request $request): CountingWords
    {
        foreach ($request->route()->parameters() as $thing) {
            $piece = $thing instanceof Section ? $thing->piece : $thing;
            if ($piece instanceof Piece) {
                return ClassSettings::for($piece)->words();
            }
        }
        $user = $request->user();

        return $user instanceof User ? ClassSettings::of($user)->words() : CountingWords::American;
    }

    private static function said(mixed $data, CountingWords $words): mixed
    {
        if (is_string($data)) {
            // What has no blank is a name of the interface between the two, no sentence.
            return str_contains($data, ' ') ? $words->say($data) : $data;
        }
        if (!is_array($data)) {
            return $data;
        }
        foreach ($data as $key => $value) {
            if (!in_array($key, self::OTHERS_WORDS, true)) {
                $data[$key] = self::said($value, $words);
            }
        }

        return $data;
    }
}
