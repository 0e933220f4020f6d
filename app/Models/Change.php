<?php

declare(strict_types=1);

namespace App\Models;

use App\History\Topic;
use App\Marking\MarkSteps;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Support\Carbon;

/**
 * One entry of the log of a piece. Entries are only ever added: an undo is an entry too.
 *
 * @property int $id
 * @property int|null $piece_id null for what belongs to no single piece
 * @property int|null $section_id
 * @property int $user_id
 * @property int $revision
 * @property string $kind do, undo or redo
 * @property int|null $target_id the change an undo or redo is about
 * @property string $label
 * @property Topic $topic what it is about
 * @property list<Step> $steps what it did to marks
 * @property list<ThingStep>|null $things what it did besides
 * @property Carbon $created_at
 * @property User $user
 * @property Piece|null $piece
 * @property Section|null $section
 *
 * @phpstan-import-type Step from MarkSteps
 * @phpstan-type ThingStep array{thing: string, before: array<string, int|string|null>|null, after: array<string, int|string|null>|null}
 */
final class Change extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['steps' => 'array', 'things' => 'array', 'topic' => Topic::class, 'created_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Section, $this> its name is enough here */
    public function section(): BelongsTo
    {
        $section = $this->belongsTo(Section::class);
        $section->getQuery()->withoutGlobalScope(SoftDeletingScope::class)->select(['id', 'name']);

        return $section;
    }

    /** @return BelongsTo<Piece, $this> also one that lies in the bin: that it does may be what is taken back */
    public function piece(): BelongsTo
    {
        $piece = $this->belongsTo(Piece::class);
        $piece->getQuery()->withoutGlobalScope(SoftDeletingScope::class);

        return $piece;
    }
}
