<?php

declare(strict_types=1);

namespace Tests\Browser;

use Database\Seeders\DatabaseSeeder;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;

/** A director's evening, in the real interface. */
final class DirectorTest extends BrowserTestCase
{
    private const DOWN = 'E610';

    public function testFromAFileToAStudentsPhone(): void
    {
        $page = Page::open()->signIn();
        $page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))
            ->sendKeys(dirname(__DIR__, 2) . '/demo/scores/lesson-15.musicxml');
        $page->sees('What was understood', '.el-dialog')->sees('8 measures and a pickup', '.el-dialog')
            ->sees('Played straight through', '.el-dialog');
        $page->type('.el-dialog input[name=title]', 'A Polka of Ours');
        $page->press('Keep it', '.el-dialog');
        $page->sees('A Polka of Ours', '.desk h1')->engraved();
        $page->sees('D4, up bow', '.because')->sees('One stroke before the downbeat', '.because');

        // Marked by keys: the pickup down, which turns the piece round.
        $page->keys('d');
        $page->sees('D4, down bow', '.because')->sees('Marked so', '.because')->sees('Marked here', '.because');
        $page->keys(WebDriverKeys::ARROW_RIGHT)->sees('G4, up bow', '.because');
        $page->keys('h')->sees('Hooked by a mark', '.because')->sees('G4, down bow', '.because');

        // One line said.
        $page->keys('/');
        $line = $page->type('input[name=say-it]', '3.1 slur 3.1+');
        $page->sees('1 mark', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $page->until(fn (): bool => $page->count('.ruler .marked') === 3, 'the ruler does not show three marked measures');
        $line->sendKeys(WebDriverKeys::ESCAPE);

        // Undone, reloaded, undone again, done again.
        $page->control('z');
        $page->until(fn (): bool => $page->count('.ruler .marked') === 2, 'the slur was not undone');
        $page->driver->navigate()->refresh();
        $page->engraved();
        self::assertSame(2, $page->count('.ruler .marked'));
        $page->control('z');
        $page->until(fn (): bool => $page->count('.ruler .marked') === 1, 'the hook was not undone after a reload');
        $page->keysWith(WebDriverKeys::CONTROL, WebDriverKeys::SHIFT . 'z');
        $page->until(fn (): bool => $page->count('.ruler .marked') === 2, 'the hook was not done again');

        // Handed out, and opened by somebody without an account.
        $page->press('Hand out', '.pencil')->sees('Not handed out yet', '.hand-out');
        $page->press('Hand out', '.part');
        $page->sees('Edition 1', '.part');
        $url = (string) $page->find('.part .link > a')->getAttribute('href');
        $student = Page::open(390, 844, true)->go($url);
        $student->sees('A Polka of Ours')->sees('Violin I · edition 1');
        $student->engraved();
        self::assertGreaterThan(1, $student->signs(self::DOWN));
        $student->press('Pencil list')->sees('⊓ down again, hooked', '.list');
        $box = $student->find('.list input');
        $box->click();
        $student->driver->navigate()->refresh();
        $student->press('Pencil list');
        self::assertTrue($student->find('.list input')->isSelected(), 'a tick is remembered');

        // Ended.
        $page->press('End', '.part .link')->sees('The link is ended.', '.part');
        $student->driver->navigate()->refresh();
        $student->sees('This link was ended by your director.');
        self::assertSame(0, $student->count('g.note'), 'nothing of it stays on the phone');
        self::assertSame([], [...$page->scriptErrors(), ...$student->scriptErrors()]);
    }

    public function testWalkingByNoteStrokeAndMeasure(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Violin II', '.tabs');
        $page->engraved()->sees('the pickup · stroke 1', '.place');
        $page->keys(WebDriverKeys::ARROW_RIGHT)->sees('measure 1, beat 1', '.place');
        $page->keysWith(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT)->sees('measure 1, beat 2', '.place');
        $page->keysWith(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_LEFT)->sees('measure 1, beat 1', '.place');
        $page->control(WebDriverKeys::ARROW_RIGHT)->sees('measure 2, beat 1', '.place');
        $page->control(WebDriverKeys::ARROW_LEFT)->sees('measure 1, beat 1', '.place');
        $page->find('.ruler button[aria-label="Go to measure 18"]')->click();
        $page->sees('measure 18, beat 1', '.place');
        $notes = $page->driver->findElements(WebDriverBy::cssSelector('.sheet g.note .notehead'));
        $notes[2]->click();
        $page->sees('measure 1, beat 1.5', '.place')->sees('under the slur', '.place')->sees('The stroke begins at 1.1', '.because');
        $page->keys('?')->sees('Hands on keys', '.el-dialog');
        self::assertSame([], $page->scriptErrors());
    }

    public function testAStretchIsDrawnOverAMeasureAndASectionArePressed(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $heads = $page->driver->findElements(WebDriverBy::cssSelector('.sheet g.note .notehead'));
        $page->driver->action()->clickAndHold($heads[2])->moveToElement($heads[4])->moveToElement($heads[7])->release()->perform();
        $page->sees('6 notes', '.chosen-stretch');
        self::assertSame('', $page->driver->executeScript('return String(window.getSelection())'), 'nothing is marked as text');
        // One note again, then more of it with the Shift key.
        $heads[3]->click();
        $page->until(fn (): bool => $page->count('.chosen-stretch') === 0, 'the stretch stays');
        $page->driver->action()->keyDown(null, WebDriverKeys::SHIFT)->click($heads[5])->keyUp(null, WebDriverKeys::SHIFT)->perform();
        $page->sees('3 notes', '.chosen-stretch');
        $press = static fn (string $css): mixed => $page->driver->executeScript(
            'document.querySelector(arguments[0]).scrollIntoView({ block: "center" });'
            . 'const box = document.querySelector(arguments[0]).getBoundingClientRect();'
            . 'const at = { bubbles: true, clientX: box.x + box.width / 2, clientY: box.y + box.height / 2 };'
            . 'document.elementFromPoint(at.clientX, at.clientY).dispatchEvent(new MouseEvent("click", at));',
            [$css],
        );
        $press('.system-picture:nth-child(2) g.mNum.autogenerated');
        $page->sees('chosen: 5.1 to 5.', '.chosen-stretch');
        $press('.sheet g.reh');
        $page->sees('measures chosen: ', '.chosen-stretch');
        self::assertSame([], $page->scriptErrors());
    }

    public function testACoTeachersProposalIsBluePencilUntilItIsTaken(): void
    {
        $colleague = Page::open()->signIn(DatabaseSeeder::CO_TEACHER);
        $colleague->sees('From colleagues')->sees('The Iron Footbridge');
        $colleague->go('/piece/3/desk');
        $colleague->engraved()->press('Viola', '.tabs');
        $colleague->engraved()->keys('u')->sees('Idris Fennel proposes at 1.1: up', '.because')->sees('down bow', '.because h2');

        $director = Page::open()->signIn()->go('/piece/3/desk');
        $director->engraved()->press('Viola', '.tabs');
        $director->engraved()->sees('Proposals waiting', '.because');
        self::assertSame(1, $director->count('.ink .proposal'));
        $director->press('Take it', '.because')->sees('up bow', '.because h2');
        $director->until(fn (): bool => $director->count('.ink .proposal') === 0, 'the blue pencil stays');
    }

    public function testTwoDesksHearOfEachOther(): void
    {
        $director = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $colleague = Page::open()->signIn(DatabaseSeeder::CO_TEACHER)->go('/piece/2/desk')->engraved();
        $director->find('.people b[aria-label^="Idris Fennel is at"]');
        $colleague->find('.people b[aria-label^="Maren Tallow is at"]');
        $chosen = $director->text('.because .place');
        $before = $director->count('.proposal');
        // A proposal of the one is on the other's page a moment later, and nothing moves there.
        $line = $colleague->type('input[name=say-it]', '12.1 up');
        $colleague->sees('1 mark', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $director->until(fn (): bool => $director->count('.proposal') > $before, 'the proposal does not come', 15);
        $director->sees('Idris Fennel', '.news');
        self::assertSame($chosen, $director->text('.because .place'));
        $director->press('12.1 up', '.all')->press('Take it', '.because');
        $colleague->until(fn (): bool => !str_contains($colleague->text('.because'), '12.1 up'), 'what was decided does not come', 15);
        self::assertSame([], $director->scriptErrors());
        self::assertSame([], $director->seriousProblems(), 'desk with somebody else');
    }

    public function testASignedOutSessionInMidEditLosesNoMark(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $page->press('Bass', '.tabs')->engraved();
        $page->sees('D3, down bow', '.because h2');
        // An answer that is on its way brings the session back.
        $signedOut = static function () use ($page): bool {
            $page->driver->manage()->deleteAllCookies();
            usleep(300_000);

            return $page->driver->manage()->getCookies() === [];
        };
        $page->until($signedOut, 'the session comes back');
        $page->keys('u');
        $page->sees('You were signed out', '.el-dialog');
        $page->type('.el-dialog input[name=email]', DatabaseSeeder::DIRECTOR);
        $page->find('.el-dialog input[name=password]')->sendKeys(DatabaseSeeder::PASSWORD);
        $page->press('Sign in', '.el-dialog');
        $page->sees('D3, up bow', '.because h2')->sees('Marked here', '.because');
        $page->driver->navigate()->refresh();
        $page->engraved()->sees('D3, up bow', '.because h2');
        self::assertSame('[]', $page->driver->executeScript('return localStorage.getItem("waiting-marks")'));
    }

    public function testABadFileAndABadLineAreAnsweredInOneSentence(): void
    {
        $page = Page::open()->signIn();
        $file = sys_get_temp_dir() . '/not-a-score.xml';
        file_put_contents($file, '<html><body>hello</body></html>');
        $page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))->sendKeys($file);
        $page->told('not-a-score.xml: The file is a web page, not a score.');
        unlink($file);
        $page->go('/piece/1/desk')->engraved();
        $line = $page->find('input[name=say-it]');
        $line->sendKeys('99.1 down');
        $page->sees('There is no measure 99 in Violin I; its measures are 1 to 24', '#says');
        $page->go('/piece/999/desk')->sees('not here any more', '.desk');
        self::assertStringNotContainsString('Stack trace', Harness::get()->serverLog());
    }

    public function testTuttiTurnsOneSectionTheOthersWay(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/tutti');
        $page->sees('Viola bows the other way than Violin I, Violin II and Cello, in the same rhythm, mm. 3–4.', '.beside');
        $way = 'Violin I, Violin II and Cello as Viola';
        $page->press($way, '.beside');
        $page->told($way);
        $page->until(fn (): bool => !str_contains($page->text('.beside'), $way), 'the quarrel is still there');
        $page->go('/piece/2/desk')->engraved()->press('Cello', '.tabs');
        $page->engraved()->find('.ruler button[aria-label="Go to measure 3"]')->click();
        $page->sees('up bow', '.because h2')->sees('Marked so', '.because');
        self::assertSame([], $page->scriptErrors());
    }

    public function testReadThroughTakesAWayOutAndLeavesAnotherFlag(): void
    {
        $page = Page::open()->signIn()->go('/piece/3/read-through');
        $page->sees('5.0 s on one bow need 80 cm at the slowest', 'article');
        self::assertStringContainsString('Violin II', $page->text('article'), 'what both sections say is told once');
        self::assertStringContainsString('in both', $page->text('article .way'));
        $page->find('article .pictures svg g.note');
        $page->press('Everyone changes to up at m. 1 beat 4', 'article');
        $page->sees('On to the next', 'article')->sees('Violin I, Violin II: Everyone changes', 'article');
        // One press did it in both sections, and one takes it back.
        $page->press('Take it back', 'article')->told('Took back: Everyone changes to up at m. 1 beat 4');
        $page->sees('5.0 s on one bow need 80 cm at the slowest', 'article');
        $page->press('Everyone changes to up at m. 1 beat 4', 'article')->press('On to the next', 'article');
        $page->until(fn (): bool => !str_contains($page->text('article'), '5.0 s on one bow'), 'the flag is still there');
        $before = $page->count('article');
        $page->press('Leave it…', 'article')->find('article .why input')->sendKeys('they like it');
        $page->keys(WebDriverKeys::ENTER)->sees('left by Maren Tallow: “they like it”', '.read-through');
        self::assertSame($before - 1, $page->count('article'));
        $page->press('Look again', '.read-through');
        $page->until(fn (): bool => $page->count('article') === $before, 'the flag did not come back');
        self::assertSame([], $page->scriptErrors());
    }

    public function testACorrectedScoreComesUnderTheMarksAndIsTakenBack(): void
    {
        $page = Page::open()->signIn();
        $file = sys_get_temp_dir() . '/corrected-' . bin2hex(random_bytes(4)) . '.musicxml';
        $score = (string) file_get_contents(dirname(__DIR__, 2) . '/demo/scores/paper-boats.musicxml');
        // The first measure of the second line is thrown out in all parts.
        file_put_contents($file, (string) preg_replace('~<measure number="6".*?</measure>~s', '', $score));
        $this->chooseInMenu($page, 'Paper Boats', 'Corrected score…');
        $page->sees('Choose the corrected file')->find('input[type=file]')->sendKeys($file);
        $page->sees('m. 6 is gone.', '.told')->press('Bring it in')->told('is the score of this piece now');
        self::assertSame([], $page->seriousProblems(), 'corrected score');
        $page->press('Take it back', '.before')->told('is taken back')->sees('taken back', '.before');
        unlink($file);
        self::assertSame([], $page->scriptErrors());
    }

    public function testAPieceIsThrownAwayAndBroughtBack(): void
    {
        $page = Page::open()->signIn();
        $this->chooseInMenu($page, 'Paper Boats', 'Throw away');
        $page->told('is in the bin');
        self::assertStringNotContainsString('Paper Boats', $page->text('.folders'));
        $page->press('Undo', '.el-message');
        $page->sees('Paper Boats', '.folders');
    }

    private function chooseInMenu(Page $page, string $piece, string $wanted): void
    {
        $page->find("button[aria-label=\"More for {$piece}\"]")->click();
        $page->until(function () use ($page, $wanted): bool {
            foreach ($page->driver->findElements(WebDriverBy::cssSelector('.el-dropdown-menu__item')) as $item) {
                if ($item->isDisplayed() && $item->getText() === $wanted) {
                    $item->click();

                    return true;
                }
            }

            return false;
        }, 'the menu does not open');
    }
}
