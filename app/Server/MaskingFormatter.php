<?php

declare(strict_types=1);

namespace App\Server;

use Monolog\Formatter\JsonFormatter;
use Monolog\LogRecord;

/** One JSON object a line, in which links and tokens are cut short: whoever reads a log shall not open a part with it. */
final class MaskingFormatter extends JsonFormatter
{
    private const TOKENS = [
        '~\b(?=[A-Za-z]*\d)([A-Za-z0-9]{4})[A-Za-z0-9]{28,}\b~' => '$1…',
        '~((?:part|invitation|welcome)\\\\?/)([A-Za-z0-9]{4})[A-Za-z0-9]+~' => '$1$2…',
    ];

    public function format(LogRecord $record): string
    {
        return (string) preg_replace(array_keys(self::TOKENS), array_values(self::TOKENS), parent::format($record));
    }
}
