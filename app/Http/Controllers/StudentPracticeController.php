<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\FindEdition;
use App\Http\Contract\Answers;
use App\Http\Resources\PlayResource;
use App\Models\Edition;
use App\Models\Link;
use App\Models\Section;
use App\Plans\KeptAnswers;
use App\Practice\SectionLines;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What a student's page plays and gives to practise: as it was handed out. Nothing about a student comes here. */
final class StudentPracticeController extends Controller
{
    private const FROM_BEFORE = 'This edition was handed out before parts could be heard. When your director hands it out again, it plays.';

    public function __construct(private readonly FindEdition $find)
    {
    }

    #[Answers('PartPlay')]
    public function play(Request $request, string $token): JsonResponse
    {
        [$link, $edition] = $this->find->music($token, $request->integer('edition') ?: null, isLight: false);
        $kept = $edition->keptPlay($request->string('chair')->value() ?: 'outside') ?? abort(404, self::FROM_BEFORE);

        return self::lasting($request, $edition, "play {$link->hears}", [
            'title' => $link->section->piece->title,
            'part' => $link->section->name,
            ...$kept,
            'hears' => $link->hears,
        ]);
    }

    /** The other parts, where the director lets players hear them. */
    #[Answers('list<OtherPart>')]
    public function others(Request $request, string $token, SectionLines $lines, KeptAnswers $kept): JsonResponse
    {
        [$link, $edition] = $this->find->music($token, $request->integer('edition') ?: null);
        abort_unless($link->hears, 403, 'Your director shares this part alone.');
        $piece = $link->section->piece;
        $others = $kept->remember("others of {$link->section_id}", $piece, static fn (): array => self::heard($link, $lines));

        return self::lasting($request, $edition, md5(json_encode($others, JSON_THROW_ON_ERROR)), $others);
    }

    #[Answers('StudentPractice')]
    public function practice(Request $request, string $token): JsonResponse
    {
        [, $edition] = $this->find->music($token, $request->integer('edition') ?: null, isLight: false);
        abort_if($edition->lines === null, 404, self::FROM_BEFORE);

        return self::lasting($request, $edition, 'practice', [
            'lines' => $edition->keptLines()['lines'],
        ]);
    }

    /** @return list<array<string, mixed>> */
    private static function heard(Link $link, SectionLines $lines): array
    {
        $heard = [];
        foreach ($link->section->piece->sections as $section) {
            /** @var Section $section */
            if ($section->id !== $link->section_id) {
                $heard[] = PlayResource::other($section->name, $section->instrument, $lines->played($section));
            }
        }

        return $heard;
    }

    /**
     * A phone asks again whether it is still so.
     *
     * @param array<mixed> $answer
     */
    private static function lasting(Request $request, Edition $edition, string $what, array $answer): JsonResponse
    {
        $json = response()->json($answer);
        $json->setEtag(md5("{$edition->id} {$what}"));
        $json->headers->set('Cache-Control', 'private, no-cache');
        $json->isNotModified($request);

        return $json;
    }
}
