<?php

declare(strict_types=1);

namespace App\Marking;

use App\Http\Resources\TogetherResource;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Plans\SectionPlanner;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\MarkState;
use UprightPencil\Plan\PlanDifference;

/**
 * One answer to one event, laid into every section that has it: looked at first, done with one press, taken back as one.
 *
 * @phpstan-import-type TogetherLook from TogetherResource
 */
final readonly class Together
{
    public function __construct(private SectionPlanner $plans, private ChangeMarks $changes, private MarkedPage $pages)
    {
    }

    /**
     * @param list<array{section: int, lines: string}> $parts
     * @return list<array{Section, list<CoreMark>}> each part with the marks that its lines say
     * @throws ValidationException when a line cannot be read
     */
    public function read(Piece $piece, array $parts): array
    {
        $read = [];
        foreach ($parts as ['section' => $id, 'lines' => $lines]) {
            $section = $piece->sections->firstWhere('id', $id) ?? abort(404, 'This part is not in the piece any more.');
            $score = $this->plans->score($section);
            $reading = (new PencilLinesReader($score, $score->parts))->read($lines);
            if ($reading->errors !== []) {
                throw ValidationException::withMessages(['parts' => "{$section->name}: {$reading->errors[0]->sentence()}."]);
            }
            $read[] = [$section, array_merge(...array_values($reading->marks))];
        }

        return $read;
    }

    /**
     * What it would do to each part, without doing it.
     *
     * @param list<array{Section, list<CoreMark>}> $parts
     * @return list<TogetherLook>
     */
    public function look(array $parts): array
    {
        $looks = [];
        foreach ($parts as [$section, $marks]) {
            $score = $this->plans->score($section);
            $before = $this->plans->of($section);
            $after = $this->plans->of($section, $this->plans->book($section, $score)->with($score->parts[0], ...$marks));
            $difference = PlanDifference::between($before->part, $after->part, $score);
            $looks[] = TogetherResource::of($section, $difference, $this->pages->changed($section, $before, $after));
        }

        return $looks;
    }

    /**
     * @param list<array{Section, list<CoreMark>}> $parts
     * @throws MarkClash
     */
    public function do(Piece $piece, User $user, array $parts, int $seen, string $label): void
    {
        $now = Carbon::now()->toIso8601String();
        $puts = array_map(static function (array $one) use ($user, $now): array {
            [$section, $marks] = $one;
            // Who may only propose, proposes.
            $isProposed = Gate::forUser($user)->denies('edit', $section);

            return [$section, array_map(static fn (CoreMark $mark): CoreMark => $isProposed
                ? $mark->inState(MarkState::Proposed)->by($user->name, $now, (string) $user->id)
                : $mark, $marks), []];
        }, $parts);
        $this->changes->together($piece->id, $user, $puts, $seen, $label);
    }
}
