<?php

declare(strict_types=1);

namespace App\Marking;

use App\Models\Mark;
use App\Models\Section;
use App\Models\User;

/**
 * The marks of a log entry, written down or compared with what stands.
 *
 * @phpstan-type Step array{section: int, key: string, before: array<string, mixed>|null, after: array<string, mixed>|null}
 */
final class MarkSteps
{
    /** @param list<Step> $steps */
    public static function put(array $steps, User $user): void
    {
        foreach ($steps as $step) {
            if ($step['after'] === null) {
                Mark::query()->where('section_id', $step['section'])->where('key', $step['key'])->delete();
            } else {
                Mark::query()->updateOrCreate(
                    ['section_id' => $step['section'], 'key' => $step['key']],
                    ['user_id' => $user->id, 'body' => $step['after']],
                );
            }
        }
        // What the rack shows of them is to be worked out again.
        Section::query()->whereKey(array_unique(array_column($steps, 'section')))->update(['state' => null]);
    }

    /**
     * Whether the mark is still what a step made of it.
     *
     * @param Step $step
     */
    public static function stands(array $step): bool
    {
        $row = Mark::query()->where('section_id', $step['section'])->where('key', $step['key'])->first();

        return ($row?->body) == $step['after'];
    }

    /**
     * @param Step $step
     * @return Step
     */
    public static function turned(array $step): array
    {
        return ['section' => $step['section'], 'key' => $step['key'], 'before' => $step['after'], 'after' => $step['before']];
    }
}
