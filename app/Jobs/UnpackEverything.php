<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Keeping\NotPacked;
use App\Keeping\Unpacker;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Support\Facades\Storage;

/** Brings in what was packed, piece by piece. */
final class UnpackEverything implements ShouldQueue
{
    use RunsErrand;

    public function handle(Unpacker $unpacker): void
    {
        $errand = $this->takeUp();
        if ($errand === null) {
            return;
        }
        $disk = Storage::disk('local');
        try {
            $says = $unpacker->unpack($errand->user, $disk->path((string) $errand->file), $errand->goesOn(...));
            $errand->newQuery()->whereKey($errand->id)->where('state', 'works')->update(['state' => 'done']);
            $errand->update(['says' => $says]);
            WorkOutStates::dispatch($errand->user_id);
        } catch (NotPacked $problem) {
            $errand->update(['state' => 'failed', 'says' => $problem->getMessage()]);
        } finally {
            $disk->delete((string) $errand->file);
        }
    }
}
