<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Piece;
use App\Models\Presence;
use App\Models\Section;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Testing\TestResponse;

/** Several people at one piece hear of each other. */
final class OthersTest extends FeatureTestCase
{
    private Piece $piece;
    private Section $section;
    private User $idris;

    protected function setUp(): void
    {
        parent::setUp();
        $this->piece = $this->twoViolins('D5q E5q F#5q G5q | A5q G5q F#5h');
        $this->section = $this->section($this->piece);
        $this->idris = $this->person('Idris');
        $this->share($this->piece, $this->idris, 'edit');
    }

    public function testEachSeesWhereTheOthersAreAsLongAsTheyAreThere(): void
    {
        $second = $this->piece->sections()->get()->last();
        self::assertInstanceOf(Section::class, $second);
        $this->actingAs($this->idris);
        self::assertSame([], $this->now($second, 0, 1)->json('people'));
        $this->actingAs($this->director);
        self::assertSame(
            [['id' => $this->idris->id, 'name' => 'Idris', 'section' => $second->id, 'part' => 'Violin II', 'measure' => 1]],
            $this->now($this->section, 0, 0)->json('people'),
        );
        Carbon::setTestNow(Carbon::now()->addSeconds(20));
        self::assertSame([], $this->now($this->section, 0, 0)->json('people'), 'who closed the desk is there no more');
        Carbon::setTestNow();
    }

    public function testWhatSomebodyElseDidIsToldWithThePartAsItIsNow(): void
    {
        $this->actingAs($this->director);
        $desk = $this->getJson("/api/v1/sections/{$this->section->id}")->json();
        self::assertNull($this->now($this->section, $desk['revision'])->json('plan'), 'nothing is worked out while nothing changes');

        $this->actingAs($this->idris);
        $this->postJson("/api/v1/sections/{$this->section->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();
        $this->actingAs($this->director);
        $now = $this->now($this->section, $desk['revision'], 0, ['known' => $desk['names'], 'held' => $desk['names']])->assertOk();

        self::assertSame([['who' => 'Idris', 'what' => '1.1 up', 'part' => 'Violin I']], $now->json('news'));
        self::assertSame('up', $now->json('plan.notes.0.bow.direction'));
        self::assertSame('Idris', $now->json('plan.marks.0.author'));
        self::assertSame($now->json('revision'), $now->json('plan.revision'));
        self::assertNull($this->now($this->section, $now->json('revision'))->json('plan'));
        // A second desk of one's own hears of it too.
        $this->actingAs($this->idris);
        self::assertSame('You, elsewhere', $this->now($this->section, $desk['revision'])->json('news.0.who'));
    }

    public function testAPresenceIsNotWrittenAtEveryCall(): void
    {
        $this->actingAs($this->idris);
        $this->now($this->section, 0, 2);
        $first = Presence::query()->firstOrFail()->seen_at;
        Carbon::setTestNow(Carbon::now()->addSeconds(2));
        $this->now($this->section, 0, 2);
        self::assertEquals($first, Presence::query()->firstOrFail()->seen_at);
        $this->now($this->section, 0, 3);
        self::assertSame(3, Presence::query()->firstOrFail()->measure);
        Carbon::setTestNow();
        self::assertSame(1, Presence::query()->count());
    }

    public function testAStrangerHearsNothingAndNonsenseIsAnswered(): void
    {
        $this->actingAs($this->stranger);
        $this->now($this->section, 0)->assertNotFound();
        $this->actingAs($this->director)->postJson("/api/v1/sections/{$this->section->id}/now", ['revision' => 'x', 'measure' => -1])
            ->assertUnprocessable()->assertJsonPath('message', 'This desk does not say what it shows. Load the page again.');
    }

    /** @param array<string, mixed> $more */
    private function now(Section $section, int $revision, int $measure = 0, array $more = []): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$section->id}/now", ['revision' => $revision, 'measure' => $measure] + $more);
    }
}
