<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use UprightPencil\Rehearsal\Heard\HeardKind;

/**
 * Something a director heard at a measure, once. No student is named.
 *
 * @property int $id
 * @property int $piece_id
 * @property int|null $user_id
 * @property int|null $calendar_date_id the rehearsal it was heard in
 * @property string $measure printed number
 * @property string|null $note id
 * @property list<string> $parts ids of the parts; empty for all
 * @property HeardKind $kind
 * @property string $text in the director's words; may be empty
 * @property string|null $token of the phone that sent it
 * @property Carbon $heard_at
 * @property Carbon|null $better_at
 * @property Piece $piece
 */
final class Heard extends Model
{
    protected $table = 'heard';

    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['parts' => 'array', 'kind' => HeardKind::class, 'heard_at' => 'datetime', 'better_at' => 'datetime'];
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }

    /** What makes two of them the same thing, heard again. */
    public function sameness(): string
    {
        $parts = $this->parts;
        sort($parts);

        return "{$this->measure} {$this->kind->value} " . implode(' ', $parts)
            . ($this->kind === HeardKind::Words ? ' ' . mb_strtolower($this->text) : '');
    }
}
