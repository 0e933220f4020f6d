<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A co-teacher's place at a piece. Without a user it is an invitation that waits.
 *
 * @property int $id
 * @property int $piece_id
 * @property string $email
 * @property int|null $user_id
 * @property Role $may read, propose or edit
 * @property string $token
 * @property Piece $piece
 * @property User|null $user
 */
final class Share extends Model
{
    protected $fillable = ['email', 'user_id', 'may', 'token'];

    protected function casts(): array
    {
        return ['may' => Role::class];
    }

    /** Whether it was sent to this person's address. */
    public function isFor(User $user): bool
    {
        return mb_strtolower($user->email) === mb_strtolower($this->email);
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
