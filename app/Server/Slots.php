<?php

declare(strict_types=1);

namespace App\Server;

use RuntimeException;

/** So many of one kind of costly work at once, over all processes of this machine; the others wait in line. */
final class Slots
{
    /**
     * @param string $name of the work
     * @param float $seconds that one waits at most
     * @return resource|null that holds a place until it is closed; null when none came free
     */
    public static function wait(string $name, int $atOnce, float $seconds): mixed
    {
        $end = microtime(true) + $seconds;
        do {
            for ($slot = 1; $slot <= $atOnce; $slot++) {
                $file = fopen(storage_path("framework/{$name}-{$slot}.lock"), 'c');
                if ($file === false) {
                    throw new RuntimeException('No file can be made in storage/framework.');
                }
                if (flock($file, LOCK_EX | LOCK_NB)) {
                    return $file;
                }
                fclose($file);
            }
            usleep(50_000);
        } while (microtime(true) < $end);

        return null;
    }
}
