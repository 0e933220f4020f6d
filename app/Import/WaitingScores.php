<?php

declare(strict_types=1);

namespace App\Import;

use App\Models\User;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/** Scores that were looked at and wait to be kept. */
final class WaitingScores
{
    /** On the local disk; below it one folder for each user. */
    public const FOLDER = 'looked-at';
    public const GONE = 'This score was looked at too long ago. Choose the file again.';

    /** @return string under which it is found again */
    public function put(User $user, string $bytes, PreparedScore $prepared): string
    {
        $token = Str::random(40);
        $this->disk()->put($this->path($user, $token), $bytes);
        $this->disk()->put($this->path($user, $token) . '.prepared', $prepared->pack());

        return $token;
    }

    /** How many files of a user's wait. */
    public function count(User $user): int
    {
        return count($this->disk()->files(self::FOLDER . "/{$user->id}"));
    }

    /** The file as it was uploaded; null when it waits no more. */
    public function bytes(User $user, string $token): ?string
    {
        return $this->read($this->path($user, $token));
    }

    public function prepared(User $user, string $token): ?PreparedScore
    {
        $packed = $this->read($this->path($user, $token) . '.prepared');

        return $packed === null ? null : PreparedScore::unpack($packed);
    }

    public function forget(User $user, string $token): void
    {
        $path = $this->path($user, $token);
        $this->disk()->delete([$path, "{$path}.prepared"]);
    }

    private function read(string $path): ?string
    {
        return $this->disk()->exists($path) ? $this->disk()->get($path) : null;
    }

    private function path(User $user, string $token): string
    {
        return self::FOLDER . "/{$user->id}/{$token}";
    }

    private function disk(): Filesystem
    {
        return Storage::disk('local');
    }
}
