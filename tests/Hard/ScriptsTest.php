<?php

declare(strict_types=1);

namespace Tests\Hard;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\BrowserTestCase;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\Client;
use Tests\Support\TwoParts;

/** Every text that a person or a file brings is a script; no screen runs one, or takes it for anything but text. */
final class ScriptsTest extends BrowserTestCase
{
    private const SCRIPT = '"><img src=x onerror=window.xss=1><svg onload=window.xss=1></svg><script>window.xss=1</script>{{constructor}}\'';

    public function testNoTextIsRunOnAnyScreen(): void
    {
        [$piece, $section, $token] = $this->lay();
        $page = Page::open()->signIn();
        $this->looks($page, 'rack');
        // A file that says so itself is looked at before it is kept.
        $file = sys_get_temp_dir() . '/xss-' . bin2hex(random_bytes(3)) . '.musicxml';
        file_put_contents($file, $this->score());
        $page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))->sendKeys($file);
        $page->sees('What was understood', '.el-dialog');
        $this->looks($page, 'what was understood');
        unlink($file);

        $page->go("/piece/{$piece}/desk/{$section}")->engraved();
        $page->keys(WebDriverKeys::ARROW_RIGHT);
        $this->looks($page, 'desk');
        $page->keys('/');
        $page->type('input[name=say-it]', '1.1 "' . str_replace('"', '”', self::SCRIPT) . '"');
        $this->looks($page, 'say it');
        $page->driver->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        $page->press('History', '.pencil');
        $page->sees('Who did what');
        $this->looks($page, 'history');
        foreach (['tutti', 'read-through', 'hand-out'] as $screen) {
            $page->go("/piece/{$piece}/{$screen}");
            $page->sees('img src=x', '.room');
            $this->looks($page, $screen);
        }
        foreach (['/class', '/account', '/rack'] as $path) {
            $page->go($path);
            $this->looks($page, $path);
        }
        $student = Page::open(390, 844, true)->go("/part/{$token}")->engraved();
        $this->looks($student, 'my part');
        $student->press('Pencil list');
        $this->looks($student, 'pencil list');

        $share = (string) Harness::get()->database()->query('select token from shares order by id desc limit 1')->fetchColumn();
        $guest = Page::open(1280, 800)->go("/invitation/{$share}");
        $guest->sees('img src=x');
        $this->looks($guest, 'invitation');
        foreach (['/sign-in?then=javascript:window.xss=1', '/welcome/abcdefgh12?email=' . rawurlencode(self::SCRIPT), '/' . rawurlencode(self::SCRIPT)] as $path) {
            $guest->go($path);
            $this->looks($guest, $path);
        }
    }

    /** @return array{int, int, string} a piece full of scripts, its section, and a student's link */
    private function lay(): array
    {
        $director = Client::signedIn(Harness::get()->url);
        $director->call('PATCH', 'account', ['name' => mb_substr(self::SCRIPT, 0, 78)]);
        $shelf = $director->json('POST', 'shelves', ['name' => mb_substr(self::SCRIPT, 0, 80), 'kind' => 'programme', 'note' => self::SCRIPT])['id'];
        $look = json_decode((string) $director->upload('scores/look', 'score', '<img src=x onerror=window.xss=1>.musicxml', $this->score())->getBody(), true);
        self::assertArrayHasKey('token', $look, (string) json_encode($look));
        $kept = $director->json('POST', 'pieces', ['token' => $look['token'], 'file' => self::SCRIPT, 'shelf' => $shelf]);
        $section = $kept['section'];
        $words = str_replace('"', '', self::SCRIPT);
        foreach (["1.1 \"{$words}\"", "1.2 up # {$words}", '1.3 hook', '1.4 4 or 0', "2.1 down\n2.2 \"{$words}\" @outside"] as $lines) {
            $answer = $director->call('POST', "sections/{$section}/marks", ['lines' => $lines, 'seen' => 9007199254740991, 'label' => mb_substr(self::SCRIPT, 0, 110)]);
            self::assertSame(200, $answer->getStatusCode(), (string) $answer->getBody());
        }
        $url = $director->json('POST', "sections/{$section}/editions")['link']['url'];
        $director->call('POST', "pieces/{$kept['id']}/shares", ['email' => 'helper@example.test', 'may' => 'propose']);

        return [$kept['id'], $section, basename($url)];
    }

    private function score(): string
    {
        $text = htmlspecialchars(self::SCRIPT, ENT_XML1 | ENT_QUOTES);
        $xml = TwoParts::musicXml('D5q E5q F#5q A4q | B4q C#5q D5h', 'D4q E4q F#4q A4q | B4q C#5q D5h');
        $xml = (string) preg_replace('~<part-name>(Violin I)?[^<]*</part-name>~', '<part-name>$1 ' . strtr($text, ['\\' => '', '$' => '']) . '</part-name>', $xml);
        $xml = str_replace('<part-list>', "<work><work-title>{$text}</work-title></work><identification><creator type=\"composer\">{$text}</creator></identification>"
            . '<part-list>', $xml);
        $direction = "<direction><direction-type><words>{$text}</words></direction-type></direction>"
            . "<direction><direction-type><rehearsal>{$text}</rehearsal></direction-type></direction>";

        return (string) preg_replace('~(<measure number="[12]"[^>]*>(?:<attributes>.*?</attributes>)?)~s', '$1' . strtr($direction, ['\\' => '', '$' => '']), $xml);
    }

    private function looks(Page $page, string $where): void
    {
        usleep(400_000);
        self::assertNull($page->driver->executeScript('return window.xss ?? null;'), "a script ran: {$where}");
        $made = $page->driver->executeScript(
            'return [...document.querySelectorAll("img[src=x], [onerror], [onload], #app script")].map((one) => one.outerHTML.slice(0, 200));',
        );
        self::assertSame([], $made, "text became elements: {$where}");
        $refused = array_filter($page->scriptErrors(), static fn (string $error): bool => str_contains($error, 'Content Security Policy'));
        self::assertSame([], $refused, $where);
    }
}
