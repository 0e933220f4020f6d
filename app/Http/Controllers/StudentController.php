<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Plans\ClassSettings;
use App\Drawing\EditionDrawings;
use App\Drawing\NotDrawn;
use App\HandOut\Downloads;
use App\HandOut\FindEdition;
use App\HandOut\KeptLists;
use App\Http\Contract\Answers;
use App\Http\Resources\StudentPartResource;
use App\Jobs\DrawEdition;
use App\Models\Edition;
use App\Models\Link;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\PrintedPart;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/** A student's page: the newest edition of one part, by its link, without an account. */
final class StudentController extends Controller
{
    public function __construct(
        private readonly FindEdition $find,
        private readonly EditionDrawings $drawings,
        private readonly PdfFile $file,
    ) {
    }

    #[Answers('StudentPart')]
    public function show(Request $request, string $token): JsonResponse
    {
        [$link, $edition] = $this->find($token);

        return response()->json(StudentPartResource::of($link, $edition, self::asked($request, $edition)['list']));
    }

    #[Answers('application/xml')]
    public function page(Request $request, string $token): Response
    {
        return response(self::asked($request, $this->find->music($token, isLight: false)[1])['musicxml'])
            ->header('Content-Type', 'application/xml; charset=utf-8');
    }

    #[Answers('application/*')]
    public function download(Request $request, string $token, string $ending): Response
    {
        [$link, $edition] = $ending === 'txt' ? $this->find($token) : $this->find->music($token, isLight: false);
        $page = self::asked($request, $edition);
        $chair = $request->string('chair')->value();
        $title = "{$link->section->piece->title}: {$link->section->name}";
        $words = ClassSettings::for($link->section->piece)->words();

        return Downloads::send(
            $ending,
            "{$link->section->piece->title} - {$link->section->name}",
            [
                'musicxml' => static fn (): string => $page['musicxml'],
                'txt' => static fn (): string => KeptLists::text($edition, $chair, $title, $words)
                    ?? "part {$link->section->name}\n" . implode("\n", $page['list']) . "\n",
                'pdf' => fn (): string => $this->pdf($request, $link, $edition),
            ],
        );
    }

    /** The pages as they were drawn for paper. */
    private function pdf(Request $request, Link $link, Edition $edition): string
    {
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $sheet = $paper->sheet($request->boolean('large'));
        $key = $edition->keyFor(
            $request->string('chair')->value(),
            Density::tryFrom($request->string('fingers')->value()),
            BowDensity::tryFrom($request->string('bows')->value()),
        );
        $drawing = $this->drawings->find($edition, $key, $sheet);
        if ($drawing === null) {
            DrawEdition::dispatch($edition->id, $edition->likeness($key), $sheet->value);
            throw NotDrawn::because('The pages for paper are being drawn. Try again in a moment.');
        }
        $about = "edition {$edition->number}, {$edition->created_at->format('j F Y')}";

        $piece = $link->section->piece;

        return $this->file->of([new PrintedPart($piece->title, $link->section->name, $about, $drawing->svg(), $piece->composer())], $paper);
    }

    /** @return array{musicxml: string, list: list<string>} the page for the chair and with the fingers that were asked for */
    private static function asked(Request $request, Edition $edition): array
    {
        return $edition->page(
            $request->string('chair')->value(),
            Density::tryFrom($request->string('fingers')->value()),
            BowDensity::tryFrom($request->string('bows')->value()),
        );
    }

    /** @return array{Link, Edition} */
    private function find(string $token): array
    {
        return $this->find->behind($token, isLight: false);
    }
}
