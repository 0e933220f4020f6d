<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Findings;

/** A note that is easily misread, since an accidental before it still holds, or holds no longer. */
final readonly class HeldAccidental
{
    /**
     * @param int $note its position in the part
     * @param string $cause why it is misread: the same for all that are misread so
     */
    public function __construct(public int $note, public string $text, public string $cause)
    {
    }
}
