<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Rehearsal\CalendarFile;
use App\Rehearsal\NoCalendar;
use Illuminate\Console\Command;

/** Reads a calendar for {@see \App\Rehearsal\CalendarReading}, which watches its time and memory. */
final class ReadCalendarCommand extends Command
{
    protected $signature = 'pencil:read-calendar {file} {--once : dates that repeat are there once}';
    protected $description = 'Read an uploaded calendar (used by the server)';
    protected $hidden = true;

    public function handle(): int
    {
        $path = $this->argument('file');
        try {
            $read = CalendarFile::read((string) file_get_contents(is_string($path) ? $path : ''), !$this->option('once'));
            $dates = array_map(
                static fn (array $date): array => [...$date, 'startsAt' => $date['startsAt']->format('Y-m-d H:i:s')],
                $read['dates'],
            );
            $answer = ['dates' => $dates, 'told' => $read['told']];
            $this->output->write(json_encode($answer, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE));
        } catch (NoCalendar $problem) {
            $this->output->write(json_encode(['problem' => $problem->getMessage()], JSON_THROW_ON_ERROR));
        }

        return self::SUCCESS;
    }
}
