<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\FormMark;
use UprightPencil\Marks\Slot;

/** Where between bridge and fingerboard the bow runs, from here on. */
final readonly class ContactPoint extends FormMark
{
    protected const FORMS = [
        'near the bridge' => 'the bow near the bridge',
        'over the fingerboard' => 'the bow over the fingerboard',
        'usual place' => 'the bow at its usual place',
    ];

    public function slot(): Slot
    {
        return Slot::Contact;
    }
}
