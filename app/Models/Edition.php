<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A part as it was handed out. Frozen.
 *
 * @property int $id
 * @property int $section_id
 * @property int $user_id
 * @property int $number
 * @property int $revision
 * @property string $musicxml compressed
 * @property string $pencil_list
 * @property array{added: list<string>, removed: list<string>}|null $changed against the edition before
 * @property Carbon $created_at
 */
final class Edition extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['musicxml'];

    protected function casts(): array
    {
        return ['changed' => 'array', 'created_at' => 'datetime'];
    }
}
