<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Keeping\Packer;
use App\Models\Errand;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/** Packs everything of one director's. */
final class PackEverything implements ShouldQueue
{
    use RunsErrand;

    public function handle(Packer $packer): void
    {
        $errand = $this->takeUp();
        if ($errand === null) {
            return;
        }
        $disk = Storage::disk('local');
        $disk->makeDirectory("errands/{$errand->user_id}");
        $path = "errands/{$errand->user_id}/" . Str::random(20) . '.zip';
        $isWhole = $packer->pack($errand->user, $disk->path($path), $errand->goesOn(...));
        if (!$isWhole) {
            $disk->delete($path);

            return;
        }
        // One file of each director's is kept: the newest.
        $before = $errand->newQuery()->where('user_id', $errand->user_id)->where('kind', 'pack')->where('id', '<', $errand->id);
        /** @var list<Errand> $earlier */
        $earlier = $before->whereNotNull('file')->get()->all();
        foreach ($earlier as $older) {
            $disk->delete((string) $older->file);
            $older->update(['file' => null]);
        }
        $errand->update(['state' => 'done', 'file' => $path, 'says' => 'Packed.']);
    }
}
