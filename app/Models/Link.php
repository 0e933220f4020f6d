<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Support\Carbon;

/**
 * An unguessable address under which students find a part's newest edition.
 *
 * @property int $id
 * @property int $section_id
 * @property int $user_id
 * @property string $token
 * @property 'all'|'list' $shows the music and the list, or the list alone: for editions that may not be copied
 * @property bool $hears whether players may hear the other parts with theirs
 * @property Carbon|null $ended_at
 * @property Carbon $created_at
 * @property Section $section
 */
final class Link extends Model
{
    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['ended_at' => 'datetime', 'hears' => 'boolean'];
    }

    /** @return HasMany<Reader, $this> */
    public function readers(): HasMany
    {
        return $this->hasMany(Reader::class);
    }

    /** Nobody can open it any more, and nothing is kept of who did. */
    public function end(): void
    {
        $this->readers()->delete();
        $this->update(['ended_at' => Carbon::now()]);
    }

    /** @return BelongsTo<Section, $this> also one that a corrected score has no more: what was handed out stays readable */
    public function section(): BelongsTo
    {
        $section = $this->belongsTo(Section::class);
        $section->getQuery()->withoutGlobalScope(SoftDeletingScope::class);

        return $section;
    }
}
