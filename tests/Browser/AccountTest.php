<?php

declare(strict_types=1);

namespace Tests\Browser;

use Database\Seeders\DatabaseSeeder;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;

/** Coming in, being asked for help, taking everything away, leaving: in the real interface. */
final class AccountTest extends BrowserTestCase
{
    public function testAColleagueIsInvitedSetsUpAnAccountTakesItUpAndLeaves(): void
    {
        $director = Page::open()->signIn()->go('/piece/1/hand-out');
        $director->sees('Co-teachers');
        $director->type('.hand-out input[type=email]', 'neva@example.test');
        $director->press('Invite', '.hand-out')->sees('neva@example.test', '.hand-out');
        $token = (string) Harness::get()->database()->query("select token from shares where email = 'neva@example.test'")->fetchColumn();

        $guest = Page::open()->go("/invitation/{$token}");
        $guest->sees('Paper Boats')->press('Send a letter')->sees('A letter is on its way to neva@example.test');
        $letter = '';
        $guest->until(function () use (&$letter): bool {
            $letter = (string) Harness::get()->database()
                ->query("select text from letters where \"to\" = 'neva@example.test' and text like '%/welcome/%' order by id desc")->fetchColumn();

            return preg_match('~(/welcome/\S+)~', $letter) === 1;
        }, 'no letter came');
        preg_match('~(/welcome/\S+)~', $letter, $address);
        $guest->go($address[1]);
        $guest->type('input[name=name]', 'Neva');
        $guest->type('input[name=password]', 'password1234');
        $guest->press('Keep it and sign in')->sees('among those that are tried first');
        $guest->find('input[name=password]')->clear();
        $guest->type('input[name=password]', 'fiddlehead rosin lamp');
        $guest->press('Keep it and sign in')->sees('asks you to help with Paper Boats', '.invitations');
        $guest->press('Take it up', '.invitations')->sees('From colleagues')->sees('Paper Boats', '.folder');

        $guest->find('.folder .dots')->click();
        $guest->until(function () use ($guest): bool {
            foreach ($guest->driver->findElements(WebDriverBy::cssSelector('.el-dropdown-menu__item')) as $item) {
                if ($item->isDisplayed() && $item->getText() === 'Leave this piece') {
                    $item->click();

                    return true;
                }
            }

            return false;
        }, 'the piece cannot be left');
        $guest->press('Leave the piece', '.el-message-box');
        $guest->until(static fn (): bool => $guest->count('.folder') === 0, 'the piece is still there');

        // And the account goes, with the password and not without.
        $guest->go('/account')->sees('Delete this account')->press('Delete this account…', '.account');
        $guest->type('.el-message-box input', 'not it');
        $guest->press('Delete everything', '.el-message-box')->sees('The password is not right. Nothing was deleted.', '.account');
        $guest->until(static fn (): bool => $guest->count('.el-overlay-message-box') === 0 || !$guest->find('.el-overlay-message-box')->isDisplayed(), 'the question stays');
        $guest->press('Delete this account…', '.account');
        $guest->type('.el-message-box input', 'fiddlehead rosin lamp');
        $guest->press('Delete everything', '.el-message-box')->sees('Forgot the password?');
        self::assertFalse(Harness::get()->database()->query("select 1 from users where email = 'neva@example.test'")->fetchColumn());
        self::assertSame([], [...$director->scriptErrors(), ...$guest->scriptErrors()]);
    }

    public function testEverythingOfMineIsPackedAndTheOtherSignInEnded(): void
    {
        $elsewhere = Page::open(1024, 768)->signIn(DatabaseSeeder::CO_TEACHER);
        $page = Page::open()->signIn(DatabaseSeeder::CO_TEACHER)->go('/account');
        $page->press('Pack everything')->sees('Take it away');
        $page->press('Sign out everywhere else');
        $page->told('You are signed in here only.');
        $elsewhere->driver->navigate()->refresh();
        $elsewhere->sees('Sign in', '.card');

        $page->type('input[name=current]', 'not it');
        $page->type('input[name=password]', 'fiddlehead rosin lamp')->sendKeys(WebDriverKeys::ENTER);
        $page->sees('The password you have now is not right.', '.account');
        $page->press('Sign out', '.account header')->sees('Forgot the password?');
        self::assertSame([], [...$page->scriptErrors(), ...$elsewhere->scriptErrors()]);
    }
}
