<?php

declare(strict_types=1);

namespace App\Jobs;

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

    public function __construct(public readonly string $to, public readonly string $subject, public readonly string $text)
    {
    }

    public function handle(): void
    {
        Mail::raw($this->text, fn (Message $message) => $message->to($this->to)->subject($this->subject));
    }
}
