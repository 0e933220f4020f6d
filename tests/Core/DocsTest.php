<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;

/** The pages about the house are true of the house: what they name is there. */
final class DocsTest extends TestCase
{
    public function testEveryPathAndClassThatThePagesNameIsThere(): void
    {
        $root = dirname(__DIR__, 2);
        $classes = $missing = [];
        foreach (['core', 'app'] as $house) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$house}")) as $file) {
                $classes[basename((string) $file, '.php')] = true;
            }
        }
        foreach (['house', 'bowing', 'fingering'] as $page) {
            preg_match_all('~`([^`\n]+)`~', (string) file_get_contents("{$root}/docs/{$page}.md"), $names);
            foreach ($names[1] as $name) {
                $isPath = preg_match('~^(core|app|docs|resources|tests|config)/[\w./-]*$~', $name) === 1;
                $isClass = preg_match('~^(?:[A-Z]\w+[\\\\/])*([A-Z][a-z]\w+[a-z])(?:\.php)?$~', $name, $class) === 1;
                if (($isPath && !file_exists("{$root}/{$name}")) || (!$isPath && $isClass && !isset($classes[$class[1]]) && !self::isRoom($root, $name))) {
                    $missing[] = "{$page}: {$name}";
                }
            }
        }

        self::assertSame([], $missing);
    }

    private static function isRoom(string $root, string $name): bool
    {
        foreach (["core/{$name}", "app/{$name}", "tests/{$name}", ...(glob("{$root}/core/*/{$name}") ?: []), "app/Http/{$name}"] as $path) {
            if (is_dir(str_starts_with($path, '/') ? $path : "{$root}/{$path}")) {
                return true;
            }
        }

        return false;
    }
}
