<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\DateRequest;
use App\Http\Resources\CalendarResource;
use App\Models\CalendarDate;
use App\Models\Shelf;
use App\Rehearsal\CalendarFile;
use App\Rehearsal\CalendarReading;
use App\Rehearsal\NoCalendar;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;

/**
 * Rehearsals and concerts of an ensemble.
 *
 * @phpstan-import-type ReadDate from CalendarFile
 */
final class CalendarController extends Controller
{
    public function __construct(
        private readonly CalendarResource $calendar,
        private readonly Acts $acts,
        private readonly CalendarReading $reading,
    ) {
    }

    #[Answers('Term')]
    public function show(Request $request, Shelf $shelf): JsonResponse
    {
        $this->allow($request, $shelf);

        return response()->json($this->calendar->of($shelf));
    }

    /** A new date, or the same one every week. */
    #[Answers('Term')]
    public function store(DateRequest $request, Shelf $shelf): JsonResponse
    {
        $this->allow($request, $shelf);
        $fields = $request->fields();
        $make = static function () use ($request, $shelf, $fields): array {
            $made = [];
            for ($week = 0; $week < max(1, $request->integer('weeks', 1)); $week++) {
                $made[] = $shelf->dates()->create([...$fields, 'starts_at' => $request->startsAt()->addWeeks($week)])->id;
            }

            return $made;
        };
        $label = "a {$fields['kind']} on {$request->startsAt()->format('j F')}";
        $this->acts->do($this->user($request), null, Topic::Rehearsal, $label, [], $make, self::goneAgain(...));

        return response()->json($this->calendar->of($shelf), 201);
    }

    #[Answers('Term')]
    public function update(DateRequest $request, CalendarDate $date): JsonResponse
    {
        $this->allow($request, $date->shelf);
        $this->acts->do(
            $this->user($request),
            null,
            Topic::Rehearsal,
            "the {$date->kind} on {$date->starts_at->format('j F')} changed",
            ["date:{$date->id}"],
            static fn () => $date->update([...$request->fields(), 'starts_at' => $request->startsAt()]),
        );

        return response()->json($this->calendar->of($date->shelf));
    }

    #[Answers('Term')]
    public function destroy(Request $request, CalendarDate $date): JsonResponse
    {
        $this->allow($request, $date->shelf);
        $this->acts->do(
            $this->user($request),
            null,
            Topic::Rehearsal,
            "the {$date->kind} on {$date->starts_at->format('j F')} removed",
            ["date:{$date->id}"],
            static fn () => $date->delete(),
        );

        return response()->json($this->calendar->of($date->shelf));
    }

    #[Answers('text/calendar')]
    public function file(Request $request, Shelf $shelf): Response
    {
        $this->allow($request, $shelf);
        /** @var list<CalendarDate> $dates */
        $dates = $shelf->dates()->get()->all();
        $name = rawurlencode("{$shelf->name}.ics");

        return response(CalendarFile::write($shelf, $dates), 200, [
            'Content-Type' => 'text/calendar; charset=utf-8',
            'Content-Disposition' => "attachment; filename=\"calendar.ics\"; filename*=UTF-8''{$name}",
        ]);
    }

    /** What is in a calendar's file, before anything is kept. */
    #[Answers('CalendarLook')]
    public function look(Request $request, Shelf $shelf): JsonResponse
    {
        $this->allow($request, $shelf);
        try {
            ['dates' => $dates, 'told' => $told] = $this->reading->of($this->uploaded($request));
        } catch (NoCalendar $problem) {
            return $this->refuse($problem->getMessage());
        }
        $known = $shelf->dates()->whereNotNull('uid')->pluck('uid')->all();

        return response()->json(['dates' => array_map(static fn (array $one): array => [
            'uid' => $one['uid'],
            'kind' => $one['kind'],
            'title' => $one['title'],
            'place' => $one['place'],
            'date' => $one['startsAt']->format('Y-m-d'),
            'time' => $one['startsAt']->format('H:i'),
            'minutes' => $one['minutes'],
            'isKnown' => in_array($one['uid'], $known, true),
        ], $dates), 'told' => $told]);
    }

    /** Keeps those that are wanted; what is known already is brought up to date. */
    #[Answers('Term')]
    public function bring(Request $request, Shelf $shelf): JsonResponse
    {
        $this->allow($request, $shelf);
        try {
            ['dates' => $dates] = $this->reading->of($this->uploaded($request));
        } catch (NoCalendar $problem) {
            return $this->refuse($problem->getMessage());
        }
        $wanted = array_filter(explode("\n", $request->string('uids')->value()));
        $dates = array_values(array_filter($dates, static fn (array $one): bool => in_array($one['uid'], $wanted, true)));
        if ($dates === []) {
            return $this->refuse('Tick the dates that are to be kept.');
        }
        $known = $shelf->dates()->whereIn('uid', array_column($dates, 'uid'))->pluck('id', 'uid')->all();
        $this->acts->do(
            $this->user($request),
            null,
            Topic::Rehearsal,
            count($dates) === 1 ? 'a date from a calendar' : count($dates) . ' dates from a calendar',
            array_values(array_map(static fn (mixed $id): string => 'date:' . (is_numeric($id) ? (int) $id : 0), $known)),
            static fn (): array => self::keep($shelf, $dates, $known),
            self::goneAgain(...),
        );

        return response()->json($this->calendar->of($shelf));
    }

    /**
     * @param list<ReadDate> $dates
     * @param array<array-key, mixed> $known ids by their names in the calendar
     * @return list<int> ids of those that are new
     */
    private static function keep(Shelf $shelf, array $dates, array $known): array
    {
        $made = [];
        foreach ($dates as $one) {
            $fields = [
                'kind' => $one['kind'], 'title' => $one['title'], 'place' => $one['place'], 'starts_at' => $one['startsAt'],
                'minutes' => $one['minutes'],
            ];
            if (isset($known[$one['uid']])) {
                $shelf->dates()->where('uid', $one['uid'])->update($fields);
            } else {
                $made[] = $shelf->dates()->create([...$fields, 'uid' => $one['uid']])->id;
            }
        }

        return $made;
    }

    /**
     * @param list<int> $made
     * @return array<string, null>
     */
    private static function goneAgain(array $made): array
    {
        return array_fill_keys(array_map(static fn (int $id): string => "date:{$id}", $made), null);
    }

    private function uploaded(Request $request): string
    {
        $file = $request->file('file');

        return $file instanceof UploadedFile && $file->isValid() ? $file->getContent() : throw NoCalendar::isOtherKind();
    }

    private function allow(Request $request, Shelf $shelf): void
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);
    }
}
