<?php

declare(strict_types=1);

namespace App\Drawing;

use App\Models\Drawing;
use App\Models\Edition;
use Illuminate\Support\Carbon;

/**
 * The pages of an edition as they are drawn: which there should be, which there are, and the next to draw.
 *
 * All pages are drawn for all screens; on paper the page that was handed out, for each chair. Another one on paper is drawn when
 * somebody asks for it.
 */
final readonly class EditionDrawings
{
    public function __construct(private Engraver $engraver)
    {
    }

    /**
     * What is not drawn yet, or was drawn by something older; what most will open comes first.
     *
     * @return array<string, list<Sheet>> by page
     */
    public function missing(Edition $edition): array
    {
        $there = [];
        $version = $this->engraver->version();
        foreach (Drawing::query()->where('edition_id', $edition->id)->where('version', $version)->get(['page', 'sheet']) as $drawing) {
            $there["{$drawing->page} {$drawing->sheet}"] = true;
        }
        $missing = [];
        foreach (self::wanted($edition) as $page => $sheets) {
            $left = array_filter($sheets, static fn (Sheet $sheet): bool => !isset($there["{$page} {$sheet->value}"]));
            if ($left !== []) {
                $missing[$page] = array_values($left);
            }
        }

        return $missing;
    }

    /** @return array{done: int, of: int} how many pages are drawn */
    public function progress(Edition $edition): array
    {
        $count = static fn (array $pages): int => array_sum(array_map(count(...), $pages));
        $of = $count(self::wanted($edition));

        return ['done' => $of - $count($this->missing($edition)), 'of' => $of];
    }

    /**
     * Draws one page on the sheets given, and keeps what comes of it.
     *
     * @param list<Sheet> $sheets
     * @throws NotDrawn
     */
    public function draw(Edition $edition, string $page, array $sheets): void
    {
        $version = $this->engraver->version();
        foreach ($this->engraver->draw($edition->musicOf($page), $sheets) as $sheet => $pages) {
            $drawing = Drawing::query()->firstOrNew(['edition_id' => $edition->id, 'page' => $page, 'sheet' => $sheet]);
            $drawing->fill(['version' => $version, 'pages' => Drawing::pack($pages), 'created_at' => Carbon::now()])->save();
        }
    }

    /** A page on a sheet; an older drawing until it is drawn again; null while there is none. */
    public function find(Edition $edition, string $page, Sheet $sheet): ?Drawing
    {
        return Drawing::query()->where('edition_id', $edition->id)->where('page', $edition->likeness($page))
            ->where('sheet', $sheet->value)->first();
    }

    /** Whether a page is there as it would be drawn now. */
    public function isDrawn(Edition $edition, string $page, Sheet $sheet): bool
    {
        return $this->find($edition, $page, $sheet)?->version === $this->engraver->version();
    }

    /** @return array<string, list<Sheet>> by page */
    private static function wanted(Edition $edition): array
    {
        $wanted = [];
        foreach ($edition->pageKeys() as $page) {
            $isHandedOut = !str_contains($page, '/');
            $wanted[$page] = $isHandedOut ? Sheet::all() : Sheet::screens();
        }

        for ($line = 0; $line < ($edition->lineCount() ?? 0); $line++) {
            $wanted[Edition::lineKey($line)] = Sheet::screens();
        }

        // As handed out, then what a student may choose instead.
        uksort($wanted, static fn (string $a, string $b): int => str_contains($a, '/') <=> str_contains($b, '/'));

        return $wanted;
    }
}
