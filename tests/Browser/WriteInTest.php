<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use Tests\Browser\Support\Page;

/** Music is written in: by pointing, by fingers, as text; and what becomes of it. */
final class WriteInTest extends BrowserTestCase
{
    /** Presses somebody makes in two minutes without haste: one each second and a half. */
    private const IN_TWO_MINUTES = 80;
    private const LINE = 'A |: F G A2 | (B/2A/2) G F2 | E F G E | D2 A2 | F G A2 | (B/2A/2) G F2 | E F E2 |1 D3 A :|2 D3 |]';

    public function testEightMeasuresByPointingAlone(): void
    {
        $page = Page::open()->signIn()->go('/write-in');
        $this->press($page, 'by pointing');
        $presses = 0;
        foreach (
            [
                'A, open A', 'Repeat begins',
                'F♯, high 2 on D', 'G, 3 on D', 'half', 'A, open A',
                'slur', '8th', 'B, 1 on A', 'A, open A', 'slur ends', 'quarter', 'G, 3 on D', 'half', 'F♯, high 2 on D',
                'quarter', 'E, 1 on D', 'F♯, high 2 on D', 'G, 3 on D', 'E, 1 on D',
                'half', 'D, open D', 'A, open A',
                'quarter', 'F♯, high 2 on D', 'G, 3 on D', 'half', 'A, open A',
                'slur', '8th', 'B, 1 on A', 'A, open A', 'slur ends', 'quarter', 'G, 3 on D', 'half', 'F♯, high 2 on D',
                'quarter', 'E, 1 on D', 'F♯, high 2 on D', 'half', 'E, 1 on D',
                '1. first ending', 'Dotted', 'D, open D', 'Dotted', 'quarter', 'A, open A',
                '2. second ending', 'half', 'Dotted', 'D, open D', 'The end',
            ] as $name
        ) {
            $this->press($page, $name);
            $presses++;
        }
        fwrite(STDOUT, "\n  eight measures with a pickup, two slurs and two endings: {$presses} presses\n");

        self::assertLessThan(self::IN_TWO_MINUTES, $presses);
        self::assertSame(self::LINE, $this->music($page));
        $page->until(fn (): bool => $page->count('.write-in g.note') === 27, fn (): string => $page->count('.write-in g.note') . ' notes are engraved');
        $page->sees('Every measure counts. Played pickup–8, then 1–7, then 9.', '.said');
        self::assertSame(27, $page->count('.write-in .hand-dot, .write-in .hand-open'), 'every note lies on its string');

        // A note is chosen on the page, and the cursor stands at it; another place takes its place.
        $this->pick($page, '.write-in g.note .notehead');
        $this->press($page, 'D, open D');
        $page->until(fn (): bool => str_starts_with($this->music($page), 'D |: F G'), 'the chosen note is not changed');
        $page->control('z');
        $page->until(fn (): bool => $this->music($page) === self::LINE, 'the text does not take it back');
        self::assertSame([], $page->scriptErrors());
    }

    public function testFingersAndTextWriteTheSame(): void
    {
        $page = Page::open()->signIn()->go('/write-in');
        $this->press($page, 'by fingers');
        $page->find('.fingers input')->sendKeys('D 0 1 2 3 A 0 . 1');
        $page->until(fn (): bool => $this->music($page) === 'D E F G | A2 B', fn (): string => $this->music($page));
        $page->find('.fingers input')->sendKeys(' 9');
        $page->sees('neither a string (G, D, A, E) nor a finger', '.fingers');
        $this->press($page, 'ABC');
        $page->find('.cm-content')->sendKeys(WebDriverKeys::CONTROL . WebDriverKeys::END . WebDriverKeys::NULL . '[c');
        $page->sees('this chord is not closed', '.said');
        $page->find('.cm-content')->sendKeys(WebDriverKeys::BACKSPACE . WebDriverKeys::BACKSPACE . 'c2 |]');
        $page->sees('Measure 2 has 5 beats', '.said');

        // What is typed stays, also where the page is loaded again without a word to the server.
        $page->go('/write-in')->sees('This is your draft', '.said');
        self::assertSame('D E F G | A2 B c2 |]', $this->music($page));
        $this->press($page, 'Begin anew');
        $page->until(fn (): bool => $this->music($page) === '', 'the draft is still there');
    }

    public function testWithoutANetworkNothingTypedIsLost(): void
    {
        $page = Page::open()->signIn()->go('/write-in');
        $page->find('.board .place');
        $page->network(false);
        foreach (['D, open D', 'E, 1 on D', 'F♯, high 2 on D', 'G, 3 on D'] as $name) {
            $this->press($page, $name);
        }
        try {
            $page->sees('The server cannot be reached. What you type is kept here', '.page');
            self::assertSame('D E F G |', $this->music($page));
        } finally {
            $page->network(true);
        }
        $page->until(fn (): bool => $page->count('.write-in g.note') === 4, 'the page does not follow');
    }

    public function testALessonIsPutInItsBookMarkedInAllSectionsAndMoved(): void
    {
        $page = Page::open()->signIn()->go('/rack');
        $page->press('+ Write a lesson in', '.rack')->find('.cm-content')->sendKeys(WebDriverKeys::CONTROL . WebDriverKeys::END . WebDriverKeys::NULL . 'D E F G | A B c d | d4 |]');
        $page->find('.title')->sendKeys('Thirteen' . WebDriverKeys::TAB);
        $page->sees('Bass, m. 2 beat 3', '.line-notes');
        $page->press('Move only these', '.line-notes')->sees('notes an octave away', '.line-notes');
        $this->press($page, 'Bass');
        $page->until(fn (): bool => $page->count('.write-in g.note') === 9, 'the bass is not shown');
        $page->press('Put on the shelf')->find('.lesson g.note');
        $page->until(fn (): bool => $page->count('.lesson .sections section') === 5 && $page->count('.lesson g.note') === 45, 'five sections are not shown');

        // A bow goes to every section, a finger to one.
        $this->pick($page, '.lesson section[aria-label="Viola"] g.note .notehead');
        $page->press('V up', '.acts')->told('in all sections');
        $page->until(fn (): bool => $page->count('.lesson .lane-up') > 0, 'no bow turns');
        $turned = fn (): int => (int) $page->driver->executeScript(
            'return [...document.querySelectorAll(".lesson .sections section")].filter(s => [...s.querySelectorAll("g.measure use")]'
            . '.find(u => /E61[02]/.test(u.getAttribute("href") ?? u.getAttribute("xlink:href") ?? ""))?.outerHTML.includes("E612")).length',
        );
        $page->until(fn (): bool => $turned() === 5, fn (): string => "{$turned()} sections begin up");
        $page->control('z')->told('Took back');
        $page->until(fn (): bool => $turned() < 5, 'the bows do not go back');

        // The first steps, and what is new in other words.
        $page->driver->findElement(WebDriverBy::xpath('//label[contains(., "bow in the air")]/input'))->click();
        $page->until(fn (): bool => $page->count('.step input:checked') === 1, 'the step is not taken');

        // The book: it stands last; moved to the first place it brings everything.
        $page->find('.lesson header a')->click();
        $page->find('tbody tr');
        $last = fn (): string => $page->driver->findElements(WebDriverBy::cssSelector('tbody tr'))[12]->getText();
        self::assertStringContainsString('Thirteen', $last());
        for ($place = 12; $place > 10; $place--) {
            $page->find("tbody tr:nth-child({$place}) + tr")->sendKeys(WebDriverKeys::ALT . WebDriverKeys::ARROW_UP . WebDriverKeys::NULL);
            $page->until(fn (): bool => str_contains($page->text("tbody tr:nth-child({$place})"), 'Thirteen'), 'it is not moved');
        }
        $page->control('z')->told('Took back');
        (new WebDriverSelect($page->find('[aria-label="A piece of the rack"]')))->selectByVisibleText('Paper Boats');
        $page->sees('what comes at all has come with 11 · Ferry and Bell', '.tools');
        self::assertSame([], $page->scriptErrors());
    }

    /** Over a piece that came as a file: a wrong note is put right, and a part that is on paper comes in. */
    public function testAPassageIsPutIntoAScoreThatLiesOnTheDesk(): void
    {
        $page = Page::open()->signIn()->go('/piece/3/desk')->engraved();
        $page->press('Write in', '.desk .bottom')->find('.write-in-sheet .write-in g.note');
        foreach (['First measure' => '3', 'Last measure' => '4'] as $field => $measure) {
            $page->find("[aria-label=\"{$field}\"]")->clear()->sendKeys($measure);
        }
        $this->press($page, 'Take up as they stand');
        $page->until(fn (): bool => str_contains($this->music($page), '|') && !str_contains($this->music($page), 'Heavily'), fn (): string => $this->music($page));
        $stood = $this->music($page);
        $page->until(fn (): bool => str_contains((string) $page->driver->executeScript('return document.querySelector(".write-in g.mNum")?.textContent ?? ""'), '3'), 'm. 3 is not engraved');

        $this->press($page, 'by pointing');
        self::assertSame([], $page->seriousProblems(), 'the sheet');
        // The keys write here, and not on the desk below.
        // Through the hole of a half note one hits the staff: a press beside a stem is as good.
        $page->driver->executeScript('document.querySelector(".write-in g.note .notehead").dispatchEvent(new MouseEvent("click", { bubbles: true }))');
        $page->keys('b');
        $page->until(fn (): bool => $this->music($page) !== $stood, 'the letter does not write');
        self::assertSame('B8- | f6 d2 |', $this->music($page));
        $page->press('Put into the score', '.write-in')->told('Typed in: Violin I, m');
        $page->until(fn (): bool => $page->count('.write-in-sheet') === 0, 'the sheet stays open');
        $page->engraved();
        $page->press('Undo', '.el-message')->told('The score is as it was.');

        // A part on paper: it comes as another section of the piece.
        $page->press('Write in', '.desk .bottom');
        $page->find('.write-in-sheet .write-in g.note');
        (new WebDriverSelect($page->find('.write-in-sheet [aria-label="Part"]')))->selectByVisibleText('one that is on paper');
        $page->find('[aria-label="Name of the new part"]')->clear()->sendKeys('Violin III' . WebDriverKeys::TAB);
        $this->press($page, 'ABC');
        $page->find('.cm-content')->sendKeys(WebDriverKeys::CONTROL . WebDriverKeys::END . WebDriverKeys::NULL . 'd4 A4 |');
        $page->until(fn (): bool => $page->count('.write-in g.note') === 2, 'the new part is not engraved');
        $page->press('Put into the score', '.write-in')->sees('Violin III', '.desk .tabs');
        self::assertSame([], $page->scriptErrors());
    }

    /** Presses something of a page that may be engraved anew at any moment. */
    private function pick(Page $page, string $css): void
    {
        $page->until(static function () use ($page, $css): bool {
            try {
                $page->find($css)->click();

                return true;
            } catch (StaleElementReferenceException) {
                return false;
            }
        }, "{$css} cannot be pressed");
    }

    private function press(Page $page, string $name): void
    {
        $page->until(fn (): bool => $page->driver->executeScript(
            'document.querySelector(".write-in [data-pressed]")?.removeAttribute("data-pressed");'
            . 'const found = [...document.querySelectorAll(".write-in button, .write-in .place")]'
            . '.find(one => one.getAttribute("aria-label") === arguments[0] || one.textContent.trim() === arguments[0]);'
            . 'found?.setAttribute("data-pressed", ""); return found !== undefined;',
            [$name],
        ) === true, "nothing is called “{$name}”");
        $page->driver->findElement(WebDriverBy::cssSelector('.write-in [data-pressed]'))->click();
    }

    /** What is typed behind the head. */
    private function music(Page $page): string
    {
        $text = $page->driver->executeScript("return [...document.querySelectorAll('.cm-line')].map((line) => line.textContent).join('\\n')");

        return trim((string) preg_replace('~^.*?\nK:[^\n]*\n?~s', '', (string) $text));
    }
}
