<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What one person said in a thread.
 *
 * @property int $id
 * @property int $thread_id
 * @property int|null $user_id null for somebody who has no account any more, or had it elsewhere
 * @property string $who their name when they wrote
 * @property string $text
 * @property Carbon $created_at
 * @property User|null $user
 */
final class Remark extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['created_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
