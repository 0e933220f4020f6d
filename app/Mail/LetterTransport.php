<?php

declare(strict_types=1);

namespace App\Mail;

use App\Models\Letter;
use App\Models\User;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mime\MessageConverter;

/** The stand-in for a mail server: keeps what would have been sent. The outbox and `php artisan pencil:letters` show it. */
final class LetterTransport extends AbstractTransport
{
    public const NAME = 'letters';
    /** Header that says which user a letter is written for; it never leaves the house. */
    public const ON_BEHALF_OF = 'X-On-Behalf-Of';

    protected function doSend(SentMessage $message): void
    {
        $original = $message->getOriginalMessage();
        assert($original instanceof \Symfony\Component\Mime\Message);
        $email = MessageConverter::toEmail($original);
        $writer = $email->getHeaders()->get(self::ON_BEHALF_OF)?->getBodyAsString();
        $writer = $writer === null ? null : User::query()->whereKey($writer)->value('id');
        foreach ($email->getTo() as $to) {
            Letter::query()->create([
                'to' => $to->getAddress(),
                'user_id' => $writer,
                'subject' => (string) $email->getSubject(),
                'text' => is_string($email->getTextBody()) ? $email->getTextBody() : '',
            ]);
        }
    }

    public function __toString(): string
    {
        return self::NAME;
    }
}
