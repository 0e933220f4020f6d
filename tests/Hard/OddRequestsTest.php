<?php

declare(strict_types=1);

namespace Tests\Hard;

use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Feature\FeatureTestCase;

/** Requests that no screen sends: whatever stands where, the answer is a sentence and never a fault of the server's. */
final class OddRequestsTest extends FeatureTestCase
{
    use World;

    private const ODD = [
        null, true, false, 0, -1, 1.5, 1e308, 9223372036854775807, '', ' ', '0', '-1', '1/0', '9999999999999999999999', "nul\0nul", "\xC3\x28",
        '<script>window.xss=1</script>', "' or 1=1 --", '../../etc/passwd', '{{7*7}}', 'up', '1.1 up', 'Z̷̢', [], [[]], ['x'], ['x' => 'y'],
        ['$ne' => 1], [1, [2, [3, [4, [5, [6, [7, [8, [9, [10]]]]]]]]]],
    ];

    /** @return iterable<string, array{string}> */
    public static function routes(): iterable
    {
        foreach (array_keys(RouteTable::all()) as $route) {
            yield $route => [$route];
        }
    }

    #[DataProvider('routes')]
    public function testIsAnsweredInASentence(string $route): void
    {
        $random = new Randomizer(new Mt19937(Amount::seed() + crc32($route)));
        ['body' => $usual] = RouteTable::all()[$route];
        $tries = Amount::of(15, 300);
        $this->build();
        foreach (range(1, $tries) as $try) {
            $this->actingAs($this->director->refresh());
            $body = $this->disturbed($usual, $random);
            $answer = $this->oddly($route, $body, $random);
            $status = $answer->getStatusCode();
            $told = "{$route}, try {$try}: " . substr((string) json_encode($body, JSON_PARTIAL_OUTPUT_ON_ERROR), 0, 400);

            self::assertLessThan(500, $status, "{$told}: " . substr((string) $answer->getContent(), 0, 600));
            if ($status >= 400 && str_contains($route, ' api/')) {
                $sentence = $answer->json('message');
                self::assertIsString($sentence, $told);
                self::assertMatchesRegularExpression('~^[“\p{Lu}].*[.?!]$~su', $sentence, $told);
                self::assertDoesNotMatchRegularExpression('~Exception|SQLSTATE|\\\\|validation\.|undefined|The .* field~i', $sentence, $told);
            }
        }
    }

    /**
     * @param array<string, mixed> $usual
     * @return array<string, mixed>
     */
    private function disturbed(array $usual, Randomizer $random): array
    {
        $odd = static fn (): mixed => self::ODD[$random->getInt(0, count(self::ODD) - 1)];
        foreach (array_keys($usual) as $name) {
            match ($random->getInt(0, 2)) {
                0 => $usual[$name] = $odd(),
                1 => null,
                default => $usual[$name] = is_array($usual[$name]) ? [...$usual[$name], 'x' => $odd()] : $usual[$name],
            };
        }
        if ($random->getInt(0, 3) === 0) {
            $usual[['shelf', 'seen', 'known', 'propose', 'fingers', 'chair', 'about', 'lesson'][$random->getInt(0, 7)]] = $odd();
        }

        return $usual;
    }

    /** @param array<string, mixed> $body */
    private function oddly(string $route, array $body, Randomizer $random): \Illuminate\Testing\TestResponse
    {
        // What JSON cannot say is sent as a form would.
        $isJson = json_encode($body) !== false;
        $things = $this->things;
        if ($random->getInt(0, 2) === 0) {
            foreach (array_keys($this->things) as $name) {
                $odd = self::ODD[$random->getInt(0, count(self::ODD) - 1)];
                if (is_scalar($odd) && $random->getInt(0, 1) === 0) {
                    $this->things[$name] = rawurlencode((string) $odd);
                }
            }
        }
        try {
            if ($isJson) {
                return $this->ask($route, $body);
            }
            [$method, $path] = explode(' ', $route, 2);

            return $this->call($method, '/' . strtr($path, $this->replacements($route)), $body, [], [], ['HTTP_ACCEPT' => 'application/json']);
        } finally {
            $this->things = $things;
        }
    }
}
