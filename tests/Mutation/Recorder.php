<?php

declare(strict_types=1);

namespace Tests\Mutation;

use PHPUnit\Event\Code\Test;
use PHPUnit\Event\Code\TestMethod;
use PHPUnit\Event\Test\Finished;
use PHPUnit\Event\Test\FinishedSubscriber;
use PHPUnit\Event\Test\PreparationStarted;
use PHPUnit\Event\Test\PreparationStartedSubscriber;
use PHPUnit\Runner\Extension\Extension;
use PHPUnit\Runner\Extension\Facade;
use PHPUnit\Runner\Extension\ParameterCollection;
use PHPUnit\TextUI\Configuration\Configuration;

/** Writes down, for every change, the tests that come by it, and how long every test takes. */
final class Recorder implements Extension
{
    public function bootstrap(Configuration $configuration, Facade $facade, ParameterCollection $parameters): void
    {
        $clock = new class () {
            public float $began = 0.0;
            /** @var array<string, float> seconds by test */
            public array $took = [];
            /** @var array<string, string> file by test */
            public array $files = [];

            public function name(Test $test): string
            {
                return $test instanceof TestMethod ? "{$test->className()}::{$test->methodName()}" : '';
            }
        };
        $facade->registerSubscriber(new class ($clock) implements PreparationStartedSubscriber {
            public function __construct(private readonly object $clock)
            {
            }

            public function notify(PreparationStarted $event): void
            {
                Mutant::$test = $this->clock->name($event->test());
                $this->clock->began = microtime(true);
            }
        });
        $facade->registerSubscriber(new class ($clock) implements FinishedSubscriber {
            public function __construct(private readonly object $clock)
            {
            }

            public function notify(Finished $event): void
            {
                $name = $this->clock->name($event->test());
                $this->clock->files[$name] = $event->test()->file();
                $this->clock->took[$name] = ($this->clock->took[$name] ?? 0.0) + microtime(true) - $this->clock->began;
            }
        });
        register_shutdown_function(static function () use ($clock): void {
            $seen = array_map(array_keys(...), Mutant::$seen);
            file_put_contents((string) getenv('MUTANT_SEEN'), json_encode(['seen' => $seen, 'took' => $clock->took, 'files' => $clock->files]));
        });
    }
}
