<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Server\Slots;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Log;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * Reads a calendar's file in a process of its own, with little time and memory: a rule that repeats may never come to an end ("every
 * 30 February"). Few are read at once, so that the server's processes stay free for students.
 *
 * @phpstan-import-type ReadDate from CalendarFile
 */
final readonly class CalendarReading
{
    private const AT_ONCE = 2;

    public function __construct(private float $seconds = 4.0, private int $megabytes = 192, private float $secondsInLine = 6.0)
    {
    }

    /**
     * @return array{dates: list<ReadDate>, told: list<string>} as {@see CalendarFile::read()}
     * @throws NoCalendar
     */
    public function of(string $file): array
    {
        CalendarFile::check($file);
        $slot = Slots::wait('calendar', self::AT_ONCE, $this->secondsInLine) ?? throw NoCalendar::waitsTooLong();
        $path = (string) tempnam(sys_get_temp_dir(), 'calendar');
        try {
            if (file_put_contents($path, $file) === false) {
                throw NoCalendar::noRoom();
            }

            // What repeats without end is there once, and that is said.
            return $this->run($path, true) ?? $this->run($path, false) ?? throw NoCalendar::takesTooLong();
        } finally {
            @unlink($path);
            fclose($slot);
        }
    }

    /**
     * @return array{dates: list<ReadDate>, told: list<string>}|null null when it took too long or too much
     * @throws NoCalendar
     */
    private function run(string $path, bool $expands): ?array
    {
        $process = new Process(
            [
                PHP_BINDIR . '/php', '-d', "memory_limit={$this->megabytes}M", '-d', 'display_errors=stderr', base_path('artisan'),
                'pencil:read-calendar', $path, ...($expands ? [] : ['--once']),
            ],
            timeout: $this->seconds,
        );
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            return null;
        }
        $said = json_decode($process->getOutput(), true);
        if (is_array($said) && is_string($said['problem'] ?? null)) {
            throw new NoCalendar($said['problem']);
        }
        if (!is_array($said) || !is_array($said['dates'] ?? null) || !is_array($said['told'] ?? null)) {
            Log::warning('A calendar could not be read.', [
                'exit' => $process->getExitCode(),
                'said' => mb_substr($process->getErrorOutput(), 0, 500),
            ]);

            return null;
        }
        $dates = [];
        foreach ($said['dates'] as $date) {
            /** @var array{uid: string, kind: 'rehearsal'|'concert', title: string, place: string, startsAt: string, minutes: int} $date */
            $dates[] = [...$date, 'startsAt' => Carbon::parse($date['startsAt'])];
        }

        return ['dates' => $dates, 'told' => array_values(array_filter($said['told'], is_string(...)))];
    }
}
