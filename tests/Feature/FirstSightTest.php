<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Drawing\Engraver;
use App\Drawing\NodeEngraver;
use App\Drawing\NotDrawn;
use App\Drawing\Sheet;
use App\Marking\MarkedPage;
use App\Models\FirstSight;
use App\Models\Section;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Cache;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\FakeEngraver;

/** The desk before its scripts have come: the music as it stands, or nothing. */
final class FirstSightTest extends FeatureTestCase
{
    private const LAY = '90.94.302.57.868.122.40';

    private FakeEngraver $engraver;
    private Section $part;

    protected function setUp(): void
    {
        parent::setUp();
        config(['queue.default' => 'database', 'cache.stores.database' => ['driver' => 'array', 'serialize' => false]]);
        Cache::forgetDriver('database');
        $this->engraver = new FakeEngraver();
        $this->app->instance(Engraver::class, $this->engraver);
        $this->part = $this->section($this->piece());
        $this->actingAs($this->director);
    }

    public function testTheDeskOpensWithItsPageDrawn(): void
    {
        $this->desk()->assertOk()->assertDontSee('first-sight', false);
        $this->drawn(868);

        $this->desk()->assertSee('A desk of 868, ')->assertSee('data-scrolled="40"', false)->assertSee('left:90px;top:94px;right:302px;bottom:57px', false);
        $name = FirstSight::query()->value('page');
        self::assertSame($name, $this->getJson("/api/v1/sections/{$this->part->id}/page")->json('name'), 'the desk can tell that it is its page');
    }

    public function testWhatWasMarkedSinceIsNeverShownAsItWas(): void
    {
        $this->drawn(868);
        $this->postJson("/api/v1/sections/{$this->part->id}/marks", ['lines' => '1.2 up', 'seen' => 0])->assertOk();
        $this->desk()->assertDontSee('A desk of', false);
        $this->drawn(868);

        $this->desk()->assertSee('A desk of 868, ');
        self::assertSame(2, $this->engraver->drawn);
        $this->engraver->version = 'two';
        $this->desk()->assertDontSee('A desk of', false);
    }

    public function testNobodySeesAPageThatIsNotTheirs(): void
    {
        $this->drawn(868);
        $this->actingAs($this->stranger);
        $this->desk()->assertOk()->assertDontSee('A desk of', false);
        auth()->guard('web')->logout();
        $this->desk()->assertOk()->assertDontSee('A desk of', false);

        $this->actingAs($this->director);
        $this->desk(piece: 999)->assertOk()->assertDontSee('A desk of', false);
    }

    /** @return iterable<string, array{string, bool}> what the browser says of itself */
    public static function browsers(): iterable
    {
        yield 'a page two pixels wider' => ['1.90.94.302.57.870.122.0', true];
        yield 'another width' => ['1.90.94.302.57.600.122.0', false];
        yield 'a browser that has never been here' => ['', false];
        yield 'words' => ['1.2.3.4.5.6.7.<b>', false];
        yield 'systems with another room' => ['1.90.94.302.57.868.122.0.1-60.3-60', true];
        yield 'another room for nothing' => ['1.90.94.302.57.868.122.0.1-', false];
        yield 'too few numbers' => ['1.2.3', false];
        yield 'numbers without end' => ['1.90.94.302.57.99999999999999999999.122.0', false];
    }

    #[DataProvider('browsers')]
    public function testWhatTheBrowserSaysDecides(string $cookie, bool $isShown): void
    {
        $this->drawn(868);
        $page = $this->withUnencryptedCookie('first-sight', $cookie)->get("/piece/{$this->part->piece_id}/desk/{$this->part->id}")->assertOk();

        self::assertSame($isShown, str_contains((string) $page->getContent(), 'A desk of 868'));
    }

    public function testThreeWidthsOfAPartAreKept(): void
    {
        foreach ([700, 800, 900, 1000] as $minute => $width) {
            $this->travel($minute)->minutes();
            $this->drawn($width);
        }

        self::assertSame([800, 900, 1000], FirstSight::query()->orderBy('width')->pluck('width')->all());
    }

    public function testAPageThatCannotBeDrawnIsLeftToTheDesk(): void
    {
        $this->engraver->refuses = 'This part could not be drawn.';
        $this->drawn(868);
        $this->desk()->assertOk()->assertDontSee('A desk of', false);
        $this->postJson("/api/v1/sections/{$this->part->id}/first-sight", ['width' => 'wide'])->assertStatus(422)
            ->assertJsonPath('message', 'A page on the desk is between 200 and 5000 pixels wide.');
        config(['pencil.draws_ahead' => false]);
        $this->postJson("/api/v1/sections/{$this->part->id}/first-sight", ['width' => 868])->assertStatus(202)->assertJsonPath('asked', false);
    }

    public function testTheEngraverDrawsOneSystemAPicture(): void
    {
        $engraver = new NodeEngraver(storage_path('framework/drawing/worker.mjs'));
        $long = $this->section($this->piece('A4q | ' . implode(' | ', array_fill(0, 24, 'D5q E5q F5q G5q'))));
        $music = (string) app(MarkedPage::class)->since($long, '')['xml'];
        $wide = $engraver->systems($music, 1200, 42);
        $narrow = $engraver->systems($music, 600, 42);

        self::assertGreaterThan(count($wide), count($narrow));
        self::assertSame(97, substr_count(implode('', $wide), 'class="note"'));
        self::assertSame(1, preg_match('~<g id="P1-[^"]+" class="note"~', $narrow[0]), 'marks find their notes');
        self::assertSame($wide, $engraver->systems($music, 1200, 42));
        self::assertArrayHasKey('phone', iterator_to_array($engraver->draw($music, [Sheet::Phone])), 'sheets are drawn as before');
        $this->expectException(NotDrawn::class);
        $engraver->systems('no music at all', 600, 42);
    }

    private function desk(?int $piece = null): TestResponse
    {
        $piece ??= $this->part->piece_id;

        return $this->withUnencryptedCookie('first-sight', "{$this->part->id}." . self::LAY)->get("/piece/{$piece}/desk/{$this->part->id}");
    }

    /** The hands have rested on a desk of a width, and the queue has had its turn. */
    private function drawn(int $width): void
    {
        $this->postJson("/api/v1/sections/{$this->part->id}/first-sight", ['width' => $width])->assertStatus(202)->assertJsonPath('asked', true);
        $this->travel(1)->minutes();
        Artisan::call('queue:work', ['--stop-when-empty' => true, '--sleep' => 0, '--memory' => 1024, '--quiet' => true]);
    }
}
