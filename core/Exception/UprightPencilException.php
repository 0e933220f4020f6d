<?php

declare(strict_types=1);

namespace UprightPencil\Exception;

use Throwable;

/** What every error of the core is: its message is a sentence that can be shown to whoever gave the input. */
interface UprightPencilException extends Throwable
{
}
