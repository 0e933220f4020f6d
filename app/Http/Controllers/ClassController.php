<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
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
    public function __construct(private readonly Acts $acts)
    {
    }

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
        $this->keep($request, $this->class($request), $settings);

        return response()->json(['settings' => $settings]);
    }

    /** An ensemble goes with all the others again. */
    #[Answers('array{settings: Settings}')]
    public function destroy(Request $request): JsonResponse
    {
        $class = $this->class($request);
        abort_if($class->shelf === null, 422, 'Say which ensemble.');
        $this->keep($request, $class, null);

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

    /** @param array<string, mixed>|null $settings */
    private function keep(Request $request, ClassOf $class, ?array $settings): void
    {
        $user = $this->user($request);
        $shelf = $class->shelf;
        $this->acts->do(
            $user,
            null,
            Topic::OfClass,
            $shelf === null ? 'what the class can do' : "what the class of “{$shelf->name}” can do",
            [$shelf === null ? "user:{$user->id}" : "shelf:{$shelf->id}"],
            static fn () => $class->keep($settings),
        );
    }

    private function class(Request $request): ClassOf
    {
        return ClassOf::of($this->user($request), $request->input('shelf'));
    }
}
