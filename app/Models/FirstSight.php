<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Bytes;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A section's page on a desk of some width, drawn beforehand. It can be drawn again at any time.
 *
 * @property int $id
 * @property int $section_id
 * @property int $width in pixels
 * @property string $state of the piece it was drawn from, and what drew it: {@see \App\Drawing\FirstSights}
 * @property string $page name of the page it shows, as {@see \App\Marking\MarkedPage} has it
 * @property string $systems SVG of each system, packed as {@see Drawing} packs
 * @property Carbon $created_at
 */
final class FirstSight extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['systems'];

    protected function casts(): array
    {
        return ['systems' => Bytes::class];
    }
}
