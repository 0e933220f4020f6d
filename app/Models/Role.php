<?php

declare(strict_types=1);

namespace App\Models;

/** What somebody may do with a piece: its owner everything, co-teachers what they were asked for. */
enum Role: string
{
    case Own = 'own';
    /** Changes its marks. */
    case Edit = 'edit';
    /** Proposes marks. */
    case Propose = 'propose';
    /** Looks at it. */
    case Read = 'read';

    public function mayEdit(): bool
    {
        return $this === self::Own || $this === self::Edit;
    }

    public function mayPropose(): bool
    {
        return $this !== self::Read;
    }
}
