<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * One entry of the log of a piece. Entries are only ever added: an undo is an entry too.
 *
 * @property int $id
 * @property int $piece_id
 * @property int|null $section_id
 * @property int $user_id
 * @property int $revision
 * @property string $kind do, undo or redo
 * @property int|null $target_id the change an undo or redo is about
 * @property string $label
 * @property list<array{section: int, key: string, before: array<string, mixed>|null, after: array<string, mixed>|null}> $steps
 * @property Carbon $created_at
 * @property User $user
 */
final class Change extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['steps' => 'array', 'created_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
