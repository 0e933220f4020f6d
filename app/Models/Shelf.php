<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A concert programme, or a book of lessons.
 *
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property string $note
 * @property string $kind programme or book
 * @property int $position
 */
final class Shelf extends Model
{
    protected $fillable = ['name', 'note', 'kind', 'position'];

    /** @return HasMany<Piece, $this> */
    public function pieces(): HasMany
    {
        return $this->hasMany(Piece::class);
    }
}
