<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Bytes;
use Illuminate\Database\Eloquent\Model;

/**
 * One page of an edition, drawn on one sheet. It can be drawn again at any time.
 *
 * @property int $id
 * @property int $edition_id
 * @property string $page which of the edition's pages, by {@see Edition::keyOf()}
 * @property string $sheet {@see \App\Drawing\Sheet}
 * @property string $version of what drew it
 * @property string $pages SVG of each page, as a compressed list
 */
final class Drawing extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['pages'];

    /** @return list<string> the SVG of each page */
    public function svg(): array
    {
        return self::unpack($this->pages);
    }

    /** @return list<string> what was packed */
    public static function unpack(string $packed): array
    {
        $pages = json_decode((string) gzuncompress($packed), true);

        return is_array($pages) ? array_values(array_filter($pages, is_string(...))) : [];
    }

    /** @param list<string> $pages */
    public static function pack(array $pages): string
    {
        return (string) gzcompress(json_encode($pages, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE), 9);
    }

    protected function casts(): array
    {
        return ['pages' => Bytes::class];
    }
}
