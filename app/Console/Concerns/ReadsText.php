<?php

declare(strict_types=1);

namespace App\Console\Concerns;

/** Arguments and options of a command as text. */
trait ReadsText
{
    /** @return string empty where it was not given */
    private function textOf(string $argument): string
    {
        $value = $this->argument($argument);

        return is_string($value) ? $value : '';
    }

    /** @return string empty where it was not given */
    private function textOfOption(string $option): string
    {
        $value = $this->option($option);

        return is_string($value) || is_int($value) ? (string) $value : '';
    }
}
