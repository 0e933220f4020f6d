<?php

declare(strict_types=1);

namespace App\Mail;

use App\Models\Letter;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mime\MessageConverter;

/** The stand-in for a mail server: keeps what would have been sent. `php artisan pencil:letters` reads it aloud. */
final class LetterTransport extends AbstractTransport
{
    protected function doSend(SentMessage $message): void
    {
        $original = $message->getOriginalMessage();
        assert($original instanceof \Symfony\Component\Mime\Message);
        $email = MessageConverter::toEmail($original);
        foreach ($email->getTo() as $to) {
            Letter::query()->create([
                'to' => $to->getAddress(),
                'subject' => (string) $email->getSubject(),
                'text' => is_string($email->getTextBody()) ? $email->getTextBody() : '',
            ]);
        }
    }

    public function __toString(): string
    {
        return 'letters';
    }
}
