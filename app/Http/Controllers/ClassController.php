<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\ClassRequest;
use App\Scores\ClassSettings;
use App\Scores\Examples;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use UprightPencil\Fingering\Fingerboard;
use UprightPencil\Fingering\FingerboardCard;
use UprightPencil\Music\Instrument;
use UprightPencil\Plan\PlanOptions;

/** What a director's class can do: profile, schools, sizes, wording; and the fingerboard card. */
final class ClassController extends Controller
{
    public function show(Request $request): JsonResponse
    {
        return response()->json([
            'settings' => ClassSettings::of($this->user($request))->toArray(),
            'profiles' => PlanOptions::PROFILES,
            'schools' => PlanOptions::SCHOOLS,
            'sizes' => array_map(static fn (array $lengths): array => array_map(strval(...), array_keys($lengths)), Fingerboard::LENGTHS),
        ]);
    }

    public function update(ClassRequest $request): JsonResponse
    {
        $settings = ClassSettings::from($request->validated());
        $this->user($request)->update(['settings' => $settings->toArray()]);

        return response()->json(['settings' => $settings->toArray()]);
    }

    /** A two-measure example of one choice, marked as these settings would mark it. */
    public function example(ClassRequest $request, Examples $examples): Response
    {
        $about = $request->string('about')->value();
        abort_unless($examples->has($about), 404, 'There is no example of this.');

        return response($examples->page($about, ClassSettings::from($request->validated())))
            ->header('Content-Type', 'application/xml; charset=utf-8');
    }

    /** Where the fingers lie in a position, in millimetres. */
    public function fingerboard(Request $request): JsonResponse
    {
        $data = $request->validate([
            'instrument' => ['required', Rule::in(array_keys(Fingerboard::LENGTHS))],
            'size' => ['required', 'string', 'max:8'],
            'position' => ['required', 'string', 'max:8'],
        ], ['*' => 'Choose an instrument, its size and a position.']);
        $settings = ClassSettings::of($this->user($request));
        $card = FingerboardCard::of(
            Instrument::from($data['instrument']),
            $data['size'],
            $data['position'],
            $settings->schools['bass'] === '1234',
        );

        return response()->json($card->toArray());
    }
}
