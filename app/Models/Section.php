<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Bytes;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Support\Carbon;

/**
 * One section's part of a piece.
 *
 * @property int $id
 * @property int $piece_id
 * @property string $part_id
 * @property string $name
 * @property string $instrument
 * @property int $position
 * @property string $source the part alone as MusicXML, every note with its id, compressed
 * @property string|null $reading
 * @property int $reading_version
 * @property array<string, mixed>|null $state as {@see \App\Plans\SectionProgress} tells it; null while it is not known
 * @property Carbon|null $state_began_at when it was begun to be worked out, while that has not come to an end
 * @property Carbon|null $bowed_at when the director called its bowing done
 * @property Carbon|null $fingered_at when the director called its fingering done
 * @property string|null $density how many fingers its page shows; null as the class has it
 * @property string|null $bows how many directions of the bow; null as the class has it
 * @property array<string, mixed>|null $practice as {@see \App\Practice\LineChoice} keeps it; null where the product chooses the lines
 * @property array{part: string, for: string}|null $follows the part whose line this is, and the section it is written for; null for a part
 *     of the score itself
 * @property Carbon|null $deleted_at since when a corrected score has no such part
 * @property Piece $piece
 */
final class Section extends Model
{
    use SoftDeletes;

    /** Everything but the music itself, which is long. */
    public const LIGHT = [
        'id', 'piece_id', 'part_id', 'name', 'instrument', 'position', 'state', 'bowed_at', 'fingered_at', 'density', 'bows',
        'state_began_at', 'practice', 'follows',
    ];

    protected $guarded = ['id'];

    protected $hidden = ['source', 'reading'];

    protected function casts(): array
    {
        return [
            'source' => Bytes::class,
            'reading' => Bytes::class,
            'state' => 'array',
            'practice' => 'array',
            'follows' => 'array',
            'bowed_at' => 'datetime',
            'fingered_at' => 'datetime',
            'state_began_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        $piece = $this->belongsTo(Piece::class);
        $piece->getQuery()->withoutGlobalScope(SoftDeletingScope::class);

        return $piece;
    }

    /** @return HasMany<Mark, $this> */
    public function marks(): HasMany
    {
        $marks = $this->hasMany(Mark::class);
        $marks->orderBy('id');

        return $marks;
    }

    /** @return HasMany<Edition, $this> */
    public function editions(): HasMany
    {
        $editions = $this->hasMany(Edition::class);
        $editions->orderBy('number');

        return $editions;
    }

    /** @return HasMany<Thread, $this> */
    public function threads(): HasMany
    {
        $threads = $this->hasMany(Thread::class);
        $threads->orderBy('id');

        return $threads;
    }

    /** @return HasMany<Link, $this> */
    public function links(): HasMany
    {
        $links = $this->hasMany(Link::class);
        $links->orderBy('id');

        return $links;
    }
}
