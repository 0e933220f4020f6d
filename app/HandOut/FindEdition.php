<?php

declare(strict_types=1);

namespace App\HandOut;

use App\Models\Edition;
use App\Models\Link;

/** What is behind a student's link. */
final class FindEdition
{
    /**
     * Everything but the music itself, which is long.
     */
    private const LIGHT = [
        'id', 'section_id', 'number', 'pencil_list', 'density', 'bows', 'offers', 'lists', 'heard', 'changed', 'drawing',
        'drawing_says', 'created_at',
    ];

    /**
     * What only a link to the music shows.
     *
     * @return array{Link, Edition}
     */
    public function music(string $token, ?int $number = null, bool $isLight = true): array
    {
        [$link, $edition] = $this->behind($token, $number, $isLight);
        if ($link->shows === 'list') {
            abort(403, 'This link shows the pencil list alone. The music of this edition may not be copied.');
        }

        return [$link, $edition];
    }

    /**
     * @param int|null $number of an earlier edition; null for the newest
     * @param bool $isLight without the music, where the edition tells what pages it has
     * @return array{Link, Edition}
     */
    public function behind(string $token, ?int $number = null, bool $isLight = true): array
    {
        $link = Link::query()->where('token', $token)->first();
        if ($link === null || $link->section->piece->trashed()) {
            abort(404, 'There is no part behind this link. Check that all of it was copied.');
        }
        if ($link->ended_at !== null) {
            abort(410, 'This link was ended by your director. Ask for the new one.');
        }
        $editions = $link->section->editions()->reorder('number', 'desc');
        $editions = $number === null ? $editions : $editions->where('number', $number);
        /** @var Edition|null $edition */
        $edition = $editions->first($isLight ? self::LIGHT : ['*']);
        if ($edition !== null && $isLight && $edition->offers === null) {
            // One from before: it knows its pages only from the pages themselves.
            $edition = Edition::query()->find($edition->id);
        }
        if ($edition === null) {
            abort(404, $number === null ? 'This part has not been handed out yet.' : "There is no edition {$number} of this part.");
        }

        return [$link, $edition];
    }
}
