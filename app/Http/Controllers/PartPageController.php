<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drawing\EditionDrawings;
use App\Drawing\Engraver;
use App\Drawing\Sheet;
use App\HandOut\FindEdition;
use App\HandOut\WhatChanged;
use App\Http\Contract\Answers;
use App\Http\Resources\PartPageResource;
use App\Jobs\DrawEdition;
use App\Models\Edition;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Vite;
use Symfony\Component\HttpKernel\Exception\HttpException;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/**
 * The student's page itself: one answer with the music drawn in it, so that a phone shows it before anything else arrives. Nothing is
 * planned and nobody has a session.
 */
final class PartPageController extends Controller
{
    /** Where the browser says how wide its page was, for the next time. */
    private const COOKIE = 'sheet';

    public function __construct(
        private readonly FindEdition $find,
        private readonly EditionDrawings $drawings,
        private readonly Engraver $engraver,
        private readonly WhatChanged $changed,
    ) {
    }

    public function show(Request $request, string $token): Response
    {
        try {
            [$link, $edition] = $this->find->behind($token, $request->integer('edition') ?: null);
        } catch (HttpException $gone) {
            return response(view('part-gone', ['sentence' => $gone->getMessage()])->render(), $gone->getStatusCode());
        }
        $page = self::pageOf($request, $edition);
        $sheet = self::sheetFor($request);
        $hasMusic = $link->shows === 'all';
        $drawing = $hasMusic ? $this->drawings->find($edition, $page, $sheet) : null;
        if ($hasMusic && ($drawing === null || $drawing->version !== $this->engraver->version())) {
            self::askFor($edition, $page, $sheet);
        }
        $shown = PartPageResource::of($link, $edition, $page, $this->changed);
        $answer = response(view('part', [
            'shown' => $shown,
            'sheet' => $sheet->value,
            'hasMusic' => $hasMusic,
            'svg' => implode('', $drawing?->svg() ?? []),
            'says' => $edition->drawing === 'failed' ? $edition->drawing_says : null,
            'style' => Vite::content('resources/js/part/part.css'),
        ])->render());
        $answer->headers->set('Cache-Control', 'private, no-cache');
        $answer->setEtag(md5((string) $answer->getContent()));
        $answer->isNotModified($request);

        return $answer;
    }

    /** The pages on one sheet; 202 with a sentence while they are being drawn. */
    #[Answers('PartDrawing')]
    public function drawing(Request $request, string $token, string $sheet): JsonResponse
    {
        [, $edition] = $this->find->music($token, $request->integer('edition') ?: null);
        $on = Sheet::tryFrom($sheet) ?? abort(404, 'There is no such sheet.');
        $page = self::lineOf($request, $edition) ?? self::pageOf($request, $edition);
        $drawing = $this->drawings->find($edition, $page, $on);
        if ($drawing === null) {
            self::askFor($edition, $page, $on);

            return $edition->drawing === 'failed'
                ? response()->json(['message' => $edition->drawing_says ?? ''], 422)
                : response()->json(['pages' => [], 'message' => 'This page is being drawn.'], 202);
        }
        $answer = response()->json(['pages' => $drawing->svg(), 'message' => '']);
        $answer->setEtag("{$drawing->id}-{$drawing->version}");
        $answer->headers->set('Cache-Control', 'private, no-cache');
        $answer->isNotModified($request);

        return $answer;
    }

    /** Which edition is the newest, for a page that is open. */
    #[Answers('PartNow')]
    public function now(Request $request, string $token): JsonResponse
    {
        [, $edition] = $this->find->behind($token);
        $answer = response()->json(['edition' => $edition->number, 'at' => $edition->created_at->toIso8601String()]);
        $answer->setEtag((string) $edition->id);
        $answer->headers->set('Cache-Control', 'private, no-cache');
        $answer->isNotModified($request);

        return $answer;
    }

    /** What is otherwise than in an earlier edition, for who pencilled that one in. */
    #[Answers('PartChanges')]
    public function changes(Request $request, string $token): JsonResponse
    {
        [$link, $edition] = $this->find->behind($token, $request->integer('edition') ?: null);
        $number = $request->integer('from');
        /** @var Edition|null $before */
        $before = $link->section->editions()->where('number', $number)->first(['id', 'number', 'told']);
        if ($before === null || $number >= $edition->number) {
            abort(404, "There is no edition {$number} before this one.");
        }
        $answer = response()->json(['since' => $number, 'changes' => PartPageResource::changes($edition, $before, $this->changed)]);
        $answer->setEtag("{$before->id}-{$edition->id}");
        $answer->headers->set('Cache-Control', 'private, no-cache');
        $answer->isNotModified($request);

        return $answer;
    }

    /** What makes the page an application of its own on a phone. */
    public function manifest(string $token): JsonResponse
    {
        [$link] = $this->find->behind($token);
        $title = $link->section->piece->title;

        return response()->json([
            'name' => "{$title} – {$link->section->name}",
            'short_name' => mb_strimwidth($title, 0, 24, '…'),
            'id' => "/part/{$token}",
            'start_url' => "/part/{$token}",
            'scope' => '/part/',
            'display' => 'standalone',
            'background_color' => '#fffefb',
            'theme_color' => '#3b4a46',
            'icons' => [['src' => '/pencil.svg', 'sizes' => 'any', 'type' => 'image/svg+xml']],
        ])->header('Content-Type', 'application/manifest+json');
    }

    /** The service worker: it has a lasting name, and may keep what lies beside it. */
    public function worker(): Response
    {
        return response(Vite::content('resources/js/part/worker.ts'))
            ->header('Content-Type', 'text/javascript; charset=utf-8')
            ->header('Cache-Control', 'no-cache');
    }

    /** The key of the page that was asked for. */
    private static function pageOf(Request $request, Edition $edition): string
    {
        return $edition->keyFor(
            $request->string('chair')->value(),
            Density::tryFrom($request->string('fingers')->value()),
            BowDensity::tryFrom($request->string('bows')->value()),
        );
    }

    /** The key of the practice line that was asked for; null where the part itself was. */
    private static function lineOf(Request $request, Edition $edition): ?string
    {
        if (!$request->has('line')) {
            return null;
        }
        $line = $request->integer('line', -1);
        abort_if($line < 0 || $line >= ($edition->lineCount() ?? 0), 404, 'This edition has no such practice line.');

        return Edition::lineKey($line);
    }

    private static function sheetFor(Request $request): Sheet
    {
        $known = Sheet::tryFrom((string) $request->cookies->get(self::COOKIE));
        if ($known !== null && in_array($known, Sheet::screens(), true)) {
            return $known;
        }
        $agent = (string) $request->userAgent();

        return match (true) {
            str_contains($agent, 'iPad'), str_contains($agent, 'Android') && !str_contains($agent, 'Mobile') => Sheet::Tablet,
            str_contains($agent, 'Mobi') || $request->header('Sec-CH-UA-Mobile') === '?1' => Sheet::Phone,
            default => Sheet::Desktop,
        };
    }

    /** Has a page drawn that somebody waits for, and after it the others that are missing. */
    private static function askFor(Edition $edition, string $page, Sheet $sheet): void
    {
        if ($edition->drawing === 'failed') {
            return;
        }
        rescue(static function () use ($edition, $page, $sheet): void {
            DrawEdition::dispatch($edition->id, $edition->likeness($page), $sheet->value);
            if (!in_array($edition->drawing, ['stopped', 'asked'], true)) {
                DrawEdition::ahead($edition->id);
            }
        });
    }
}
