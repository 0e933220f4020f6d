<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A flag somebody looked at and left as it is.
 *
 * @property int $id
 * @property int $piece_id
 * @property int $user_id
 * @property string $key
 * @property string|null $reason why, in words; null where nobody said
 * @property Carbon $created_at
 * @property User $user
 */
final class LeftFlag extends Model
{
    protected $guarded = ['id'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
