<?php

declare(strict_types=1);

namespace Tests\Feature;

/** Commands in processes of their own, in a folder that goes again. */
trait RunsCommands
{
    private string $folder;

    private function makeFolder(): void
    {
        $this->folder = sys_get_temp_dir() . '/pencil-' . bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    private function removeFolder(): void
    {
        foreach (glob("{$this->folder}/*") ?: [] as $path) {
            is_dir($path) ? array_map(unlink(...), glob("{$path}/*") ?: []) && rmdir($path) : unlink($path);
        }
        rmdir($this->folder);
    }

    /** @return array{int, string, string} exit code, standard output, standard error */
    private function artisan(string ...$arguments): array
    {
        $process = proc_open(
            [PHP_BINARY, dirname(__DIR__, 2) . '/artisan', ...$arguments],
            [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
            $pipes,
            $this->folder,
            ['PATH' => (string) getenv('PATH'), 'LOG_CHANNEL' => 'null'],
        );
        self::assertIsResource($process);
        $output = (string) stream_get_contents($pipes[1]);
        $errors = (string) stream_get_contents($pipes[2]);

        return [proc_close($process), $output, $errors];
    }
}
