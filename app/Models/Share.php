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
 * @property list<string>|null $parts names of the parts the right holds for, the others may be looked at; null for all
 * @property int|null $colleague_id where it was given for all pieces at once
 * @property Piece $piece
 * @property User|null $user
 * @property Colleague|null $colleague
 */
final class Share extends Model
{
    protected $fillable = ['email', 'user_id', 'may', 'token', 'parts', 'colleague_id'];

    protected function casts(): array
    {
        return ['may' => Role::class, 'parts' => 'array'];
    }

    /** Whether it was sent to this person's address. */
    public function isFor(User $user): bool
    {
        return mb_strtolower($user->email) === mb_strtolower($this->email);
    }

    public function holdsFor(Section $section): bool
    {
        return $this->parts === null || in_array($section->name, $this->parts, true);
    }

    /** The one who was asked takes it up: for all pieces, where it was given for all. */
    public function accept(User $user): void
    {
        $this->update(['user_id' => $user->id]);
        if ($this->colleague !== null) {
            $this->colleague->update(['helper_id' => $user->id]);
            $this->colleague->shares()->update(['user_id' => $user->id]);
        }
    }

    /** Nothing is shared with them any more: in no piece, where it was given for all. */
    public function end(): void
    {
        if ($this->colleague !== null) {
            $this->colleague->shares()->delete();
            $this->colleague->delete();
        } else {
            $this->delete();
        }
    }

    /** @return BelongsTo<Colleague, $this> */
    public function colleague(): BelongsTo
    {
        return $this->belongsTo(Colleague::class);
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
