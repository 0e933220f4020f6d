<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Foundation\Auth\User as Authenticatable;

/**
 * A director or co-teacher. Students never have an account.
 *
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property array<string, mixed>|null $settings
 */
final class User extends Authenticatable
{
    protected $fillable = ['name', 'email', 'password', 'settings'];

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'settings' => 'array'];
    }

    /** @return HasMany<Piece, $this> */
    public function pieces(): HasMany
    {
        return $this->hasMany(Piece::class);
    }

    /** Bytes of all scores in the rack, the bin included: what the quota counts. */
    public function bytesUsed(): int
    {
        $all = $this->pieces()->getQuery()->withoutGlobalScope(SoftDeletingScope::class);

        $sum = $all->sum('source_bytes');

        // What a corrected score took the place of is kept too.
        $before = Correction::query()->whereIn('piece_id', (clone $all)->select('id'))->sum('source_bytes');

        return (is_numeric($sum) ? (int) $sum : 0) + (is_numeric($before) ? (int) $before : 0);
    }

    /** @return HasMany<Shelf, $this> */
    public function shelves(): HasMany
    {
        $shelves = $this->hasMany(Shelf::class);
        $shelves->orderBy('position');

        return $shelves;
    }
}
