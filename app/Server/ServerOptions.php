<?php

declare(strict_types=1);

namespace App\Server;

/** How the server is started. */
final readonly class ServerOptions
{
    public function __construct(
        /** Address and port it listens at, as nginx takes them: "127.0.0.1:8000", "[::]:443". */
        public string $listen,
        /** Where its settings, sockets and logs go. */
        public string $folder,
        /** PHP processes: each answers one call at a time. */
        public int $processes,
        public int $queueWorkers = 1,
        public bool $runsSchedule = true,
        public ?string $certificate = null,
        public ?string $key = null,
        /** Calls a second from one address, and how many more at once. */
        public int $rate = 200,
        public int $burst = 2000,
    ) {
    }
}
