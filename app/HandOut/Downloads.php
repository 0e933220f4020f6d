<?php

declare(strict_types=1);

namespace App\HandOut;

use App\Drawing\NotDrawn;
use Illuminate\Http\Response;
use UprightPencil\Format\Mxl;

/** The open formats a part can be taken away in. */
final class Downloads
{
    /**
     * @param callable(): string $musicXml
     * @param callable(): string $pencilList
     * @param callable(): string $pdf
     */
    public static function send(string $ending, string $name, callable $musicXml, callable $pencilList, callable $pdf): Response
    {
        [$content, $type] = match ($ending) {
            'musicxml' => [$musicXml(), 'application/vnd.recordare.musicxml+xml'],
            'mxl' => [(new Mxl())->pack($musicXml()), 'application/vnd.recordare.musicxml'],
            'txt' => [$pencilList(), 'text/plain; charset=utf-8'],
            'pdf' => [self::tried($pdf), 'application/pdf'],
            default => abort(404),
        };
        $ascii = trim((string) preg_replace('~[^A-Za-z0-9 ._-]+~', '', $name)) ?: 'part';

        return response($content)
            ->header('Content-Type', $type)
            ->header('Content-Disposition', "attachment; filename=\"{$ascii}.{$ending}\"; filename*=UTF-8''"
                . rawurlencode("{$name}.{$ending}"));
    }

    /** @param callable(): string $pdf */
    private static function tried(callable $pdf): string
    {
        try {
            return $pdf();
        } catch (NotDrawn $problem) {
            abort(503, $problem->getMessage());
        }
    }
}
