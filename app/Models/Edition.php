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
 * @property string|null $chairs pages of chairs whose marks differ, compressed
 * @property array{added: list<string>, removed: list<string>}|null $changed against the edition before
 * @property Carbon $created_at
 */
final class Edition extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['musicxml', 'chairs'];

    /** @return array<string, array{musicxml: string, list: list<string>}> pages by chair; empty when all play the same */
    public function pagesByChair(): array
    {
        $pages = $this->chairs === null ? null : json_decode((string) gzuncompress($this->chairs), true);

        return is_array($pages) ? $pages : [];
    }

    protected function casts(): array
    {
        return ['changed' => 'array', 'created_at' => 'datetime'];
    }
}
