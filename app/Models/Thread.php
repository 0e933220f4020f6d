<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * What people wrote to each other at a place of a part: why a mark is proposed, what others say to it.
 *
 * @property int $id
 * @property int $section_id
 * @property string $note id of the note it stands at
 * @property string $place in words
 * @property string|null $mark_key the proposal it is about; null where it is about no mark
 * @property string|null $proposal what that says
 * @property string|null $settled how it was settled, in words; null while it is open
 * @property Carbon $created_at
 * @property Section|null $section null while a corrected score has no such part
 * @property-read Collection<int, Remark> $remarks the first first
 */
final class Thread extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['created_at' => 'datetime'];
    }

    /** @return BelongsTo<Section, $this> */
    public function section(): BelongsTo
    {
        return $this->belongsTo(Section::class);
    }

    /** @return HasMany<Remark, $this> */
    public function remarks(): HasMany
    {
        $remarks = $this->hasMany(Remark::class);
        $remarks->orderBy('id');

        return $remarks;
    }
}
