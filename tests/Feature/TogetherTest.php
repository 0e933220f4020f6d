<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Change;
use App\Models\Piece;
use App\Models\Section;
use Illuminate\Testing\TestResponse;

/** One answer for all the sections that have an event: looked at, done, and taken back as one. */
final class TogetherTest extends FeatureTestCase
{
    private Piece $tune;
    private Section $one;
    private Section $two;

    protected function setUp(): void
    {
        parent::setUp();
        $this->tune = $this->twoViolins('D5q E5q F#5q G5q | A5q G5q F#5q E5q | D5h A4h');
        [$this->one, $this->two] = array_values($this->tune->sections->all());
        $this->actingAs($this->director);
    }

    public function testALookTellsWhatItWouldDoAndDoesNothing(): void
    {
        $looks = $this->both('marks/look', '1.2 hook')->assertOk()->json();

        self::assertSame(['Violin I', 'Violin II'], array_column($looks, 'name'));
        self::assertMatchesRegularExpression('~^\d+ bows turn in m. 1 to 3$~', $looks[0]['words']);
        self::assertContains(0, array_column($looks[0]['measures'], 'index'));
        self::assertStringContainsString('line-type="dotted"', implode('', array_column($looks[0]['measures'], 'xml')));
        self::assertSame(0, Change::query()->count());
    }

    public function testItIsOneActAndOneUndo(): void
    {
        $this->both('marks', '1.2 hook', ['label' => 'hook m. 1'])->assertOk()->assertJsonCount(2);
        self::assertSame([1, 1], [$this->one->marks()->count(), $this->two->marks()->count()]);
        self::assertSame(['hook m. 1'], Change::query()->pluck('label')->all());
        $this->postJson('/api/v1/history/undo', ['piece' => $this->tune->id])->assertOk()->assertJsonPath('done.where', 'several parts');

        self::assertSame([0, 0], [$this->one->marks()->count(), $this->two->marks()->count()]);
    }

    public function testNothingIsDoneWhereOnePartCannotRead(): void
    {
        $parts = [['section' => $this->one->id, 'lines' => '1.2 hook'], ['section' => $this->two->id, 'lines' => '99.1 hook']];
        $this->postJson($this->path('marks'), ['parts' => $parts])->assertUnprocessable();
        self::assertSame(0, $this->one->marks()->count());

        $this->postJson($this->path('marks'), ['parts' => []])->assertUnprocessable()
            ->assertJsonPath('message', 'These marks are not understood. Load the page again and make them once more.');
        $this->postJson($this->path('marks'), ['parts' => [['section' => 999_999, 'lines' => '1.2 hook']]])->assertNotFound();
    }

    public function testNothingIsDoneWhereAColleagueWasFirst(): void
    {
        $colleague = $this->person('Idris');
        $this->share($this->tune, $colleague, 'edit');
        $this->actingAs($colleague)->postJson("/api/v1/sections/{$this->two->id}/marks", ['lines' => '1.2 down', 'seen' => 0])->assertOk();
        $this->actingAs($this->director);
        $this->both('marks', '1.2 hook', ['seen' => 0])->assertStatus(409)->assertJsonMissingPath('0');

        self::assertSame(0, $this->one->marks()->count());
        // And a mark of one part heeds what was done to several.
        $seen = $this->tune->refresh()->revision;
        $this->both('marks', '2.1 up', ['seen' => $seen])->assertOk();
        $this->actingAs($colleague)->postJson("/api/v1/sections/{$this->one->id}/marks", ['lines' => '2.1 down', 'seen' => $seen])->assertStatus(409);
    }

    public function testWhoMayOnlyProposeProposesInAllOfThem(): void
    {
        $colleague = $this->person('Idris');
        $this->share($this->tune, $colleague, 'propose');
        $this->actingAs($colleague);
        $this->both('marks', '1.2 hook')->assertOk();
        self::assertSame(['proposed', 'proposed'], [$this->one->marks()->value('state'), $this->two->marks()->value('state')]);

        $this->share($this->tune, $reader = $this->person('Reader'), 'read');
        $this->actingAs($reader);
        $this->both('marks', '1.3 hook')->assertForbidden();
        $this->actingAs($this->stranger);
        $this->both('marks', '1.3 hook')->assertNotFound();
    }

    public function testTheReadThroughTellsWhyAThingWasLeftAndWhoMayMark(): void
    {
        $this->both('marks', "1.1 down\n2.1 up")->assertOk();
        $flags = $this->readThrough();
        self::assertNotSame([], $flags);
        self::assertTrue($flags[0]['mayMark']);
        $this->postJson("/api/v1/sections/{$flags[0]['section']}/leave", ['key' => $flags[0]['key'], 'leave' => true, 'reason' => '  they like it '])->assertOk();
        self::assertSame(['Maren', 'they like it'], [$this->readThrough()[0]['leftBy'], $this->readThrough()[0]['reason']]);
        $this->postJson("/api/v1/sections/{$flags[0]['section']}/leave", ['key' => $flags[0]['key'], 'leave' => true, 'reason' => str_repeat('x', 201)])
            ->assertUnprocessable()->assertJsonPath('message', 'Say why in 200 letters or fewer.');

        $this->share($this->tune, $reader = $this->person('Reader'), 'read');
        $this->actingAs($reader);
        self::assertFalse($this->readThrough()[0]['mayMark']);
    }

    /** @return list<array<string, mixed>> */
    private function readThrough(): array
    {
        return $this->getJson("/api/v1/pieces/{$this->tune->id}/read-through")->assertOk()->json('flags');
    }

    /** @param array<string, mixed> $more */
    private function both(string $what, string $lines, array $more = []): TestResponse
    {
        $parts = array_map(static fn (Section $section): array => ['section' => $section->id, 'lines' => $lines], [$this->one, $this->two]);

        return $this->postJson($this->path($what), ['parts' => $parts, 'seen' => 999, ...$more]);
    }

    private function path(string $what): string
    {
        return "/api/v1/pieces/{$this->tune->id}/{$what}";
    }
}
