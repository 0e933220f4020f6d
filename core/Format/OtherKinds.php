<?php

declare(strict_types=1);

namespace UprightPencil\Format;

/** Files that hold music and are no scores, told by how they begin or end. */
final readonly class OtherKinds
{
    /** Source: the signatures their standards give them. */
    private const BEGINNINGS = [
        'MThd' => 'a MIDI file', '%PDF' => 'a PDF', "\x89PNG" => 'a picture', "\xFF\xD8\xFF" => 'a picture', 'GIF8' => 'a picture',
        "II*\0" => 'a picture', "MM\0*" => 'a picture', 'ID3' => 'a recording', 'OggS' => 'a recording', 'fLaC' => 'a recording',
        'RIFF' => 'a recording',
    ];

    private const ENDINGS = [
        '.mid' => 'a MIDI file', '.midi' => 'a MIDI file', '.pdf' => 'a PDF', '.png' => 'a picture', '.jpg' => 'a picture',
        '.jpeg' => 'a picture', '.gif' => 'a picture', '.tif' => 'a picture', '.tiff' => 'a picture', '.heic' => 'a picture',
        '.mp3' => 'a recording', '.wav' => 'a recording', '.ogg' => 'a recording', '.flac' => 'a recording', '.m4a' => 'a recording',
        '.doc' => 'a text document', '.docx' => 'a text document', '.odt' => 'a text document',
    ];

    /** @return string|null with its article; null for what may be a score */
    public static function ofBytes(string $bytes): ?string
    {
        foreach (self::BEGINNINGS as $beginning => $kind) {
            if (str_starts_with($bytes, $beginning)) {
                return $kind;
            }
        }

        return null;
    }

    /** @param string $ending with its dot */
    public static function ofEnding(string $ending): ?string
    {
        return self::ENDINGS[strtolower($ending)] ?? null;
    }
}
