<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Drawing\FirstSights;
use App\Http\Contract\Answers;
use App\Http\Requests\FirstSightRequest;
use App\Jobs\DrawFirstSight;
use App\Models\Drawing;
use App\Models\FirstSight;
use App\Models\Section;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The desk before its scripts have come: the music is drawn in the first answer already, where it is known how it looks. */
final class FirstSightController extends Controller
{
    /** Where the browser says how its desk lay: see `resources/js/engraving/firstSight.ts`. */
    public const COOKIE = 'first-sight';
    private const NUMBERS = ['section', 'left', 'top', 'right', 'bottom', 'width', 'room', 'scrolled'];

    public function __construct(private readonly FirstSights $sights)
    {
    }

    public function show(Request $request, int $piece, int $section): Response
    {
        $desk = self::desk($request);
        $sight = $desk === null ? null : rescue(fn (): ?FirstSight => $this->find($request, $piece, $section, $desk['width']));
        $answer = response(view('app', [
            'sight' => $sight,
            'systems' => $sight === null ? [] : array_map(self::sized(...), Drawing::unpack($sight->systems)),
            'desk' => $desk,
            'rooms' => ($desk['section'] ?? 0) === $section ? self::rooms($request) : [],
            'scrolled' => ($desk['section'] ?? 0) === $section ? $desk['scrolled'] ?? 0 : null,
        ])->render());
        $answer->headers->set('Cache-Control', 'private, no-cache');
        $answer->setEtag(md5((string) $answer->getContent()));
        $answer->isNotModified($request);

        return $answer;
    }

    /** Has the page drawn for a desk of a width. */
    #[Answers('array{asked: bool}')]
    public function store(FirstSightRequest $request, Section $section): JsonResponse
    {
        return response()->json(['asked' => DrawFirstSight::ahead($section, $request->integer('width'))], 202);
    }

    private function find(Request $request, int $piece, int $id, int $width): ?FirstSight
    {
        $user = $request->user();
        $section = Section::query()->where('piece_id', $piece)->find($id, Section::LIGHT);

        return $section !== null && $user instanceof User && $user->can('view', $section) ? $this->sights->of($section, $width) : null;
    }

    /** @return array{svg: string, width: string, height: string} with its size in pixels: it takes its room before it is painted */
    private static function sized(string $svg): array
    {
        preg_match('~viewBox="0 0 ([\d.]+) ([\d.]+)"~', $svg, $box);

        return ['svg' => $svg, 'width' => $box[1] ?? '9', 'height' => $box[2] ?? '1'];
    }

    /** @return array<string, int>|null pixels, as the browser told them */
    private static function desk(Request $request): ?array
    {
        $told = $request->cookies->get(self::COOKIE);
        if (!is_string($told) || preg_match('~^\d{1,9}(?:\.\d{1,5}){7}(?:\.\d{1,3}-\d{1,4}){0,300}$~', $told) !== 1) {
            return null;
        }

        $numbers = array_slice(explode('.', $told), 0, count(self::NUMBERS));

        return array_combine(self::NUMBERS, array_map(intval(...), $numbers));
    }

    /** @return array<int, int> pixels under the systems that have another room than the others */
    private static function rooms(Request $request): array
    {
        preg_match_all('~\.(\d+)-(\d+)~', (string) $request->cookies->get(self::COOKIE), $told, PREG_SET_ORDER);

        $rooms = [];
        foreach ($told as [, $system, $room]) {
            $rooms[(int) $system] = (int) $room;
        }

        return $rooms;
    }
}
