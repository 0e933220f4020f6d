<?php

declare(strict_types=1);

namespace App\Import;

use App\Server\Slots;
use Illuminate\Support\Facades\Log;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;
use UprightPencil\Format\Exception\UnreadableScore;

/**
 * Reads an uploaded score in a process of its own, with limits of time and memory: whatever a file does to its reader, the server
 * goes on.
 */
final readonly class ScoreReading
{
    /** Processes that may read at the same time; further files wait in line. */
    private const AT_ONCE = 2;

    /** Signals of the limit on processor time: SIGXCPU, and SIGKILL when that is not heeded. */
    private const KILLED_FOR_TIME = [24, 9];

    public function __construct(
        private float $seconds = 20.0,
        /** What PHP may use, in megabytes; the process as a whole may use three times as much, its libraries' share included. */
        private int $megabytes = 512,
        private int $secondsInLine = 15,
    ) {
    }

    /**
     * @param string $path of the file
     * @param string $fileName as its owner calls it
     * @throws UnreadableScore
     */
    public function read(string $path, string $fileName): PreparedScore
    {
        $slot = Slots::wait('reading', self::AT_ONCE, $this->secondsInLine) ?? throw UnreadableScore::waitsTooLong();
        $result = tempnam(sys_get_temp_dir(), 'score');
        try {
            if ($result === false) {
                throw UnreadableScore::cannotBeOpened();
            }
            $this->run($path, $fileName, $result);

            return PreparedScore::unpack((string) file_get_contents($result)) ?? throw UnreadableScore::takesTooMuch();
        } finally {
            if (is_string($result)) {
                @unlink($result);
            }
            fclose($slot);
        }
    }

    /**
     * @param string $bytes the file itself
     * @throws UnreadableScore
     */
    public function readBytes(string $bytes, string $fileName): PreparedScore
    {
        $path = tempnam(sys_get_temp_dir(), 'score');
        if ($path === false || file_put_contents($path, $bytes) === false) {
            throw UnreadableScore::cannotBeOpened();
        }
        try {
            return $this->read($path, $fileName);
        } finally {
            unlink($path);
        }
    }

    private function run(string $path, string $fileName, string $result): void
    {
        $limits = sprintf('ulimit -v %d; ulimit -t %d; exec "$@"', 3 * 1024 * $this->megabytes, (int) ceil($this->seconds) + 2);
        $process = new Process(
            [
                '/bin/sh', '-c', $limits, 'sh',
                PHP_BINDIR . '/php', '-d', "memory_limit={$this->megabytes}M", '-d', 'display_errors=stderr',
                base_path('artisan'), 'pencil:read-upload', $path, $result, "--name={$fileName}",
            ],
            timeout: $this->seconds,
        );
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw UnreadableScore::takesTooLong((int) ceil($this->seconds));
        } catch (ProcessSignaledException $killed) {
            // The shell has given way to PHP, so a process that was killed is told as such and not by an exit code.
            throw $this->failed($process, in_array($killed->getSignal(), self::KILLED_FOR_TIME, true));
        }
        if ($process->getExitCode() === 1 && trim($process->getErrorOutput()) !== '' && !str_contains($process->getErrorOutput(), 'PHP ')) {
            throw UnreadableScore::because(trim($process->getErrorOutput()));
        }
        if (!$process->isSuccessful()) {
            throw $this->failed($process, false);
        }
    }

    private function failed(Process $process, bool $byTime): UnreadableScore
    {
        Log::warning('A score could not be read.', [
            'exit' => $process->getExitCode(),
            'said' => mb_substr($process->getErrorOutput(), 0, 500),
        ]);

        return $byTime ? UnreadableScore::takesTooLong((int) ceil($this->seconds)) : UnreadableScore::takesTooMuch();
    }
}
