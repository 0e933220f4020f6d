<?php

declare(strict_types=1);

namespace UprightPencil\Marks\Kind\Bow;

use UprightPencil\Marks\FormMark;
use UprightPencil\Marks\Slot;

/** The bow stays on the string here, whatever the school would do. Stands at the note after the rest. */
final readonly class NoRetake extends FormMark
{
    protected const FORMS = [
        'no retake' => 'the bow is not carried back',
        'no lift' => 'the bow stays on the string',
        'freeze' => 'the bow stops on the string and goes on from there',
    ];

    public function slot(): Slot
    {
        return Slot::Connection;
    }
}
