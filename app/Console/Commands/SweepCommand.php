<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Errand;
use App\Models\Letter;
use App\Models\Piece;
use Illuminate\Console\Command;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/** Takes away what nobody needs any more: run by the schedule. */
final class SweepCommand extends Command
{
    private const LETTER_DAYS = 30;
    private const PACKED_DAYS = 7;

    protected $signature = 'pencil:sweep';

    protected $description = 'Empties the bin of what lay there for 30 days, and takes away old uploads, sessions and letters.';

    public function handle(): int
    {
        $pieces = 0;
        /** @var list<Piece> $old */
        $old = Piece::onlyTrashed()->where('deleted_at', '<', Carbon::now()->subDays(config()->integer('pencil.deleted_days')))
            ->get(['id', 'deleted_at'])->all();
        foreach ($old as $piece) {
            // Its marks, log, editions and links go with it, by the database's own rule.
            $piece->forceDelete();
            $pieces++;
        }
        $uploads = $this->olderFiles('looked-at', Carbon::now()->subMinutes(config()->integer('pencil.upload_minutes')));
        $packed = $this->olderFiles('errands', Carbon::now()->subDays(self::PACKED_DAYS));
        Errand::query()->where('created_at', '<', Carbon::now()->subDays(self::PACKED_DAYS))->delete();
        Letter::query()->where('created_at', '<', Carbon::now()->subDays(self::LETTER_DAYS))->delete();
        DB::table('sessions')->where('last_activity', '<', time() - 60 * config()->integer('session.lifetime'))->delete();
        DB::table('presences')->where('seen_at', '<', Carbon::now()->subHour())->delete();
        DB::table('cache')->where('expiration', '<', time())->delete();
        DB::table('failed_jobs')->where('failed_at', '<', Carbon::now()->subDays(self::LETTER_DAYS))->delete();
        $this->line("Swept: {$pieces} pieces out of the bin, {$uploads} uploads, {$packed} packed files.");

        return self::SUCCESS;
    }

    private function olderFiles(string $folder, Carbon $time): int
    {
        $disk = Storage::disk('local');
        $count = 0;
        foreach ($disk->allFiles($folder) as $path) {
            if ($disk->lastModified($path) < $time->getTimestamp()) {
                $disk->delete($path);
                $count++;
            }
        }

        return $count;
    }
}
