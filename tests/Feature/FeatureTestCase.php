<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Drawing\Engraver;
use App\Import\KeepScore;
use App\Jobs\WorkOutStates;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\User;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Tests\Support\FakeEngraver;
use Tests\Support\Passage;
use Tests\Support\TwoParts;

abstract class FeatureTestCase extends TestCase
{
    use RefreshDatabase;

    protected User $director;
    protected User $stranger;

    public function createApplication(): Application
    {
        /** @var Application $app */
        $app = require __DIR__ . '/../../bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->withoutVite();
        $this->app->instance(Engraver::class, new FakeEngraver());
        $this->director = $this->person('Maren');
        $this->stranger = $this->person('Nobody');
    }

    protected function person(string $name): User
    {
        return User::query()->create([
            'name' => $name,
            'email' => Str::slug($name) . '@example.test',
            'password' => 'rosin-and-maple',
        ]);
    }

    protected function shelf(): Shelf
    {
        /** @var Shelf $shelf */
        $shelf = $this->director->shelves()->firstOrCreate(['name' => 'Concert', 'kind' => 'programme']);

        return $shelf;
    }

    protected function book(): Shelf
    {
        /** @var Shelf $shelf */
        $shelf = $this->director->shelves()->firstOrCreate(['name' => 'Workshop', 'kind' => 'book'], ['settings' => ['profile' => 'first-year']]);

        return $shelf;
    }

    protected function piece(string $music = 'A4q | D5q E5q F5q G5q | A5q G5q F5h'): Piece
    {
        $xml = Passage::of('4/4', $music)->withPickup()->musicXml();

        return app(KeepScore::class)->keep($this->shelf(), $xml, 'passage.musicxml');
    }

    protected function twoViolins(string $music): Piece
    {
        return app(KeepScore::class)->keep($this->shelf(), TwoParts::musicXml($music, $music), 'two.musicxml');
    }

    /** What the queue does in the background before the rack is looked at. */
    protected function workOut(): void
    {
        WorkOutStates::dispatchSync($this->director->id);
    }

    protected function section(Piece $piece): Section
    {
        return $piece->sections()->firstOrFail();
    }

    protected function share(Piece $piece, User $user, string $may): void
    {
        $piece->shares()->create(['email' => $user->email, 'user_id' => $user->id, 'may' => $may, 'token' => Str::random(32)]);
    }
}
