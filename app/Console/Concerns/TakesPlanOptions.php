<?php

declare(strict_types=1);

namespace App\Console\Concerns;

use App\Console\CommandFailed;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Settings\Profile;

/** What the class can do and how it plays, as the options of a command: --profile, --school, --tempo. */
trait TakesPlanOptions
{
    /** @throws CommandFailed */
    private function profile(): Profile
    {
        return Profile::tryFrom($this->text('profile'))
            ?? throw new CommandFailed("--profile: “{$this->text('profile')}” is none of "
                . implode(', ', array_column(Profile::cases(), 'value')) . '.');
    }

    /**
     * @return array<string, string>
     * @throws CommandFailed
     */
    private function schools(): array
    {
        $all = PlanOptions::allChoices();
        $schools = [];
        foreach ($this->list('school') as $school) {
            [$key, $value] = explode('=', $school, 2) + [1 => ''];
            if (!isset($all[$key])) {
                throw new CommandFailed("--school: “{$key}” is none of " . implode(', ', array_keys($all)) . '.');
            }
            if (!in_array($value, $all[$key], true)) {
                throw new CommandFailed("--school: {$key} is one of " . implode(', ', $all[$key])
                    . ", not “{$value}”.");
            }
            $schools[$key] = $value;
        }

        return $schools;
    }

    /**
     * @return float|null quarter notes a minute for the whole score; null where it says so itself
     * @throws CommandFailed
     */
    private function wholeTempo(): ?float
    {
        $tempo = null;
        foreach ($this->list('tempo') as $value) {
            if (!str_contains($value, ':')) {
                $tempo = self::quartersPerMinute($value);
            }
        }

        return $tempo;
    }

    private static function quartersPerMinute(string $value): float
    {
        if (!is_numeric($value) || (float) $value < 5 || (float) $value > 1000) {
            throw new CommandFailed('--tempo: expected quarter notes a minute, from 5 to 1000, or PLACE:N such as B:96.');
        }

        return (float) $value;
    }

    /** @return array<int, float> tempos from a place on, by measure index */
    private function tempos(Score $score): array
    {
        $tempos = [];
        foreach ($this->list('tempo') as $value) {
            if (str_contains($value, ':')) {
                [$place, $speed] = explode(':', $value, 2);
                $measure = $score->measureAt($place);
                if ($measure === null) {
                    throw new CommandFailed("--tempo: “{$place}” is neither a measure nor a rehearsal mark of this score.");
                }
                $tempos[$measure] = self::quartersPerMinute($speed);
            }
        }

        return $tempos;
    }
}
