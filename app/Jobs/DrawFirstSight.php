<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Drawing\FirstSights;
use App\Drawing\NotDrawn;
use App\Models\Section;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Log;

/** Draws the page somebody has on the desk, for the next time it is opened, when its marks have rested for a while. */
final class DrawFirstSight implements ShouldQueue, ShouldBeUniqueUntilProcessing
{
    use Queueable;

    private const REST = 10;

    /** A server that is killed in the middle begins again. */
    public int $tries = 3;
    public int $timeout = 120;
    public bool $failOnTimeout = true;
    public int $uniqueFor = 300;

    public function __construct(public readonly int $sectionId, public readonly int $width)
    {
    }

    /** @return bool whether it will be: only where pages are drawn ahead at all */
    public static function ahead(Section $section, int $width): bool
    {
        if (!config()->boolean('pencil.draws_ahead')) {
            return false;
        }
        self::dispatch($section->id, $width)->delay(self::REST);

        return true;
    }

    public function uniqueId(): string
    {
        return "{$this->sectionId} {$this->width}";
    }

    public function uniqueVia(): Repository
    {
        return Cache::store('database');
    }

    public function handle(FirstSights $sights): void
    {
        $section = Section::query()->find($this->sectionId);
        if (!$section instanceof Section) {
            return;
        }
        try {
            $sights->draw($section, $this->width);
        } catch (NotDrawn $problem) {
            // The desk engraves its page itself.
            Log::notice("The first sight of part {$section->id} could not be drawn: {$problem->getMessage()}");
        }
    }
}
