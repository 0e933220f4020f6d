<?php

declare(strict_types=1);

namespace Tests\Contract;

use App\Accounts\FirstCode;
use App\Console\Commands\TypesCommand;
use App\Http\Contract\Answers;
use App\Http\Contract\AnswerTypes;
use App\Http\Contract\TypeScript;
use App\Models\Change;
use App\Models\User;
use App\Plans\ClassSettings;
use Illuminate\Http\UploadedFile;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Password;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use ReflectionMethod;
use Tests\Feature\FeatureTestCase;
use Tests\Hard\RouteTable;
use Tests\Hard\World;
use Tests\Support\Passage;

/** What the API answers is what its resources declare and what the interface was told. */
final class ContractTest extends FeatureTestCase
{
    use World;

    public function testTheInterfaceWasToldTheNewestTypes(): void
    {
        $written = (new TypeScript(AnswerTypes::all()))->write();

        self::assertSame($written, file_get_contents(resource_path(TypesCommand::FILE)), 'run php artisan pencil:types');
    }

    /** @return iterable<string, array{string}> */
    public static function routes(): iterable
    {
        foreach (array_keys(RouteTable::all()) as $route) {
            if (str_contains($route, ' api/')) {
                yield $route => [$route];
            }
        }
    }

    #[DataProvider('routes')]
    public function testARouteAnswersWhatItDeclares(string $route): void
    {
        $declared = $this->declared($route);
        $answer = $this->asked($route);
        self::assertTrue($answer->isSuccessful(), (string) $answer->getContent());
        if (str_contains($declared, '/')) {
            self::assertMatchesRegularExpression('~^' . str_replace('\*', '.+', preg_quote($declared, '~')) . '~', (string) $answer->headers->get('Content-Type'));

            return;
        }
        $types = AnswerTypes::all();
        self::assertNull((new Checker($types))->wrong($answer->json(), $types->parse($declared)));
    }

    public function testAClashIsAnsweredWithBothVersions(): void
    {
        $this->build();
        $this->actingAs($this->director);
        $path = "/api/v1/sections/{$this->things['section']}/marks";
        $this->postJson($path, ['lines' => '1.2 down', 'seen' => 0])->assertOk();
        $this->actingAs(User::query()->where('email', 'edit@example.test')->firstOrFail());
        $clash = $this->postJson($path, ['lines' => '1.2 up', 'seen' => 0])->assertStatus(409);
        $types = AnswerTypes::all();

        self::assertNull((new Checker($types))->wrong($clash->json(), $types->parse('DeskPlan')));
        self::assertIsArray($clash->json('yours'));
        self::assertIsArray($clash->json('theirs'));
    }

    public function testWhatIsNotDeclaredIsFound(): void
    {
        $types = AnswerTypes::all();
        $checker = new Checker($types);
        $row = ['id' => 1, 'name' => 'A', 'note' => '', 'kind' => 'book'];

        self::assertNull($checker->wrong($row, $types->parse('ShelfRow')));
        self::assertSame('$.kind: "drawer" is not \'programme\'; $.kind: "drawer" is not \'book\'', $checker->wrong(['kind' => 'drawer'] + $row, $types->parse('ShelfRow')));
        self::assertSame('$: extra is declared nowhere', $checker->wrong($row + ['extra' => 1], $types->parse('ShelfRow')));
        self::assertSame('$.note is missing', $checker->wrong(array_diff_key($row, ['note' => 0]), $types->parse('ShelfRow')));
        self::assertSame('$.0.id: "1" is no int', $checker->wrong([['id' => '1'] + $row], $types->parse('list<ShelfRow>')));
    }

    private function declared(string $route): string
    {
        [$method, $uri] = explode(' ', str_replace('{binned}', '{piece}', $route), 2);
        /** @var Route $one */
        foreach ($this->app['router']->getRoutes() as $one) {
            if ($one->uri() === $uri && in_array($method, $one->methods(), true)) {
                [$class, $action] = explode('@', $one->getActionName());
                $answers = (new ReflectionMethod($class, $action))->getAttributes(Answers::class);
                self::assertNotSame([], $answers, "{$route} does not say what it answers");

                return $answers[0]->newInstance()->type;
            }
        }
        self::fail("{$route} is no route");
    }

    /** A call of the owner's that goes well. */
    private function asked(string $route): TestResponse
    {
        if ($route === 'POST api/v1/first') {
            User::query()->delete();
            $code = app(FirstCode::class)->code();

            return $this->ask($route, ['code' => $code, 'name' => 'First', 'email' => 'first@example.test', 'password' => 'three words or four']);
        }
        $this->build();
        $settings = ClassSettings::from([])->toArray();
        $section = $this->things['section'];
        $guest = ['POST api/v1/session', 'POST api/v1/password', 'POST api/v1/password/letter', 'GET api/v1/session'];
        $user = match ($route) {
            'POST api/v1/invitation/{token}' => $this->invite($this->stranger),
            'POST api/v1/shares/{share}/mine', 'DELETE api/v1/shares/{share}/mine' => $this->invite($this->stranger),
            default => $this->director,
        };
        if (!in_array($route, $guest, true)) {
            $this->actingAs($user);
        }
        if ($route === 'GET api/v1/part/{token}/changes') {
            $this->postJson("/api/v1/sections/{$section}/marks", ['lines' => '1.2 4', 'seen' => 99]);
            $this->postJson("/api/v1/sections/{$section}/editions");
            [$method, $path] = explode(' ', str_replace('{token}', (string) $this->things['token'], $route));

            return $this->json($method, "{$path}?from=1");
        }
        if (str_ends_with($route, 'pieces/{piece}/typed')) {
            $typed = ['typed' => ['abc' => "T:Typed\nM:4/4\nL:1/4\nK:D\nD E F G | A4 |]"], 'shelf' => (int) $this->things['shelf'], 'title' => 'Typed'];
            $this->things['piece'] = (string) $this->postJson('/api/v1/write-in', $typed)->assertCreated()->json('id');

            return $this->ask($route, str_starts_with($route, 'GET') ? [] : $typed);
        }
        if ($route === 'GET api/v1/sections/{section}/choice') {
            $made = $this->postJson("/api/v1/sections/{$section}/marks", ['lines' => '1.2 III or I', 'seen' => 99])->json('marks');
            $key = rawurlencode((string) array_column($made, 'key', 'words')['III or I']);

            return $this->getJson("/api/v1/sections/{$section}/choice?key={$key}");
        }
        if ($route === 'DELETE api/v1/shelves/{shelf}') {
            $empty = $this->postJson('/api/v1/shelves', ['name' => 'Empty', 'kind' => 'programme'])->json('id');

            return $this->deleteJson("/api/v1/shelves/{$empty}");
        }
        if ($route === 'POST api/v1/pieces/{piece}/history/back') {
            $this->postJson("/api/v1/sections/{$section}/marks", ['lines' => '1.2 down', 'seen' => 0]);

            return $this->ask($route, ['change' => Change::query()->where('piece_id', $this->things['piece'])->value('id')]);
        }
        if ($route === 'POST api/v1/sections/{section}/settle') {
            $this->actingAs(User::query()->where('email', 'propose@example.test')->firstOrFail());
            $key = $this->postJson("/api/v1/sections/{$section}/marks", ['lines' => '1.2 down', 'seen' => 0])->json('marks.0.key');
            $this->actingAs($this->director);

            return $this->ask($route, ['key' => $key, 'answer' => 'take', 'seen' => 99]);
        }
        if ($route === 'GET api/v1/part/{token}/others') {
            DB::table('links')->update(['hears' => true]);
        }
        $body = match ($route) {
            'POST api/v1/session' => ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'],
            'POST api/v1/password' => [
                'email' => 'maren@example.test',
                'token' => Password::broker()->createToken($this->director),
                'password' => 'three words or four',
            ],
            'PUT api/v1/class', 'POST api/v1/pieces/{piece}/class' => $settings,
            'POST api/v1/class/example' => ['about' => 'open'] + $settings,
            'DELETE api/v1/class' => ['shelf' => (int) $this->things['shelf']],
            'POST api/v1/scores/look' => ['score' => $this->file()],
            'POST api/v1/pieces/{piece}/corrections/look', 'POST api/v1/pieces/{piece}/corrections' => [
                'token' => $this->ask('POST api/v1/scores/look', ['score' => $this->file()])->json('token'),
                'file' => 'tune.musicxml',
                'revision' => $this->pieceOf('piece')->revision,
            ],
            'POST api/v1/pieces' => [
                'token' => $this->ask('POST api/v1/scores/look', ['score' => $this->file()])->json('token'),
                'file' => 'tune.musicxml',
                'shelf' => (int) $this->things['shelf'],
            ],
            'POST api/v1/pieces/{piece}/passage' => [
                'section' => (int) $section,
                'typed' => ['abc' => "M:4/4\nL:1/4\nK:C\nA4 |", 'first' => 1],
            ],
            'POST api/v1/write-in' => ['shelf' => (int) $this->things['shelf']] + RouteTable::all()[$route]['body'],
            'GET api/v1/shelves/{shelf}/week', 'GET api/v1/shelves/{shelf}/week.pdf' => ['part' => 'Violin I', 'lessons' => (string) $this->things['piece']],
            'GET api/v1/pieces/{piece}/warm-up.pdf' => ['minutes' => '5'],
            'POST api/v1/shelves/{shelf}/calendar/look' => ['file' => $this->calendar()],
            'POST api/v1/shelves/{shelf}/calendar' => ['file' => $this->calendar(), 'uids' => 'a 202612031405'],
            'PUT api/v1/shelves/{shelf}/order' => ['piece' => (int) $this->things['piece'], 'to' => 0],
            'POST api/v1/account/unpack' => ['file' => UploadedFile::fake()->create('all.zip', 4)],
            'POST api/v1/sections/{section}/marks' => ['lines' => '1.2 down, low 4, "sing"', 'seen' => 0],
            'POST api/v1/sections/{section}/copy' => ['look' => false] + RouteTable::all()[$route]['body'],
            default => RouteTable::all()[$route]['body'],
        };
        $withFile = [
            'POST api/v1/scores/look', 'POST api/v1/account/unpack', 'POST api/v1/shelves/{shelf}/calendar/look',
            'POST api/v1/shelves/{shelf}/calendar',
        ];
        if (in_array($route, $withFile, true)) {
            $path = str_replace('{shelf}', (string) $this->things['shelf'], explode(' ', $route)[1]);

            return $this->post("/{$path}", $body, ['Accept' => 'application/json']);
        }

        return $this->ask($route, $body);
    }

    private function invite(User $user): User
    {
        DB::table('shares')->where('id', (int) $this->things['share'])->update(['email' => $user->email]);

        return $user;
    }

    private function calendar(): UploadedFile
    {
        return UploadedFile::fake()->createWithContent('term.ics', implode("\r\n", [
            'BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x', 'BEGIN:VEVENT', 'UID:a', 'SUMMARY:Rehearsal', 'DTSTART:20261203T140500',
            'DTEND:20261203T145000', 'END:VEVENT', 'END:VCALENDAR', '',
        ]));
    }

    private function file(): UploadedFile
    {
        return UploadedFile::fake()->createWithContent('tune.musicxml', Passage::of('4/4', 'A4q B4q C5q D5q')->musicXml());
    }
}
