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
 * @property 'programme'|'book' $kind
 * @property int $position
 * @property array<string, mixed>|null $settings what the ensemble can do; null as all of the director's
 */
final class Shelf extends Model
{
    protected $fillable = ['name', 'note', 'kind', 'position', 'settings'];

    protected function casts(): array
    {
        return ['settings' => 'array'];
    }

    /** @return HasMany<CalendarDate, $this> rehearsals and concerts, the earliest first */
    public function dates(): HasMany
    {
        $dates = $this->hasMany(CalendarDate::class);
        $dates->orderBy('starts_at')->orderBy('id');

        return $dates;
    }

    /** @return HasMany<Piece, $this> */
    public function pieces(): HasMany
    {
        return $this->hasMany(Piece::class);
    }
}
