<?php

declare(strict_types=1);

namespace App\Console\Concerns;

use App\Console\CommandFailed;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Throwable;
use UprightPencil\Exception\UprightPencilException;

/** A command for scripts: its result on standard output or in a file, and one line on standard error when there is none. */
trait DeliversFiles
{
    /**
     * Does the work and hands it over; what goes wrong is one sentence.
     *
     * @param string $file the argument that names the file it works on
     * @param callable(): string $work
     */
    private function answering(string $file, callable $work): int
    {
        try {
            $this->deliver($work());

            return self::SUCCESS;
        } catch (CommandFailed $failure) {
            return $this->complain($failure->getMessage());
        } catch (UprightPencilException $failure) {
            return $this->complain("{$this->text($file)}: {$failure->getMessage()}");
        } catch (Throwable $failure) {
            report($failure);

            return $this->complain($this->text($file) . ': something in this file could not be worked out ('
                . class_basename($failure) . ').');
        }
    }

    /** @throws CommandFailed */
    private function deliver(string $content): void
    {
        $out = $this->option('out');
        if (!is_string($out) || $out === '') {
            $this->output->write($content, false, OutputInterface::OUTPUT_RAW);

            return;
        }
        // Written beside and moved into place, so that no half file is ever left.
        $temporary = $out . '.' . bin2hex(random_bytes(4)) . '.part';
        if (@file_put_contents($temporary, $content) === false || !@rename($temporary, $out)) {
            @unlink($temporary);
            throw new CommandFailed("{$out}: cannot be written.");
        }
    }

    private function complain(string $sentence): int
    {
        $error = $this->output->getOutput();
        $stream = $error instanceof ConsoleOutputInterface ? $error->getErrorOutput() : $error;
        $stream->writeln((string) preg_replace('~\s+~u', ' ', $sentence), OutputInterface::OUTPUT_RAW);

        return self::FAILURE;
    }

    private function text(string $name): string
    {
        $value = $this->getDefinition()->hasArgument($name) ? $this->argument($name) : $this->option($name);

        return is_string($value) ? $value : '';
    }

    /** @return list<string> */
    private function list(string $name): array
    {
        $value = $this->option($name);

        return is_array($value) ? array_values(array_filter($value, is_string(...))) : [];
    }
}
