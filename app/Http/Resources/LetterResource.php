<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Letter;

/**
 * A letter in the outbox.
 *
 * @phpstan-type LetterRow array{id: int, to: string, subject: string, text: string, at: string}
 * @phpstan-type Outbox array{isSent: bool, letters: list<LetterRow>}
 */
final class LetterResource
{
    /** @return LetterRow */
    public static function of(Letter $letter): array
    {
        return [
            'id' => $letter->id,
            'to' => $letter->to,
            'subject' => $letter->subject,
            'text' => $letter->text,
            'at' => $letter->created_at->toIso8601String(),
        ];
    }
}
