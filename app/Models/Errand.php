<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Long work somebody waits for. It tells how far it is, and can be stopped.
 *
 * @property int $id
 * @property int $user_id
 * @property 'pack'|'unpack' $kind
 * @property 'waits'|'works'|'done'|'stopped'|'failed' $state
 * @property int $done
 * @property int $total
 * @property string|null $says the sentence at its end
 * @property string|null $file on the local disk: what it made, or works on
 * @property Carbon $created_at
 * @property User $user
 */
final class Errand extends Model
{
    protected $guarded = ['id'];

    /** @return Builder<self> somebody's errands of a kind, the newest first */
    public static function of(User $user, string $kind): Builder
    {
        return self::query()->where('user_id', $user->id)->where('kind', $kind)->latest('id');
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** Tells how far it is. Returns false when somebody stopped it. */
    public function goesOn(int $done, int $total): bool
    {
        $this->newQuery()->whereKey($this->id)->update(['done' => $done, 'total' => $total]);

        return $this->newQuery()->whereKey($this->id)->value('state') === 'works';
    }

    public function isOver(): bool
    {
        return in_array($this->state, ['done', 'stopped', 'failed'], true);
    }
}
