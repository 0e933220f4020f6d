<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

/** How altered fingers are written on a page: schools of one meaning. Pencil lines always say it in words. */
enum Wording: string
{
    case Words = 'words';
    case Letter = 'letter';
    case Arrow = 'arrow';

    /** "low 2" as this school writes it; extensions are x4 in all of them. */
    public function write(string $finger): string
    {
        return match ($this) {
            self::Words => $finger,
            self::Letter => (string) preg_replace(['~\blow (\d)~', '~\bhigh (\d)~'], ['L$1', 'H$1'], $finger),
            self::Arrow => (string) preg_replace(['~\blow (\d)~', '~\bhigh (\d)~'], ['$1↓', '$1↑'], $finger),
        };
    }

    /** What it means, or how it looks, in a few words. */
    public function words(): string
    {
        return match ($this) {
            self::Words => 'low 2, high 3',
            self::Letter => 'L2, H3',
            self::Arrow => '2↓, 3↑',
        };
    }
}
