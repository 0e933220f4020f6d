<?php

declare(strict_types=1);

namespace App\Server;

use Monolog\Formatter\JsonFormatter;
use Monolog\LogRecord;
use Throwable;

/** One JSON object a line, in which links and tokens are cut short: whoever reads a log shall not open a part with it. */
final class MaskingFormatter extends JsonFormatter
{
    private const LONGEST = 600;
    private const TOKENS = [
        '~\b(?=[A-Za-z]*\d)([A-Za-z0-9]{4})[A-Za-z0-9]{28,}\b~' => '$1…',
        '~((?:part|invitation|welcome)\\\\?/)([A-Za-z0-9]{4})[A-Za-z0-9]+~' => '$1$2…',
    ];

    public function format(LogRecord $record): string
    {
        $record = $record->with(message: self::short($record->message));

        return (string) preg_replace(array_keys(self::TOKENS), array_values(self::TOKENS), parent::format($record));
    }

    /** What failed to be written is often long, and not the log's business. */
    protected function normalizeException(Throwable $e, int $depth = 0): array
    {
        $told = parent::normalizeException($e, $depth);
        if (is_string($told['message'] ?? null)) {
            $told['message'] = self::short($told['message']);
        }

        return $told;
    }

    private static function short(string $message): string
    {
        return mb_strlen($message) > self::LONGEST ? mb_substr($message, 0, self::LONGEST) . '…' : $message;
    }
}
