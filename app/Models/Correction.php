<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Bytes;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A corrected score that was brought in over a piece, and what was there before.
 *
 * @phpstan-type Before array{name: string, hash: string, summary: array<string, mixed>, tempos: array<string, float>|null,
 *     sections: list<array{part_id: string, name: string}>, typed?: array<string, mixed>|null}
 *
 * @property int $id
 * @property int $piece_id
 * @property int $user_id
 * @property int|null $change_id the log's entry of the marks that were moved or put away with it; null where there were none
 * @property string $file name of the corrected score's file
 * @property string $source the score before, compressed
 * @property int $source_bytes how large that was
 * @property Before $before
 * @property Carbon|null $taken_back_at
 * @property Carbon $created_at
 * @property Piece $piece
 * @property User $user
 */
final class Correction extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['source'];

    protected function casts(): array
    {
        return ['source' => Bytes::class, 'before' => 'array', 'created_at' => 'datetime', 'taken_back_at' => 'datetime'];
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
