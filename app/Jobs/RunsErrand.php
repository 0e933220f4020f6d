<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Errand;
use Illuminate\Foundation\Queue\Queueable;
use Throwable;

/** Long work with an errand that tells how it goes. */
trait RunsErrand
{
    use Queueable;

    public int $tries = 1;
    public int $timeout = 840;
    public bool $failOnTimeout = true;

    public function __construct(public readonly int $errandId)
    {
    }

    /** The errand, taken up; null when it was stopped before it began. */
    private function takeUp(): ?Errand
    {
        $taken = Errand::query()->whereKey($this->errandId)->where('state', 'waits')->update(['state' => 'works']);

        return $taken === 1 ? Errand::query()->find($this->errandId) : null;
    }

    public function failed(?Throwable $problem): void
    {
        Errand::query()->whereKey($this->errandId)->whereIn('state', ['waits', 'works'])->update([
            'state' => 'failed',
            'says' => 'It came to an end before it was done. Nothing of yours was changed; try again.',
        ]);
    }
}
