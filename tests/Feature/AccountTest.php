<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\CommonPasswords;
use App\Accounts\FirstCode;
use App\Jobs\SendPasswordLetter;
use App\Models\Letter;
use App\Models\Change;
use App\Plans\ClassSettings;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\User;
use Illuminate\Hashing\BcryptHasher;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\Queue;
use PHPUnit\Framework\Attributes\DataProvider;

/** Accounts: nobody finds out who has one, nobody is locked out by others, and what is theirs goes when they go. */
final class AccountTest extends FeatureTestCase
{
    private const GOOD = 'fiddlehead rosin lamp';

    public function testAnAddressWithoutAccountCostsAsMuchWorkAsOneWithIt(): void
    {
        $hasher = new class (['rounds' => 4]) extends BcryptHasher {
            public int $worked = 0;

            public function make(#[\SensitiveParameter] $value, array $options = []): string
            {
                $this->worked++;

                return parent::make($value, $options);
            }

            public function check(#[\SensitiveParameter] $value, $hashedValue, array $options = []): bool
            {
                $this->worked++;

                return parent::check($value, $hashedValue, $options);
            }
        };
        $this->app['hash']->extend('counting', static fn () => $hasher);
        config(['hashing.driver' => 'counting']);
        $unknown = $this->postJson('/api/v1/session', ['email' => 'no-one@example.test', 'password' => 'x']);
        self::assertSame(1, $hasher->worked, 'a hash is made for nothing');
        $known = $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'x']);
        self::assertSame(2, $hasher->worked);
        self::assertSame($unknown->json(), $known->json());
        self::assertSame($unknown->getStatusCode(), $known->getStatusCode());
    }

    public function testTriesAreCountedForTheAddressTooAndAgainstManyAccounts(): void
    {
        for ($try = 0; $try < 40; $try++) {
            $this->postJson('/api/v1/session', ['email' => "somebody{$try}@example.test", 'password' => 'x'])->assertStatus(422);
        }

        $this->postJson('/api/v1/session', ['email' => 'another@example.test', 'password' => 'x'])->assertStatus(429);
        $this->withServerVariables(['REMOTE_ADDR' => '10.0.0.9'])
            ->postJson('/api/v1/session', ['email' => 'another@example.test', 'password' => 'x'])->assertStatus(422);
    }

    public function testTheOwnerIsNotLockedOutByWhatOthersTry(): void
    {
        $known = $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertOk()
            ->getCookie('upright_pencil_known');
        self::assertNotNull($known);
        $this->app['auth']->forgetGuards();
        for ($try = 0; $try < 45; $try++) {
            $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'guess']);
        }
        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertStatus(429);

        $this->withCredentials()->withCookie('upright_pencil_known', $known->getValue())
            ->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertOk();
    }

    /** @return iterable<string, array{string, string}> */
    public static function badPasswords(): iterable
    {
        yield 'short' => ['rosin lamp', 'at least 12 characters'];
        yield 'in the list' => ['qwertyuiop123456', 'among those that are tried first'];
        yield 'a word of it with figures around' => ['Password2026!', 'among those that are tried first'];
        yield 'in disguise' => ['P@ssw0rd1234', 'among those that are tried first'];
        yield 'said again and again' => ['dragondragondragon', 'among those that are tried first'];
        yield 'one letter' => ['aaaaaaaaaaaaaaaa', 'among those that are tried first'];
        yield 'too long to keep' => [str_repeat('rosin lamp ', 8), 'longer than can be kept'];
    }

    #[DataProvider('badPasswords')]
    public function testABadPasswordIsRefusedWithItsReason(string $password, string $reason): void
    {
        $answer = $this->actingAs($this->director)->putJson('/api/v1/account/password', ['current' => 'rosin-and-maple', 'password' => $password]);

        self::assertStringContainsString($reason, $answer->assertStatus(422)->json('message'));
        self::assertTrue(Hash::check('rosin-and-maple', (string) $this->director->refresh()->password));
    }

    public function testGoodPasswordsAreNotTakenForCommonOnes(): void
    {
        foreach ([self::GOOD, 'Cobbler-holds-7-lamps', 'vier Kerzen im Flur', 'rosin-and-maple'] as $password) {
            self::assertFalse(CommonPasswords::has($password), $password);
        }
    }

    public function testChangingThePasswordEndsEveryOtherSignIn(): void
    {
        $this->signInElsewhere($this->director, 'elsewhere');
        $this->signInElsewhere($this->stranger, 'somebody-else');
        $this->actingAs($this->director);
        $this->putJson('/api/v1/account/password', ['current' => 'wrong', 'password' => self::GOOD])->assertStatus(422)
            ->assertJsonPath('message', 'The password you have now is not right.');
        $token = $this->director->refresh()->remember_token;

        $this->putJson('/api/v1/account/password', ['current' => 'rosin-and-maple', 'password' => self::GOOD])->assertOk();

        self::assertSame(['somebody-else'], DB::table('sessions')->whereIn('id', ['elsewhere', 'somebody-else'])->pluck('id')->all());
        self::assertNotSame($token, $this->director->refresh()->remember_token, 'browsers that stay signed in are signed out too');
        self::assertTrue(Hash::check(self::GOOD, (string) $this->director->password));
    }

    public function testSigningInBeginsANewSession(): void
    {
        $this->withSession(['left' => 'by a guest']);
        $before = $this->app['session']->getId();
        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertOk();
        $signedIn = $this->app['session']->getId();
        self::assertNotSame($before, $signedIn, 'nobody who knew the old name of the session is signed in with it');

        $this->deleteJson('/api/v1/session')->assertOk();
        self::assertNotSame($signedIn, $this->app['session']->getId());
        self::assertNull($this->app['session']->get('left'));
    }

    public function testEndingOtherSignIns(): void
    {
        $this->signInElsewhere($this->director, 'elsewhere');
        $this->actingAs($this->director)->deleteJson('/api/v1/account/sign-ins')->assertOk();

        self::assertFalse(DB::table('sessions')->where('id', 'elsewhere')->exists());
    }

    public function testAForgottenPasswordIsChosenAgainByLetter(): void
    {
        $this->postJson('/api/v1/password/letter', ['email' => 'Maren@example.test'])->assertStatus(202);
        $letter = Letter::query()->firstOrFail();
        self::assertSame('maren@example.test', $letter->to);
        self::assertSame(1, preg_match('~/welcome/(\w+)\?email=maren%40example.test~', $letter->text, $match));
        $this->signInElsewhere($this->director, 'a-thief');
        $choose = fn (string $token, string $password): \Illuminate\Testing\TestResponse => $this->postJson('/api/v1/password', [
            'email' => 'maren@example.test', 'token' => $token, 'password' => $password,
        ]);

        $choose('x' . substr($match[1], 1), self::GOOD)->assertStatus(422)->assertJsonPath('message', 'This letter is too old, or was used already. Ask for a new one.');
        $choose($match[1], self::GOOD)->assertOk()->assertJsonPath('user.name', 'Maren');
        self::assertFalse(DB::table('sessions')->where('id', 'a-thief')->exists());
        $choose($match[1], 'another lamp of rosin')->assertStatus(422);
    }

    public function testALetterIsGoodForAnHour(): void
    {
        $this->postJson('/api/v1/password/letter', ['email' => 'maren@example.test']);
        preg_match('~/welcome/(\w+)~', Letter::query()->firstOrFail()->text, $match);
        Carbon::setTestNow(Carbon::now()->addMinutes(61));

        $this->postJson('/api/v1/password', ['email' => 'maren@example.test', 'token' => $match[1], 'password' => self::GOOD])->assertStatus(422);
    }

    public function testAskingForALetterTellsNobodyWhoHasAnAccount(): void
    {
        Queue::fake();
        $known = $this->postJson('/api/v1/password/letter', ['email' => 'maren@example.test']);
        $unknown = $this->postJson('/api/v1/password/letter', ['email' => 'no-one@example.test']);

        self::assertSame(str_replace('maren', 'no-one', (string) $known->getContent()), $unknown->getContent());
        Queue::assertPushed(SendPasswordLetter::class, 2);
    }

    public function testALetterToAnAddressWithoutAccountIsNotWritten(): void
    {
        $this->postJson('/api/v1/password/letter', ['email' => 'no-one@example.test'])->assertStatus(202);

        self::assertSame(0, Letter::query()->count());
        self::assertFalse(User::query()->where('email', 'no-one@example.test')->exists());
    }

    public function testInvitingTellsNobodyWhoHasAnAccountAndTakesNobodyInUnasked(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director);
        $invite = fn (string $email): array => $this->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => $email, 'may' => 'edit'])->assertCreated()->json();
        $known = $invite('nobody@example.test');
        $unknown = $invite('no-account@example.test');

        $without = static fn (array $row): array => array_diff_key($row, ['id' => 0, 'email' => 0, 'url' => 0]);
        self::assertSame($without($unknown), $without($known));
        $this->actingAs($this->stranger);
        $rack = $this->getJson('/api/v1/rack')->json();
        self::assertSame([], $rack['shared']);
        self::assertSame('Maren', $rack['invitations'][0]['owner']);
        $this->getJson("/api/v1/pieces/{$piece->id}")->assertNotFound();
        $this->postJson("/api/v1/shares/{$unknown['id']}/mine")->assertNotFound();
        $this->postJson("/api/v1/shares/{$known['id']}/mine")->assertOk();
        $this->getJson("/api/v1/pieces/{$piece->id}")->assertOk()->assertJsonPath('role', 'edit');
        self::assertCount(1, $this->getJson('/api/v1/rack')->json('shared'));

        $this->deleteJson("/api/v1/shares/{$known['id']}/mine")->assertOk();
        $this->getJson("/api/v1/pieces/{$piece->id}")->assertNotFound();
    }

    public function testInvitingAgainDoesNotUndoWhatWasAccepted(): void
    {
        $piece = $this->piece();
        $this->share($piece, $this->stranger, 'read');
        $this->actingAs($this->director)->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => 'nobody@example.test', 'may' => 'edit'])->assertCreated()
            ->assertJsonPath('waiting', false)->assertJsonPath('name', 'Nobody');

        $this->actingAs($this->stranger)->getJson("/api/v1/pieces/{$piece->id}")->assertJsonPath('role', 'edit');
    }

    public function testAnAccountEndsWithEverythingThatBelongsToIt(): void
    {
        $own = $this->piece();
        $theirs = Piece::query()->findOrFail($own->id);
        $shelf = $this->stranger->shelves()->create(['name' => 'S', 'kind' => 'programme']);
        $theirs = app(\App\Import\KeepScore::class)->keep($shelf, (string) gzuncompress($own->source), 'x.musicxml');
        $this->share($theirs, $this->director, 'edit');
        $this->actingAs($this->director);
        $section = $theirs->sections()->firstOrFail();
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 9])->assertOk();
        $this->deleteJson('/api/v1/account', ['password' => 'wrong'])->assertStatus(422);
        self::assertNotNull(Piece::query()->find($own->id));

        $this->deleteJson('/api/v1/account', ['password' => 'rosin-and-maple'])->assertOk();

        self::assertNull(Piece::withTrashed()->find($own->id));
        self::assertFalse(User::query()->where('email', 'maren@example.test')->exists());
        $mark = Mark::query()->where('section_id', $section->id)->firstOrFail();
        self::assertSame('A former colleague', $mark->body['author'], 'the mark is the piece’s; the name goes');
        self::assertSame('Signed out', $this->getJson('/api/v1/session')->json('user') === null ? 'Signed out' : 'in');
        $this->actingAs($this->stranger)->getJson("/api/v1/pieces/{$theirs->id}/history")->assertJsonPath('0.who', 'A former colleague');
        self::assertStringNotContainsString('Maren', (string) json_encode(DB::table('changes')->get()));
    }

    public function testAnAccountThatMarkedNowhereElseIsGoneWhole(): void
    {
        $this->actingAs($this->stranger);
        $shelf = $this->postJson('/api/v1/shelves', ['name' => 'Spring', 'kind' => 'programme'])->assertCreated()->json('id');
        $this->patchJson("/api/v1/shelves/{$shelf}", ['name' => 'Summer'])->assertOk();
        $this->putJson('/api/v1/class', ClassSettings::from(['wording' => 'letter'])->toArray())->assertOk();
        $this->postJson('/api/v1/history/undo', ['on' => 'class'])->assertOk();
        $this->deleteJson('/api/v1/account', ['password' => 'rosin-and-maple'])->assertOk();
        self::assertSame(0, Change::query()->where('user_id', $this->stranger->id)->count());

        self::assertNull(User::query()->find($this->stranger->id));
    }

    public function testTheFirstDirectorNeedsTheCodeThatTheServerPrinted(): void
    {
        $this->getJson('/api/v1/session')->assertJsonPath('first', false);
        User::query()->delete();
        $this->getJson('/api/v1/session')->assertJsonPath('first', true);
        $code = (string) (new FirstCode())->code();
        self::assertMatchesRegularExpression('~^[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}$~', $code);
        self::assertSame($code, (new FirstCode())->code(), 'printed again it is the same');
        $set = fn (string $code): \Illuminate\Testing\TestResponse => $this->postJson('/api/v1/first', [
            'code' => $code, 'name' => 'Ada', 'email' => 'Ada@example.test', 'password' => self::GOOD,
        ]);

        $set('ABCD-EFGH-JKLM')->assertStatus(422);
        $set(strtolower(str_replace('-', ' ', $code)))->assertCreated()->assertJsonPath('user.email', 'ada@example.test');
        $set($code)->assertStatus(422);
        self::assertNull((new FirstCode())->code());
        $this->getJson('/api/v1/rack')->assertOk();
    }

    public function testADirectorIsMadeByCommandAndChoosesAPassword(): void
    {
        $this->artisan('pencil:director', ['email' => 'no address'])->assertFailed();
        $this->artisan('pencil:director', ['email' => 'Bea@example.test', '--name' => 'Bea'])->expectsOutputToContain('/welcome/')->assertOk();

        self::assertSame('Bea', User::query()->where('email', 'bea@example.test')->firstOrFail()->name);
    }

    public function testANameIsChanged(): void
    {
        $this->actingAs($this->director)->patchJson('/api/v1/account', ['name' => ' Maren T. '])->assertJsonPath('user.name', 'Maren T.');
        $this->patchJson('/api/v1/account', ['name' => ''])->assertStatus(422);
    }

    private function signInElsewhere(User $user, string $id): void
    {
        DB::table('sessions')->insert(['id' => $id, 'user_id' => $user->id, 'payload' => '', 'last_activity' => time(), 'user_agent' => 'Mozilla/5.0 Firefox/1 Linux']);
    }
}
