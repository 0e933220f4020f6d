<?php

declare(strict_types=1);

namespace App\Server;

use Illuminate\Support\Carbon;

/** The folder of backups, and which of them stay. */
final readonly class Backups
{
    private const NAME = '~/pencil-(\d{4}-\d{2}-\d{2})-\d{6}\.zip$~';

    public function next(): string
    {
        return config()->string('pencil.backups') . '/pencil-' . Carbon::now()->format('Y-m-d-His') . '.zip';
    }

    /**
     * Takes away what is neither among the newest days nor among the newest Sundays. Files of other names are nobody's business.
     *
     * @return list<string> what was taken away
     */
    public function rotate(): array
    {
        $days = [];
        foreach (self::files() as $file) {
            if (preg_match(self::NAME, $file, $match) === 1) {
                $days[$match[1]][] = $file;
            }
        }
        krsort($days);
        $sundays = array_filter(array_keys($days), static fn (string $day): bool => Carbon::parse($day)->isSunday());
        $stay = [
            ...array_slice(array_keys($days), 0, config()->integer('pencil.backups_daily')),
            ...array_slice($sundays, 0, config()->integer('pencil.backups_weekly')),
        ];
        $gone = [];
        foreach ($days as $day => $files) {
            sort($files);
            foreach ($files as $number => $file) {
                // Of a day that stays the last one.
                if (!in_array($day, $stay, true) || ($number < count($files) - 1 && $day !== array_key_first($days))) {
                    unlink($file);
                    $gone[] = $file;
                }
            }
        }

        return $gone;
    }

    public static function newestInWords(): ?string
    {
        $times = array_map(static fn (string $file): int => (int) filemtime($file), self::files());

        return $times === [] ? null : 'newest of ' . Carbon::createFromTimestamp(max($times))->toDateTimeString();
    }

    /** @return list<string> */
    private static function files(): array
    {
        return glob(config()->string('pencil.backups') . '/*.zip') ?: [];
    }
}
