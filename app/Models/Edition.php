<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Bytes;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

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
 * @property string|null $pages the other pages by {@see keyOf()}, compressed
 * @property string $density how many fingers the main page shows
 * @property string $bows how many directions of the bow it shows
 * @property array{added: list<string>, removed: list<string>}|null $changed against the edition before
 * @property Carbon $created_at
 */
final class Edition extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['musicxml', 'pages'];

    /**
     * Under which name a page is kept; empty for the part's main one.
     *
     * @param Density|null $density null where it is as on the main page
     * @param BowDensity|null $bows the same
     */
    public static function keyOf(string $chair, ?Density $density, ?BowDensity $bows = null): string
    {
        return match (true) {
            $bows !== null => "{$chair}/" . ($density->value ?? '') . "/{$bows->value}",
            $density !== null => "{$chair}/{$density->value}",
            $chair !== 'outside' => $chair,
            default => '',
        };
    }

    /** @return list<string> chairs with pages of their own, the outside player's first; empty when all play the same */
    public function chairs(): array
    {
        $chairs = ['outside' => true];
        foreach (array_keys($this->kept()) as $key) {
            $chairs[explode('/', $key)[0]] = true;
        }

        return count($chairs) === 1 ? [] : array_map(strval(...), array_keys($chairs));
    }

    /** @return list<value-of<Density>> how many fingers there are pages with */
    public function densities(): array
    {
        $kept = $this->kept();

        return array_values(array_filter(
            array_column(Density::cases(), 'value'),
            fn (string $density): bool => $density === $this->density || isset($kept["outside/{$density}"]),
        ));
    }

    /** @return list<value-of<BowDensity>> how many directions there are pages with */
    public function bowDensities(): array
    {
        $kept = $this->kept();

        return array_values(array_filter(
            array_column(BowDensity::cases(), 'value'),
            fn (string $bows): bool => $bows === $this->bows || isset($kept["outside//{$bows}"]),
        ));
    }

    /**
     * The page for a chair with so many fingers and directions; the part's main one where there is no such page.
     *
     * @return array{musicxml: string, list: list<string>}
     */
    public function page(string $chair, ?Density $density, ?BowDensity $bows = null): array
    {
        $kept = $this->kept();
        $chair = $chair === '' ? 'outside' : $chair;

        $density = $density?->value === $this->density ? null : $density;
        $bows = $bows?->value === $this->bows ? null : $bows;

        return $kept[self::keyOf($chair, $density, $bows)] ?? $kept[self::keyOf($chair, $density)] ?? $kept[$chair] ?? [
            'musicxml' => (string) gzuncompress($this->musicxml),
            'list' => array_values(array_filter(explode("\n", $this->pencil_list))),
        ];
    }

    /** @return array<string, array{musicxml: string, list: list<string>}> the pages beside the main one, by {@see keyOf()} */
    public function pages(): array
    {
        return $this->kept();
    }

    /** @return array<string, array{musicxml: string, list: list<string>}> */
    private function kept(): array
    {
        $pages = $this->pages === null ? null : json_decode((string) gzuncompress($this->pages), true);

        /** @var array<string, array{musicxml: string, list: list<string>}> $kept as {@see \App\HandOut\PublishEdition} made them */
        $kept = is_array($pages) ? $pages : [];

        return $kept;
    }

    protected function casts(): array
    {
        return ['musicxml' => Bytes::class, 'pages' => Bytes::class, 'changed' => 'array', 'created_at' => 'datetime'];
    }
}
