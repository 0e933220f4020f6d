<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Drawing\EditionDrawings;
use App\Drawing\NotDrawn;
use App\Drawing\Sheet;
use App\Models\Edition;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;
use Throwable;

/**
 * Draws the pages of an edition beforehand, a few seconds at a time, so that everybody's turn comes. It can be stopped between two
 * pages.
 */
final class DrawEdition implements ShouldQueue, ShouldBeUniqueUntilProcessing
{
    use Queueable;

    /** So long at a time, and so many sheets of a page at once: who opens a page waits for no more than that. */
    private const SECONDS = 1.5;
    private const SHEETS = 2;

    public int $tries = 3;
    public int $timeout = 600;
    public bool $failOnTimeout = true;
    public int $uniqueFor = 900;

    /**
     * @param string|null $page one page that somebody waits for; null for all that are wanted
     * @param string|null $sheet on which
     */
    public function __construct(
        public readonly int $editionId,
        public readonly ?string $page = null,
        public readonly ?string $sheet = null,
    ) {
        $this->onQueue($page === null ? 'default' : Queues::NOW);
    }

    /** Has all pages of an edition drawn that are not yet, unless this server draws what is opened alone. */
    public static function ahead(int $editionId): void
    {
        if (config()->boolean('pencil.draws_ahead')) {
            self::dispatch($editionId);
        }
    }

    /** Has the page drawn that most will open first, before the other pages of any part. */
    public static function first(Edition $edition): void
    {
        if (config()->boolean('pencil.draws_ahead')) {
            self::dispatch($edition->id, $edition->likeness(''), Sheet::screens()[0]->value)->onQueue(Queues::SOON);
        }
    }

    public function uniqueId(): string
    {
        return "{$this->editionId} {$this->page} {$this->sheet}";
    }

    public function uniqueVia(): Repository
    {
        return Cache::store('database');
    }

    public function handle(EditionDrawings $drawings): void
    {
        $edition = Edition::query()->find($this->editionId);
        if (!$edition instanceof Edition) {
            return;
        }
        try {
            if ($this->page !== null) {
                $sheet = Sheet::tryFrom((string) $this->sheet);
                // What is drawn before anybody asks can be stopped.
                $isStopped = $this->queue !== Queues::NOW && $edition->drawing === 'stopped';
                if ($sheet !== null && !$isStopped && !$drawings->isDrawn($edition, $this->page, $sheet)) {
                    $drawings->draw($edition, $this->page, [$sheet]);
                }

                return;
            }
            $this->drawAll($edition, $drawings);
        } catch (NotDrawn $problem) {
            Edition::query()->whereKey($edition->id)->update(['drawing' => 'failed', 'drawing_says' => $problem->getMessage()]);
        }
    }

    /** @throws NotDrawn */
    private function drawAll(Edition $edition, EditionDrawings $drawings): void
    {
        $end = microtime(true) + self::SECONDS;
        Edition::query()->whereKey($edition->id)->whereNotIn('drawing', ['stopped', 'asked'])
            ->update(['drawing' => 'works', 'drawing_says' => null]);
        foreach ($drawings->missing($edition) as $page => $sheets) {
            if (Edition::query()->whereKey($edition->id)->where('drawing', 'works')->doesntExist()) {
                return;
            }
            foreach (array_chunk($sheets, self::SHEETS) as $some) {
                if (microtime(true) > $end) {
                    self::dispatch($this->editionId);

                    return;
                }
                $drawings->draw($edition, $page, $some);
            }
        }
        Edition::query()->whereKey($edition->id)->where('drawing', 'works')->update(['drawing' => 'done']);
    }

    public function failed(?Throwable $problem): void
    {
        Edition::query()->whereKey($this->editionId)->update([
            'drawing' => 'failed',
            'drawing_says' => 'Drawing came to an end before it was done. What is drawn already stays; draw the rest again.',
        ]);
    }
}
