<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\SectionProgress;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;

/** Works out what a user's rack does not know yet, a few seconds at a time, so that everybody's turn comes. */
final class WorkOutStates implements ShouldQueue, ShouldBeUniqueUntilProcessing
{
    use Queueable;

    private const SECONDS = 5.0;

    /** A server that is killed in the middle begins again. */
    public int $tries = 3;
    public int $timeout = 60;
    public bool $failOnTimeout = true;
    public int $uniqueFor = 120;

    public function __construct(public readonly int $userId)
    {
        $this->onQueue(Queues::SOON);
    }

    public function uniqueId(): string
    {
        return (string) $this->userId;
    }

    public function uniqueVia(): Repository
    {
        return Cache::store('database');
    }

    /** In the background; where that cannot be asked for just now, the rack asks again. */
    public static function soon(int $user): void
    {
        rescue(static function () use ($user): void {
            self::dispatch($user);
        });
    }

    public function handle(SectionProgress $states): void
    {
        $end = microtime(true) + self::SECONDS;
        $pieces = Piece::query()->where('user_id', $this->userId)
            ->orWhereHas('shares', fn ($shares) => $shares->where('user_id', $this->userId))->select('id');
        $unknown = Section::query()->whereIn('piece_id', $pieces)->whereNull('state')->orderBy('id');
        foreach ($unknown->pluck('id') as $id) {
            if (microtime(true) > $end) {
                self::dispatch($this->userId);

                return;
            }
            $section = Section::query()->find($id);
            if ($section instanceof Section) {
                $states->workOut($section);
            }
        }
    }
}
