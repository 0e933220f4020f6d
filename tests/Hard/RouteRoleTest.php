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

    /** @return iterable<string, array{string, string}> */
    public static function rows(): iterable
    {
        foreach (array_keys(RouteTable::all()) as $route) {
            foreach (RouteTable::ROLES as $role) {
                yield "{$role}: {$route}" => [$route, $role];
            }
        }
    }

    #[DataProvider('rows')]
    public function testEveryRoleGetsWhatItMay(string $route, string $role): void
    {
        $this->build();
        $user = $this->role($role);
        if ($user !== null) {
            $this->actingAs($user);
        }
        ['body' => $body, 'expected' => $expected] = RouteTable::all()[$route];

        $answer = $this->ask($route, $body);

        self::assertSame($expected[$role], $answer->getStatusCode(), (string) $answer->getContent());
    }
}
