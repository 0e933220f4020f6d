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
 * @phpstan-type KeptRow array{place: string, landmark: string, text: string, also: list<string>, signs: list<string>}
 * @phpstan-type KeptList array{length: string, rows: list<KeptRow>, signs: list<array{string, string}>}
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
 * @property 'waits'|'works'|'done'|'stopped'|'failed'|'asked' $drawing how far drawing its pages beforehand is; “asked” where each is
 *     drawn when somebody first opens it
 * @property string|null $drawing_says why it failed, in a sentence
 * @property array{chairs: list<string>, pages: list<string>, same: array<string, string>, lines?: bool, practice?: int}|null $offers
 *     what pages there are, without opening them: the chairs, the keys of all pages that differ, for the others which they are like,
 *     whether the score says where the lines of its printed edition end, and how many practice lines it has; null in editions from before
 * @property array<string, KeptList>|null $lists what a player pencils into a printed part, by chair; null in editions from before
 * @property string|null $told the part as marked-score JSON, compressed, to be compared with other editions; null in editions from before
 * @property string|null $plays how it is played along, by chair, as JSON, compressed; null in editions from before
 * @property string|null $lines its practice lines, each with its music, as JSON, compressed; null in editions from before
 * @property list<array{measure: string, text: string}>|null $heard what was heard of the part by then; null in editions from before
 * @property Carbon $created_at
 */
final class Edition extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];

    protected $hidden = ['musicxml', 'pages', 'told', 'plays', 'lines'];

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

    /**
     * The practice lines it was handed out with.
     *
     * @return array{lines: list<array<string, mixed>>, xml: list<string>} as a student's page gets them, and the music of each
     */
    public function keptLines(): array
    {
        $kept = $this->lines === null ? null : json_decode((string) gzuncompress($this->lines), true);

        /** @var array{lines: list<array<string, mixed>>, xml: list<string>} $lines as {@see \App\HandOut\PublishEdition} made them */
        $lines = is_array($kept) ? $kept : ['lines' => [], 'xml' => []];

        return $lines;
    }

    /**
     * How it is played along, on a chair; null in editions from before.
     *
     * @return array<string, mixed>|null
     */
    public function keptPlay(string $chair): ?array
    {
        $kept = $this->plays === null ? null : json_decode((string) gzuncompress($this->plays), true);
        $play = is_array($kept) ? ($kept[$chair] ?? $kept['outside'] ?? null) : null;

        /** @var array<string, mixed>|null $play as {@see \App\HandOut\PublishEdition} made it */
        return is_array($play) ? $play : null;
    }

    /** @return list<string> keys of the pages that differ from one another, the main one's first */
    public function pageKeys(): array
    {
        return $this->offers['pages'] ?? ['', ...array_map(strval(...), array_keys($this->kept()))];
    }

    /** The page that a page looks like: itself, or the first that is the same. */
    public function likeness(string $page): string
    {
        return $this->offers['same'][$page] ?? $page;
    }

    /** Under which name the drawing of a practice line is kept. */
    public static function lineKey(int $number): string
    {
        return "line {$number}";
    }

    /** @return string MusicXML of a page by its key; the main one's where there is no such page */
    public function musicOf(string $page): string
    {
        if (preg_match('~^line (\d+)$~', $page, $match) === 1) {
            return $this->keptLines()['xml'][(int) $match[1]] ?? $this->musicOf('');
        }

        return $page === '' ? (string) gzuncompress($this->musicxml) : ($this->kept()[$page]['musicxml'] ?? $this->musicOf(''));
    }

    /** The key of the page for a chair with so many fingers and directions; of the nearest to it where there is no such page. */
    public function keyFor(string $chair, ?Density $density, ?BowDensity $bows): string
    {
        $chair = $chair === '' ? 'outside' : $chair;
        $density = $density?->value === $this->density ? null : $density;
        $bows = $bows?->value === $this->bows ? null : $bows;
        foreach ([self::keyOf($chair, $density, $bows), self::keyOf($chair, $density), self::keyOf($chair, null)] as $key) {
            if ($this->has($key)) {
                return $key;
            }
        }

        return '';
    }

    private function has(string $page): bool
    {
        return in_array($page, $this->pageKeys(), true) || isset($this->offers['same'][$page]);
    }

    /** @return list<string> chairs with pages of their own, the outside player's first; empty when all play the same */
    public function chairs(): array
    {
        if ($this->offers !== null) {
            return $this->offers['chairs'];
        }
        $chairs = ['outside' => true];
        foreach (array_keys($this->kept()) as $key) {
            $chairs[explode('/', $key)[0]] = true;
        }

        return count($chairs) === 1 ? [] : array_map(strval(...), array_keys($chairs));
    }

    /** How many practice lines it has; null in editions from before there were any. */
    public function lineCount(): ?int
    {
        return $this->offers['practice'] ?? null;
    }

    /** Whether it can be shown with the line ends of its printed edition. */
    public function hasPrintedLines(): bool
    {
        return $this->offers['lines'] ?? false;
    }

    /** @return list<value-of<Density>> how many fingers there are pages with */
    public function densities(): array
    {
        return array_values(array_filter(
            array_column(Density::cases(), 'value'),
            fn (string $density): bool => $density === $this->density || $this->has("outside/{$density}"),
        ));
    }

    /** @return list<value-of<BowDensity>> how many directions there are pages with */
    public function bowDensities(): array
    {
        return array_values(array_filter(
            array_column(BowDensity::cases(), 'value'),
            fn (string $bows): bool => $bows === $this->bows || $this->has("outside//{$bows}"),
        ));
    }

    /**
     * The page for a chair with so many fingers and directions; the part's main one where there is no such page.
     *
     * @return array{musicxml: string, list: list<string>}
     */
    public function page(string $chair, ?Density $density, ?BowDensity $bows = null): array
    {
        return $this->kept()[$this->keyFor($chair, $density, $bows)] ?? [
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
        return [
            'musicxml' => Bytes::class,
            'pages' => Bytes::class,
            'told' => Bytes::class,
            'plays' => Bytes::class,
            'lines' => Bytes::class,
            'changed' => 'array',
            'offers' => 'array',
            'lists' => 'array',
            'heard' => 'array',
            'created_at' => 'datetime',
        ];
    }
}
