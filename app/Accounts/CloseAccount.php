<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\Change;
use App\Models\Edition;
use App\Models\LeftFlag;
use App\Models\Letter;
use App\Models\Link;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Share;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/**
 * Ends an account: everything of it goes. What its owner marked in pieces of others is the others', and stays without a name.
 */
final class CloseAccount
{
    private const NAME = 'A former colleague';

    public function close(User $user): void
    {
        $id = $user->id;
        DB::transaction(function () use ($user): void {
            Piece::withTrashed()->where('user_id', $user->id)->get(['id', 'user_id'])->each->forceDelete();
            $user->shelves()->get()->each->delete();
            // What was done to shelves and to the class; the newest first, since taking back names what it takes back.
            /** @var list<Change> $own */
            $own = Change::query()->whereNull('piece_id')->where('user_id', $user->id)->orderByDesc('id')->get(['id'])->all();
            foreach ($own as $change) {
                $change->delete();
            }
            Share::query()->where('user_id', $user->id)->orWhere('email', mb_strtolower($user->email))->delete();
            Letter::query()->where('to', $user->email)->delete();
            DB::table('sessions')->where('user_id', $user->id)->delete();
            DB::table('password_reset_tokens')->where('email', $user->email)->delete();
            DB::table('errands')->where('user_id', $user->id)->delete();
            if ($this->isNamedElsewhere($user)) {
                $this->forgetName($user);
            } else {
                $user->delete();
            }
        }, 3);
        Storage::disk('local')->deleteDirectory("looked-at/{$id}");
        Storage::disk('local')->deleteDirectory("errands/{$id}");
    }

    private function isNamedElsewhere(User $user): bool
    {
        foreach ([Mark::class, Change::class, Edition::class, Link::class, LeftFlag::class] as $model) {
            if ($model::query()->where('user_id', $user->id)->exists()) {
                return true;
            }
        }

        return false;
    }

    private function forgetName(User $user): void
    {
        $author = static fn (?array $record): ?array => $record !== null && ($record['authorId'] ?? '') === (string) $user->id
            ? [...$record, 'author' => self::NAME]
            : $record;
        Mark::query()->where('body', 'like', '%"authorId":"' . $user->id . '"%')->each(
            static fn (Mark $mark) => $mark->update(['body' => $author($mark->body)]),
        );
        Change::query()->where('steps', 'like', '%"authorId":"' . $user->id . '"%')->each(static fn (Change $change) => $change->update([
            'steps' => array_map(static fn (array $step): array => [
                ...$step,
                'before' => $author($step['before']),
                'after' => $author($step['after']),
            ], $change->steps),
        ]));
        $user->forceFill([
            'name' => self::NAME,
            'email' => "gone-{$user->id}@" . Str::lower(Str::random(12)) . '.invalid',
            'password' => Str::random(60),
            'settings' => null,
            'remember_token' => null,
        ])->save();
    }
}
