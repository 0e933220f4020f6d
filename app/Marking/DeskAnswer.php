<?php

declare(strict_types=1);

namespace App\Marking;

use App\Http\Resources\DeskResource;
use App\Models\Section;
use App\Models\User;
use App\Plans\PlanHalves;
use App\Plans\SectionPlanner;
use App\Plans\SectionProgress;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use UprightPencil\Review\ToldOnce;

/**
 * Answers a change with the section worked out again; of the bow and the hand only what the desk has not got.
 *
 * @phpstan-import-type DeskPlan from DeskResource
 */
final readonly class DeskAnswer
{
    public function __construct(
        private SectionPlanner $plans,
        private DeskResource $resource,
        private SectionProgress $progress,
    ) {
    }

    /** The section as it stands. */
    public function now(Request $request, Section $section, User $user): JsonResponse
    {
        return response()->json($this->resource->plan(
            $section,
            $this->plans->halves($section, self::known($request)),
            $user,
            self::held($request),
        ));
    }

    /**
     * Writes, and answers with what follows: also when somebody else was first, whose version is then told with a 409.
     *
     * @param callable(): mixed $write
     * @param (callable(): array<string, mixed>)|null $more what is told beside the section
     */
    public function after(Request $request, Section $section, User $user, callable $write, ?callable $more = null): JsonResponse
    {
        $before = $this->plans->lastDirections($section);
        $clash = null;
        try {
            $write();
        } catch (MarkClash $clash) {
            // Told below, with the section as it stands.
        }
        $halves = $this->plans->halves($section, $clash === null ? self::known($request) : []);
        $this->tellRack($section, $halves);

        return response()->json([
            ...$this->resource->plan($section, $halves, $user, $clash === null ? self::held($request) : []),
            'turned' => $halves->bow?->turnedSince($before) ?? [],
            ...($more === null ? [] : $more()),
            ...($clash === null ? [] : ['message' => $clash->getMessage(), 'yours' => $clash->yours, 'theirs' => $clash->theirs]),
        ], $clash === null ? 200 : 409);
    }

    /** The part has just been worked out: the rack need not do it again. Said when the answer has gone. */
    public function tellRack(Section $section, PlanHalves $halves): void
    {
        if ($halves->handWaits()) {
            return;
        }
        $tell = fn () => $this->progress->keep($section, $halves->score, $halves->part, $halves->book, ToldOnce::toLookAt($halves->flags));
        defer(static fn () => rescue($tell, report: false))->always();
    }

    /** @return array{bow?: string, hand?: string} names of the halves the desk has already */
    public static function known(Request $request): array
    {
        return self::names($request->input('known'));
    }

    /** @return array{bow?: string, hand?: string} names of the bows and the hands that the desk shows, old as they may be */
    public static function held(Request $request): array
    {
        return self::names($request->input('held'));
    }

    /** @return array{bow?: string, hand?: string} */
    private static function names(mixed $input): array
    {
        $names = is_array($input) ? array_filter($input, is_string(...)) : [];

        return isset($names['bow'], $names['hand']) ? ['bow' => $names['bow'], 'hand' => $names['hand']] : [];
    }
}
