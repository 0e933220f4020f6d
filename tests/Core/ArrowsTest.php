<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;

/** The rooms of core know only the rooms below them, and nothing of the web. */
final class ArrowsTest extends TestCase
{
    private const BELOW = [
        'Music' => [],
        'Roadmap' => ['Music'],
        'Marks' => ['Music'],
        'Review' => ['Music', 'Roadmap'],
        'Bowing' => ['Music', 'Roadmap', 'Marks', 'Review', 'Path'],
        'Path' => [],
        'Fingering' => ['Music', 'Roadmap', 'Marks', 'Review', 'Bowing', 'Path'],
        'Practice' => ['Music', 'Fingering'],
        'Printing' => ['Music', 'Marks', 'Bowing', 'Fingering'],
        'Plan' => ['Music', 'Roadmap', 'Marks', 'Review', 'Bowing', 'Fingering', 'Printing'],
        'Sections' => ['Music', 'Marks', 'Review', 'Bowing', 'Fingering', 'Plan'],
        'Format' => ['Music', 'Roadmap', 'Marks', 'Review', 'Bowing', 'Fingering', 'Printing', 'Plan', 'Practice'],
    ];

    public function testNoArrowTurns(): void
    {
        $seen = [];
        foreach (self::files() as $path => $code) {
            $room = explode('/', $path)[0];
            $seen[$room] = true;
            self::assertArrayHasKey($room, self::BELOW, "{$path} stands in a room nobody drew");
            preg_match_all('~UprightPencil\\\\(\w+)\\\\~', $code, $uses);
            $turned = array_diff(array_unique($uses[1]), [...self::BELOW[$room], $room]);
            self::assertSame([], array_values($turned), $path);
        }
        self::assertSame([], array_diff(array_keys(self::BELOW), array_keys($seen)));
    }

    public function testCoreKnowsNothingOfTheWeb(): void
    {
        foreach (self::files() as $path => $code) {
            self::assertDoesNotMatchRegularExpression('~Illuminate|Laravel|App\\\\|\$_(GET|POST|SERVER|COOKIE)~', $code, $path);
        }
    }

    /** @return iterable<string, string> code by path below core/ */
    private static function files(): iterable
    {
        $root = dirname(__DIR__, 2) . '/core';
        /** @var \SplFileInfo $file */
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            yield substr($file->getPathname(), strlen($root) + 1) => (string) file_get_contents($file->getPathname());
        }
    }
}
