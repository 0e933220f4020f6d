<?php

declare(strict_types=1);

namespace App\Models;

use App\Http\Resources\RehearsalResource;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A rehearsal or a concert of an ensemble: of those who play what stands on a shelf.
 *
 * @phpstan-import-type DoneEntry from RehearsalResource
 *
 * @property int $id
 * @property int $shelf_id
 * @property 'rehearsal'|'concert' $kind
 * @property string $title
 * @property string $place
 * @property Carbon $starts_at as the clock in the room has it
 * @property int $minutes
 * @property string|null $uid in a calendar's file
 * @property array<string, mixed>|null $wishes as {@see \App\Rehearsal\DateWishes} keeps them
 * @property list<DoneEntry>|null $done what was done, measures by their printed numbers; null before it was held
 * @property Shelf $shelf
 */
final class CalendarDate extends Model
{
    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['starts_at' => 'datetime', 'minutes' => 'integer', 'wishes' => 'array', 'done' => 'array'];
    }

    /** @return BelongsTo<Shelf, $this> */
    public function shelf(): BelongsTo
    {
        return $this->belongsTo(Shelf::class);
    }

    /** "Thursday 26 November" */
    public function day(): string
    {
        return $this->starts_at->format('l j F');
    }
}
