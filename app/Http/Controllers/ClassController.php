<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\ClassRequest;
use App\Http\Resources\ClassResource;
use App\Plans\ClassExamples;
use App\Plans\ClassOf;
use App\Plans\ClassSettings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What a director's class can do: profile, schools, sizes, wording. */
final class ClassController extends Controller
{
    #[Answers('ClassChoices')]
    public function show(Request $request): JsonResponse
    {
        $class = $this->class($request);

        return response()->json(ClassResource::of($this->user($request), $class->settings(), $class->isOwn()));
    }

    #[Answers('array{settings: Settings}')]
    public function update(ClassRequest $request): JsonResponse
    {
        $settings = ClassSettings::from($request->settings())->toArray();
        $this->class($request)->keep($settings);

        return response()->json(['settings' => $settings]);
    }

    /** An ensemble goes with all the others again. */
    #[Answers('array{settings: Settings}')]
    public function destroy(Request $request): JsonResponse
    {
        $class = $this->class($request);
        abort_if($class->shelf === null, 422, 'Say which ensemble.');
        $class->keep(null);

        return response()->json(['settings' => $class->settings()->toArray()]);
    }

    /** A two-measure example of one choice, marked as these settings would mark it. */
    #[Answers('application/xml')]
    public function example(ClassRequest $request, ClassExamples $examples): Response
    {
        $about = $request->string('about')->value();
        abort_unless($examples->has($about), 404, 'There is no example of this.');

        return response($examples->page($about, ClassSettings::from($request->settings())))
            ->header('Content-Type', 'application/xml; charset=utf-8');
    }

    private function class(Request $request): ClassOf
    {
        return ClassOf::of($this->user($request), $request->input('shelf'));
    }
}
