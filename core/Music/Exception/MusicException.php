<?php

declare(strict_types=1);

namespace UprightPencil\Music\Exception;

use UprightPencil\Exception\UprightPencilException;

/** Something that is not a number, a pitch or a place. The message is a sentence for the user. */
class MusicException extends \InvalidArgumentException implements UprightPencilException
{
    final public function __construct(string $message)
    {
        parent::__construct($message);
    }

    public static function noSuchPart(string $id): self
    {
        return new self("There is no part “{$id}” here.");
    }

    public static function notANumber(string $text): self
    {
        return new self("“{$text}” is not a number.");
    }

    public static function notAPitch(string $text): self
    {
        return new self("“{$text}” is not a pitch such as C#5.");
    }
}
