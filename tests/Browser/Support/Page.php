<?php

declare(strict_types=1);

namespace Tests\Browser\Support;

use Database\Seeders\DatabaseSeeder;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use RuntimeException;

/** A browser window as a teacher uses it: press this, read that, wait until it is there. */
final readonly class Page
{
    public function __construct(public RemoteWebDriver $driver, private string $url)
    {
    }

    public static function open(int $width = 1280, int $height = 800, bool $isPhone = false): self
    {
        $harness = Harness::get();

        return new self($harness->browser($width, $height, $isPhone), $harness->url);
    }

    public function go(string $path): self
    {
        $this->driver->get(str_starts_with($path, 'http') ? $path : $this->url . $path);
        $this->listen();

        return $this;
    }

    /** What a message told since the last that was asked for here, whether it is still to be read or not. */
    public function told(string $text): self
    {
        $this->until(function () use ($text): bool {
            // A page that was loaded again is listened to from now on.
            $this->listen();

            return $this->driver->executeScript(
                'const found = window.told.some((said) => said.includes(arguments[0])); if (found) window.told = []; return found;',
                [$text],
            ) === true;
        }, "no message said “{$text}”");

        return $this;
    }

    /** Messages go after a few seconds, which a machine that stands still may sleep through: what they say is written down. */
    private function listen(): void
    {
        $this->driver->executeScript(<<<'JS'
            if (!window.told) {
                window.told = [];
                const heard = new WeakMap();
                const hear = () => document.querySelectorAll('.el-message').forEach((message) => {
                    if (heard.get(message) === message.textContent) return;
                    heard.set(message, message.textContent);
                    window.told.push(message.textContent);
                });
                new MutationObserver(hear).observe(document.body, { childList: true, subtree: true, characterData: true });
                hear();
            }
            JS);
    }

    /** Cuts the network, or joins it again. */
    public function network(bool $isThere): void
    {
        $speed = $isThere ? -1 : 0;
        $this->driver->executeCustomCommand('/session/:sessionId/chromium/network_conditions', 'POST', [
            'network_conditions' => ['offline' => !$isThere, 'latency' => 0, 'download_throughput' => $speed, 'upload_throughput' => $speed],
        ]);
    }

    public function signIn(string $email = DatabaseSeeder::DIRECTOR): self
    {
        $this->go('/sign-in');
        $this->find('input[name=email]')->sendKeys($email);
        $this->find('input[name=password]')->sendKeys(DatabaseSeeder::PASSWORD);
        $this->find('form .cedar-button')->click();
        $this->find('.rack .shelf');

        return $this;
    }

    public function find(string $css, float $seconds = 45.0): RemoteWebElement
    {
        $found = null;
        $this->until(function () use ($css, &$found): bool {
            $found = $this->driver->findElements(WebDriverBy::cssSelector($css))[0] ?? null;

            return $found !== null;
        }, "nothing matches {$css}", $seconds);
        assert($found instanceof RemoteWebElement);

        return $found;
    }

    public function count(string $css): int
    {
        return count($this->driver->findElements(WebDriverBy::cssSelector($css)));
    }

    /** Presses the button or link with this text, inside the matching part of the page. */
    public function press(string $text, string $within = 'body'): self
    {
        $this->until(function () use ($text, $within): bool {
            foreach ($this->driver->findElements(WebDriverBy::cssSelector("{$within} button, {$within} a")) as $element) {
                if ($element->isDisplayed() && str_contains($element->getText(), $text)) {
                    $element->click();

                    return true;
                }
            }

            return false;
        }, "no button says “{$text}”");

        return $this;
    }

    /** Puts a text into a field in place of what stood there. */
    /** Takes an option of a select that is drawn by the page. */
    public function choose(string $label, string $option, string $within = 'body'): self
    {
        $field = $this->find("{$within} [aria-label=\"{$label}\"]");
        $this->driver->executeScript('arguments[0].closest(".el-select__wrapper").click()', [$field]);
        $this->until(fn (): bool => $this->driver->executeScript(
            'const item = [...document.querySelectorAll(".el-select-dropdown__item")]'
                . '.find((item) => item.offsetParent && item.textContent.trim() === arguments[0]);'
                . 'item?.click(); return item !== undefined;',
            [$option],
        ) === true, "{$label} does not offer {$option}");

        return $this;
    }

    public function type(string $css, string $text): RemoteWebElement
    {
        $field = $this->find($css);
        $this->driver->executeScript('arguments[0].value = ""; arguments[0].dispatchEvent(new Event("input"));', [$field]);
        $field->sendKeys($text);

        return $field;
    }

    /** Types keys at the page itself. */
    public function keys(string ...$keys): self
    {
        foreach ($keys as $key) {
            $this->driver->getKeyboard()->sendKeys($key);
        }

        return $this;
    }

    public function keysWith(string $modifier, string $key): self
    {
        $this->driver->getKeyboard()->pressKey($modifier);
        $this->driver->getKeyboard()->sendKeys($key);
        $this->driver->getKeyboard()->releaseKey($modifier);

        return $this;
    }

    public function control(string $key): self
    {
        return $this->keysWith(WebDriverKeys::CONTROL, $key);
    }

    public function sees(string $text, string $css = 'body'): self
    {
        $this->until(
            fn (): bool => str_contains($this->text($css), $text),
            fn (): string => "“{$text}” is not to be read in {$css}: " . substr($this->text($css), 0, 300),
        );

        return $this;
    }

    public function text(string $css): string
    {
        $element = $this->driver->findElements(WebDriverBy::cssSelector($css))[0] ?? null;

        return $element?->getText() ?? '';
    }

    /** Waits for the engraved page, with the newest marks on it. */
    public function engraved(): self
    {
        $this->find('.sheet g.note, .drawn g.note');

        return $this;
    }

    /** How many bowing signs of a kind the engraving shows. */
    public function signs(string $glyph): int
    {
        return (int) $this->driver->executeScript(
            'return [...document.querySelectorAll(".sheet use, .drawn use")].filter(u =>'
            . ' (u.getAttribute("href") || u.getAttribute("xlink:href") || "").includes(arguments[0])).length;',
            [$glyph],
        );
    }

    /** @return list<string> what an accessibility scan finds serious or critical */
    public function seriousProblems(): array
    {
        $axe = (string) file_get_contents(dirname(__DIR__, 3) . '/node_modules/axe-core/axe.min.js');
        $this->driver->executeScript($axe);
        $found = $this->driver->executeAsyncScript(<<<'JS'
            const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'] }).then((result) => done(result.violations
                .filter((one) => ['serious', 'critical'].includes(one.impact))
                .map((one) => `${one.id}: ${one.nodes.slice(0, 3).map((node) => node.target + ' ' + (node.any[0]?.message ?? '')).join(' | ')}`)));
            JS);

        return is_array($found) ? array_values(array_filter($found, is_string(...))) : ['the scan gave no answer'];
    }

    /** @return list<string> */
    public function scriptErrors(): array
    {
        $errors = [];
        foreach ($this->driver->manage()->getLog('browser') as $entry) {
            if (is_array($entry) && $entry['level'] === 'SEVERE' && !preg_match('~status of (401|403|404|409|410|419|422)~', $entry['message'])) {
                $errors[] = (string) $entry['message'];
            }
        }

        return $errors;
    }

    /**
     * @param callable(): bool $condition
     * @param string|callable(): string $otherwise
     */
    public function until(callable $condition, string|callable $otherwise, float $seconds = 45.0): void
    {
        $end = microtime(true) + $seconds;
        do {
            try {
                if ($condition()) {
                    return;
                }
            } catch (StaleElementReferenceException) {
                // The page was just drawn anew: look again.
            }
            usleep(60_000);
        } while (microtime(true) < $end);

        throw new RuntimeException(is_string($otherwise) ? $otherwise : $otherwise());
    }
}
