<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Mail\LetterTransport;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Mail\Message;
use Illuminate\Support\Facades\Mail;

/** One letter in plain text. */
final class SendLetter implements ShouldQueue
{
    use Queueable;

    public int $tries = 5;
    /** @var list<int> seconds until the next try */
    public array $backoff = [10, 60, 300, 900];

    /** @param int|null $from the user on whose behalf it is written, in whose outbox it lies; null where nobody else may read it */
    public function __construct(
        public readonly string $to,
        public readonly string $subject,
        public readonly string $text,
        public readonly ?int $from = null,
    ) {
        $this->onQueue(Queues::SOON);
    }

    public function handle(): void
    {
        Mail::raw($this->text, function (Message $message): void {
            $message->to($this->to)->subject($this->subject);
            if ($this->from !== null && config('mail.default') === LetterTransport::NAME) {
                $message->getSymfonyMessage()->getHeaders()->addTextHeader(LetterTransport::ON_BEHALF_OF, (string) $this->from);
            }
        });
    }
}
