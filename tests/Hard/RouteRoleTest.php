<?php

declare(strict_types=1);

namespace Tests\Hard;

use Illuminate\Routing\Route;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Every route the application has, with every role there is. */
final class RouteRoleTest extends FeatureTestCase
{
    use World;

    public function testEveryRouteSaysWhoMay(): void
    {
        $routes = [];
        /** @var Route $route */
        foreach ($this->app['router']->getRoutes() as $route) {
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $routes[] = "{$method} {$route->uri()}";
            }
        }
        // Two routes lead to a piece in the bin; there the table says which piece it means.
        $told = array_map(static fn (string $row): string => str_replace('{binned}', '{piece}', $row), array_keys(RouteTable::all()));

        self::assertSame([], array_values(array_diff($routes, $told)), 'routes that do not say who may');
        self::assertSame([], array_values(array_diff($told, $routes)), 'rows of routes that are gone');
    }

    /** @return iterable<string, array{string}> */
    public static function rows(): iterable
    {
        foreach (array_keys(RouteTable::all()) as $route) {
            yield $route => [$route];
        }
    }

    #[DataProvider('rows')]
    public function testEveryRoleGetsWhatItMay(string $route): void
    {
        ['body' => $body, 'expected' => $expected] = RouteTable::all()[$route];
        foreach (RouteTable::ROLES as $index => $role) {
            // Reading changes nothing: one world serves every role.
            if ($index === 0 || !str_starts_with($route, 'GET ')) {
                $this->build();
            }
            $user = $this->role($role);
            $this->app['auth']->forgetGuards();
            if ($user !== null) {
                $this->actingAs($user->refresh());
            }

            $answer = $this->ask($route, $body);

            self::assertSame($expected[$role], $answer->getStatusCode(), "{$role}: {$answer->getContent()}");
        }
    }
}
