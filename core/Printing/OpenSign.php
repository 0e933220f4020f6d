<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Settings\School;

/** How the page writes an open string. Pencil lines always say 0. */
enum OpenSign: string implements School
{
    case Zero = '0';
    case Letter = 'O';

    public static function title(): string
    {
        return 'The open string’s sign';
    }

    /** "0 or 4" as this school writes it. */
    public function write(string $finger): string
    {
        return $this === self::Zero ? $finger : (string) preg_replace('~(?<![\w.])0(?![\w.])~', $this->value, $finger);
    }

    public function words(): string
    {
        return match ($this) {
            self::Zero => '0',
            self::Letter => 'O',
        };
    }
}
