<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;

/** The rooms of core know only the rooms below them, and nothing of the web. */
final class ArrowsTest extends TestCase
{
    /** Each room and the rooms it may know. */
    private const BELOW = [
        'Exception' => [],
        'Music' => ['Exception'],
        'Settings' => [],
        'Roadmap' => ['Music'],
        'Marks' => ['Exception', 'Music'],
        'Review' => ['Music', 'Roadmap', 'Marks'],
        'Bowing' => ['Music', 'Settings', 'Roadmap', 'Marks', 'Review', 'Path'],
        'Path' => [],
        'Fingering' => ['Music', 'Settings', 'Roadmap', 'Marks', 'Review', 'Bowing', 'Path'],
        'Practice' => ['Music', 'Settings', 'Fingering'],
        'Printing' => ['Music', 'Settings', 'Marks', 'Bowing', 'Fingering'],
        'Plan' => ['Music', 'Settings', 'Roadmap', 'Marks', 'Review', 'Bowing', 'Fingering', 'Printing'],
        'Sound' => ['Music', 'Roadmap', 'Marks', 'Bowing', 'Plan'],
        'Sections' => ['Music', 'Marks', 'Review', 'Bowing', 'Fingering', 'Plan'],
        'Editions' => ['Music', 'Format', 'Plan'],
        'Correction' => ['Music', 'Marks', 'Format'],
        'Lessons' => ['Music', 'Settings', 'Marks', 'Bowing', 'Fingering', 'Plan', 'Format'],
        'Drills' => [
            'Exception', 'Music', 'Settings', 'Marks', 'Review', 'Bowing', 'Fingering', 'Plan', 'Format', 'Practice', 'Printing',
        ],
        'Rehearsal' => ['Exception', 'Music', 'Roadmap', 'Marks', 'Review', 'Fingering', 'Plan', 'Sections', 'Format', 'Lessons', 'Drills'],
        'Format' => ['Exception', 'Music', 'Roadmap', 'Marks', 'Review', 'Bowing', 'Fingering', 'Printing', 'Plan', 'Practice', 'Settings'],
    ];

    /** Rooms inside a room, from the first to the last: each knows those before it, and the room's own classes know all of them. */
    private const INSIDE = [
        'Bowing' => ['Settings', 'Result', 'Strokes', 'Directions', 'Distribution', 'Findings', ''],
        'Fingering' => ['Settings', 'Hand', 'Result', 'States', 'Costs', 'Solving', 'Reasons', 'Findings', ''],
    ];

    /** What others may use of a room that has rooms inside: what goes in, what comes out, and the planner. */
    private const DOORS = [
        'Bowing' => ['Settings', 'Result', ''],
        'Fingering' => ['Settings', 'Result', 'Hand', ''],
    ];

    public function testNoArrowTurns(): void
    {
        $seen = [];
        foreach (self::files() as $path => $code) {
            $room = explode('/', $path)[0];
            $seen[$room] = true;
            self::assertArrayHasKey($room, self::BELOW, "{$path} stands in a room nobody drew");
            $turned = array_diff(array_unique(array_column(self::uses($code), 0)), [...self::BELOW[$room], $room]);
            self::assertSame([], array_values($turned), $path);
        }
        self::assertSame([], array_diff(array_keys(self::BELOW), array_keys($seen)));
    }

    public function testNoArrowTurnsInsideARoom(): void
    {
        $seen = [];
        foreach (self::files() as $path => $code) {
            $steps = explode('/', $path);
            $order = self::INSIDE[$steps[0]] ?? null;
            if ($order === null) {
                continue;
            }
            $here = count($steps) > 2 ? $steps[1] : '';
            $seen["{$steps[0]}/{$here}"] = true;
            self::assertContains($here, $order, "{$path} stands in a room nobody drew");
            $mayKnow = array_slice($order, 0, (int) array_search($here, $order, true) + 1);
            foreach (self::uses($code) as [$room, $inner]) {
                if ($room === $steps[0]) {
                    self::assertContains($inner, $mayKnow, $path);
                }
            }
        }
        foreach (self::INSIDE as $room => $order) {
            foreach ($order as $inner) {
                self::assertArrayHasKey("{$room}/{$inner}", $seen, 'a room that is empty is drawn');
            }
        }
    }

    public function testOthersComeInByTheDoors(): void
    {
        $known = [];
        foreach (self::files() as $path => $code) {
            foreach (self::uses($code) as [$room, $inner]) {
                if (isset(self::DOORS[$room]) && explode('/', $path)[0] !== $room) {
                    $known[] = $room;
                    self::assertContains($inner, self::DOORS[$room], "{$path} knows {$room}/{$inner}");
                }
            }
        }
        self::assertContains('Bowing', $known);
        self::assertContains('Fingering', $known);
    }

    /** @return list<array{string, string}> room, and room inside it ('' for the room's own classes), of every class that is named */
    private static function uses(string $code): array
    {
        $code = (string) preg_replace('~^namespace .*~m', '', $code);
        preg_match_all('~UprightPencil\\\\(\w+)\\\\(?:(\w+)\\\\)?\w+~', $code, $uses, PREG_SET_ORDER);

        return array_map(static fn (array $use): array => [$use[1], $use[2] ?? ''], $uses);
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
