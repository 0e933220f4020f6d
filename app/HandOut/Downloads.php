<?php

declare(strict_types=1);

namespace App\HandOut;

use Illuminate\Http\Response;
use UprightPencil\Format\Mxl;

/** The open formats a part can be taken away in. */
final class Downloads
{
    private const TYPES = [
        'musicxml' => 'application/vnd.recordare.musicxml+xml',
        'mxl' => 'application/vnd.recordare.musicxml',
        'txt' => 'text/plain; charset=utf-8',
        'abc' => 'text/vnd.abc; charset=utf-8',
        'pdf' => 'application/pdf',
        'zip' => 'application/zip',
    ];

    /** @param array<string, callable(): string> $made what there is, by its ending; who has MusicXML has it compressed too */
    public static function send(string $ending, string $name, array $made): Response
    {
        $source = $ending === 'mxl' ? 'musicxml' : $ending;
        $make = $made[$source] ?? abort(404);
        $content = $make();
        $ascii = trim((string) preg_replace('~[^A-Za-z0-9 ._-]+~', '', $name)) ?: 'part';

        return response($ending === 'mxl' ? (new Mxl())->pack($content) : $content)
            ->header('Content-Type', self::TYPES[$ending])
            ->header('Content-Disposition', "attachment; filename=\"{$ascii}.{$ending}\"; filename*=UTF-8''"
                . rawurlencode("{$name}.{$ending}"));
    }
}
