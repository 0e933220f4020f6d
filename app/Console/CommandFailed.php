<?php

declare(strict_types=1);

namespace App\Console;

use RuntimeException;

/** A command cannot go on; the message is the one line the user sees. */
final class CommandFailed extends RuntimeException
{
}
