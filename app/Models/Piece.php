<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Bytes;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use UprightPencil\Music\Score;

/**
 * A piece or lesson in a director's rack.
 *
 * @property int $id
 * @property int $user_id
 * @property int $shelf_id
 * @property string $title
 * @property int|null $lesson_number
 * @property string $source_name
 * @property string $source_hash
 * @property string $source the uploaded file, compressed
 * @property int $source_bytes how large it was
 * @property array<string, mixed> $summary what was understood of it
 * @property int $revision counts every change to its marks
 * @property array<string, mixed>|null $typed what it was typed as, as {@see \UprightPencil\Lessons\TypedPiece} tells it; null for a file
 * @property int|null $lesson_page of the printed book
 * @property int|null $book_place where it stands in its book, where that was said; null by its number
 * @property array<string, mixed>|null $lesson what the director says of it, as {@see \App\Lessons\LessonNotes} tells it
 * @property array<string, float>|null $tempos the director's, in quarter notes a minute by measure number
 * @property Shelf $shelf
 * @property-read User $owner
 * @property-read Collection<int, Section> $sections in the order of the score
 * @property-read Collection<int, Share> $shares
 * @property-read Collection<int, Correction> $corrections the newest first
 * @property Carbon|null $archived_at
 * @property Carbon|null $deleted_at
 */
final class Piece extends Model
{
    use SoftDeletes;

    protected $guarded = ['id'];

    protected $hidden = ['source'];

    /** As the score names them; empty where it does not, or where it was brought in before that was read. */
    public function composer(): string
    {
        $composer = $this->summary['composer'] ?? '';

        return is_string($composer) ? $composer : '';
    }

    protected function casts(): array
    {
        return [
            'source' => Bytes::class, 'summary' => 'array', 'tempos' => 'array', 'typed' => 'array', 'lesson' => 'array',
            'archived_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<User, $this> */
    public function owner(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    /** @return BelongsTo<Shelf, $this> */
    public function shelf(): BelongsTo
    {
        return $this->belongsTo(Shelf::class);
    }

    /** @return HasMany<Section, $this> */
    public function sections(): HasMany
    {
        $sections = $this->hasMany(Section::class);
        $sections->orderBy('position');

        return $sections;
    }

    /** @return HasMany<Share, $this> */
    public function shares(): HasMany
    {
        $shares = $this->hasMany(Share::class);
        $shares->orderBy('id');

        return $shares;
    }

    /** @return HasMany<Change, $this> */
    public function changes(): HasMany
    {
        $changes = $this->hasMany(Change::class);
        $changes->orderBy('id');

        return $changes;
    }

    /** @return HasMany<Heard, $this> as it was heard, the earliest first */
    public function heard(): HasMany
    {
        $heard = $this->hasMany(Heard::class);
        $heard->orderBy('heard_at')->orderBy('id');

        return $heard;
    }

    /** @return HasMany<Correction, $this> the newest first */
    public function corrections(): HasMany
    {
        $corrections = $this->hasMany(Correction::class);
        $corrections->orderByDesc('id');

        return $corrections;
    }

    /** The corrected score that lies on top; null where the piece is as it was brought in. */
    public function correction(): ?Correction
    {
        return $this->corrections->firstWhere('taken_back_at', null);
    }

    /** @return array<int, float> the director's tempos by the index of the measure they begin in */
    public function temposFor(Score $score): array
    {
        $tempos = [];
        foreach ($this->tempos ?? [] as $measure => $speed) {
            $index = $score->measureAt((string) $measure);
            if ($index !== null) {
                $tempos[$index] = (float) $speed;
            }
        }

        return $tempos;
    }

    /** A co-teacher's place at this piece; null for somebody who has none. */
    public function shareOf(User $user): ?Share
    {
        return $this->shares->firstWhere('user_id', $user->id);
    }

    /**
     * What a user may do here; null for nothing.
     *
     * @param Section|null $section with this part; null with the piece as a whole
     */
    public function roleOf(User $user, ?Section $section = null): ?Role
    {
        if ($this->trashed()) {
            return null;
        }
        if ($this->user_id === $user->id) {
            return Role::Own;
        }

        $share = $this->shareOf($user);

        return match (true) {
            $share === null => null,
            $share->parts === null || ($section !== null && $share->holdsFor($section)) => $share->may,
            // Who works on some of the parts may look at the others.
            default => Role::Read,
        };
    }
}
