<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\ClassRequest;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Plans\ClassExamples;
use App\Plans\ClassSettings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Instrument;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Practice\FingerboardCard;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\Wording;
use UprightPencil\Settings\Profile;
use UprightPencil\Settings\School;

/** What a director's class can do: profile, schools, sizes, wording; and the fingerboard card. */
final class ClassController extends Controller
{
    public function show(Request $request): JsonResponse
    {
        $shelf = $this->shelf($request);

        return response()->json([
            'settings' => $this->settings($request)->toArray(),
            'isOwn' => $shelf?->settings !== null,
            'shelves' => $this->user($request)->shelves()->get(['id', 'name', 'settings'])
                ->map(fn (Shelf $one): array => ['id' => $one->id, 'name' => $one->name, 'isOwn' => $one->settings !== null]),
            'profiles' => array_map(
                static fn (Profile $profile): array
                    => ['value' => $profile->value, 'words' => $profile->words(), 'means' => $profile->means()],
                Profile::cases(),
            ),
            'schools' => self::schools(),
            'wordings' => self::choices(Wording::cases()),
            'densities' => self::choices(Density::cases()),
            'positions' => array_map(
                static fn (string $instrument): array => Position::all(Instrument::from($instrument)),
                array_combine(array_keys(Fingerboard::LENGTHS), array_keys(Fingerboard::LENGTHS)),
            ),
            'sizes' => array_map(static fn (array $lengths): array => array_map(strval(...), array_keys($lengths)), Fingerboard::LENGTHS),
        ]);
    }

    /** @return list<array{key: string, title: string, choices: list<array{value: string, words: string}>}> */
    private static function schools(): array
    {
        $schools = [];
        foreach (PlanOptions::SCHOOLS as $key => $school) {
            $schools[] = ['key' => $key, 'title' => $school::title(), 'choices' => self::choices($school::cases())];
        }

        return $schools;
    }

    /**
     * @param array<School|Wording|Density> $cases
     * @return list<array{value: string, words: string}>
     */
    private static function choices(array $cases): array
    {
        return array_map(
            static fn (School|Wording|Density $case): array => ['value' => (string) $case->value, 'words' => $case->words()],
            array_values($cases),
        );
    }

    public function update(ClassRequest $request): JsonResponse
    {
        $settings = ClassSettings::from($request->validated())->toArray();
        $this->keep($request, $settings);

        return response()->json(['settings' => $settings]);
    }

    /** An ensemble goes with all the others again. */
    public function reset(Request $request): JsonResponse
    {
        abort_if($this->shelf($request) === null, 422, 'Say which ensemble.');
        $this->keep($request, null);

        return response()->json(['settings' => $this->settings($request)->toArray()]);
    }

    /** @param array<string, mixed>|null $settings */
    private function keep(Request $request, ?array $settings): void
    {
        $shelf = $this->shelf($request);
        $user = $this->user($request);
        DB::transaction(static function () use ($shelf, $user, $settings): void {
            ($shelf ?? $user)->update(['settings' => $settings]);
            $pieces = $shelf === null ? Piece::query()->where('user_id', $user->id) : $shelf->pieces();
            // What the rack shows of them is to be worked out again.
            Section::query()->whereIn('piece_id', $pieces->select('id'))->update(['state' => null]);
        }, 3);
    }

    /** The shelf whose ensemble is meant; null for all of the director's. */
    private function shelf(Request $request): ?Shelf
    {
        $id = $request->input('shelf');
        if ($id === null || $id === '' || $id === 0 || $id === '0') {
            return null;
        }
        abort_unless(is_numeric($id) && preg_match('~^\d{1,12}$~', (string) $id) === 1, 404);

        return $this->user($request)->shelves()->findOrFail((int) $id);
    }

    private function settings(Request $request): ClassSettings
    {
        $own = $this->shelf($request)?->settings;

        return $own === null ? ClassSettings::of($this->user($request)) : ClassSettings::from($own);
    }

    /** A two-measure example of one choice, marked as these settings would mark it. */
    public function example(ClassRequest $request, ClassExamples $examples): Response
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
        $settings = $this->settings($request);
        $card = FingerboardCard::of(
            Instrument::from($data['instrument']),
            $data['size'],
            $data['position'],
            BassHand::from($settings->schools['bass']),
        );

        return response()->json($card->toArray());
    }
}
