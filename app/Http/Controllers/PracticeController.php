<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\PatternResource;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\OpenStringWriter;

/** What a section's part gives to practise: on open strings, and its finger patterns. */
final class PracticeController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans)
    {
    }

    /** The part on open strings, rhythm and bowing kept. */
    #[Answers('application/xml')]
    public function openStrings(Section $section): Response
    {
        $this->authorize('view', $section);
        $document = Document::open((string) gzuncompress($section->source));

        return response((new OpenStringWriter($document))->write($this->plans->of($section)->part))
            ->header('Content-Type', 'application/xml; charset=utf-8');
    }

    #[Answers('PatternMap')]
    public function patterns(Section $section): JsonResponse
    {
        $this->authorize('view', $section);

        return response()->json(PatternResource::of($this->plans->of($section)));
    }
}
