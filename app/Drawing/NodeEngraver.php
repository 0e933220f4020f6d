<?php

declare(strict_types=1);

namespace App\Drawing;

use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;

/**
 * The engraving library in a process of Node's, kept warm between drawings: a line of JSON in, a line of JSON out
 * (`resources/js/drawing/worker.ts`). What draws too long or needs too much is ended, and the next drawing begins afresh.
 */
final class NodeEngraver implements Engraver
{
    private const PACKAGE = 'node_modules/verovio/package.json';

    private ?Process $process = null;
    private ?InputStream $input = null;
    private string $output = '';
    private int $ticket = 0;
    /** The version that is running: what was built since is taken up with the next drawing. */
    private string $begun = '';

    /**
     * @param float $seconds a sheet may take
     * @param int $megabytes Node may hold in memory, all of it
     */
    public function __construct(
        private readonly string $script,
        private readonly float $seconds = 60.0,
        private readonly int $megabytes = 1200,
        private readonly ?string $node = null,
    ) {
    }

    public function __destruct()
    {
        $this->end();
    }

    public function version(): string
    {
        $package = @file_get_contents(base_path(self::PACKAGE));
        $library = is_string($package) ? json_decode($package, true) : null;

        return substr(md5((is_array($library) && is_string($library['version'] ?? null) ? $library['version'] : '')
            . (string) @md5_file($this->script)), 0, 12);
    }

    public function draw(string $musicXml, array $sheets, ?array $measures = null): iterable
    {
        $names = array_map(static fn (Sheet $sheet): string => $sheet->value, $sheets);
        $ticket = $this->wish(['musicXml' => $musicXml, 'sheets' => $names, 'measures' => $measures]);
        foreach ($sheets as $sheet) {
            $answer = $this->answer($ticket);
            $pages = $this->drawingsIn($answer, 'pages');
            if (($answer['sheet'] ?? null) !== $sheet->value) {
                $this->end();
                throw NotDrawn::stopped();
            }

            yield $sheet->value => $pages;
        }
    }

    public function systems(string $musicXml, int $width, int $scale): array
    {
        return $this->drawingsIn($this->answer($this->wish(['musicXml' => $musicXml, 'width' => $width, 'scale' => $scale])), 'systems');
    }

    /**
     * @param array<mixed> $answer
     * @return list<string>
     * @throws NotDrawn
     */
    private function drawingsIn(array $answer, string $name): array
    {
        if (is_string($answer['error'] ?? null)) {
            throw NotDrawn::because($answer['error']);
        }
        $drawings = is_array($answer[$name] ?? null) ? array_values(array_filter($answer[$name], is_string(...))) : [];
        if ($drawings === []) {
            $this->end();
            throw NotDrawn::stopped();
        }

        return $drawings;
    }

    public function squareCode(string $address): string
    {
        $answer = $this->answer($this->wish(['address' => $address]));

        return is_string($answer['code'] ?? null) ? $answer['code'] : throw NotDrawn::stopped();
    }

    /**
     * @param array<string, mixed> $wish
     * @return int under which it is answered
     * @throws NotDrawn
     */
    private function wish(array $wish): int
    {
        $this->begin();
        $ticket = ++$this->ticket;
        $this->input?->write(json_encode(['ticket' => $ticket, ...$wish], JSON_THROW_ON_ERROR) . "\n");

        return $ticket;
    }

    /** @throws NotDrawn */
    private function begin(): void
    {
        $version = $this->version();
        if ($this->process?->isRunning() === true && $this->begun === $version && $this->bytes() < $this->megabytes * 1_048_576 / 2) {
            return;
        }
        $this->end();
        $node = $this->node ?? (new ExecutableFinder())->find('node', null, ['/usr/bin', '/usr/local/bin']);
        if ($node === null || !is_executable($node) || !is_file($this->script)) {
            throw NotDrawn::noEngraver();
        }
        $this->begun = $version;
        $this->input = new InputStream();
        $this->output = '';
        $this->process = new Process([$node, '--max-old-space-size=' . $this->megabytes, $this->script], base_path(), timeout: null);
        $this->process->setInput($this->input);
        $this->process->start();
        if (!isset($this->answer(null)['version'])) {
            $this->end();
            throw NotDrawn::noEngraver();
        }
    }

    private function end(): void
    {
        $this->input?->close();
        $this->process?->stop(0);
        $this->input = $this->process = null;
    }

    /**
     * @param int|null $ticket whose answer it is; null for the first line
     * @return array<mixed>
     * @throws NotDrawn
     */
    private function answer(?int $ticket): array
    {
        $end = microtime(true) + $this->seconds;
        while (true) {
            $line = $this->line();
            if ($line !== null) {
                $answer = json_decode($line, true);
                if (is_array($answer) && ($answer['ticket'] ?? null) === $ticket) {
                    return $answer;
                }
                continue;
            }
            if ($this->process?->isRunning() !== true) {
                $this->end();
                throw $ticket === null ? NotDrawn::noEngraver() : NotDrawn::stopped();
            }
            if (microtime(true) > $end) {
                $this->end();
                throw NotDrawn::takesTooLong((int) ceil($this->seconds));
            }
            if ($this->bytes() > $this->megabytes * 1_048_576) {
                $this->end();
                throw NotDrawn::takesTooMuch();
            }
            usleep(5_000);
        }
    }

    private function line(): ?string
    {
        $this->output .= $this->process?->getIncrementalOutput() ?? '';
        $this->process?->clearOutput();
        $this->process?->clearErrorOutput();
        $end = strpos($this->output, "\n");
        if ($end === false) {
            return null;
        }
        $line = substr($this->output, 0, $end);
        $this->output = substr($this->output, $end + 1);

        return $line;
    }

    /** What Node holds in memory. */
    private function bytes(): int
    {
        $status = @file_get_contents('/proc/' . (int) $this->process?->getPid() . '/status');

        return is_string($status) && preg_match('~VmRSS:\s+(\d+)~', $status, $match) === 1 ? 1024 * (int) $match[1] : 0;
    }
}
