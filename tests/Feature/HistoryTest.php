<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Marking\ChangeMarks;
use App\Models\Change;
use App\Models\LeftFlag;
use App\Models\Link;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\User;
use App\Plans\ClassSettings;
use App\Plans\SectionPlanner;
use Illuminate\Testing\TestResponse;
use UprightPencil\Format\PencilLines\PencilLinesReader;

/** Every act is in one history, is named before it is taken back, and comes back whole. */
final class HistoryTest extends FeatureTestCase
{
    private Piece $tune;
    private Section $part;

    protected function setUp(): void
    {
        parent::setUp();
        $this->tune = $this->twoViolins('D5q E5q F#5q G5q | A5h A5h');
        $this->part = $this->section($this->tune);
        $this->actingAs($this->director);
    }

    public function testEveryActOfAPieceIsTakenBackOneAfterAnother(): void
    {
        $this->mark('1.2 up');
        $this->postJson("/api/v1/sections/{$this->part->id}/leave", ['key' => 'x|y', 'leave' => true, 'reason' => 'they like it', 'label' => 'late hook at m. 2']);
        $this->postJson("/api/v1/sections/{$this->part->id}/done", ['what' => 'bow', 'done' => true]);
        $this->putJson("/api/v1/sections/{$this->part->id}/density", ['density' => 'every', 'bows' => null]);
        $this->putJson("/api/v1/pieces/{$this->tune->id}/tempos", ['tempos' => ['1' => 92]])->assertOk();
        $this->postJson("/api/v1/sections/{$this->part->id}/editions")->assertCreated();
        $link = Link::query()->firstOrFail();
        $this->deleteJson("/api/v1/links/{$link->id}")->assertOk();
        $this->class(['wording' => 'letter'])->assertOk();
        $this->patchJson("/api/v1/pieces/{$this->tune->id}", ['title' => 'Round Song']);

        $taken = [];
        for ($next = $this->next(); $next !== null; $next = $this->next()) {
            $taken[] = "{$next['what']} – {$next['where']}";
            $this->turn('undo', ['named' => $next['id']])->assertOk()->assertJsonPath('done.id', Change::query()->max('id'));
        }

        self::assertSame([
            '“Passage” is now “Round Song” – the rack',
            'what the class can do – Class',
            'the link of Violin I ended – Hand out',
            'tempos – Passage',
            'how full the page of Violin I is – Passage',
            'bowing of Violin I done – Passage',
            'left as it is: late hook at m. 2 (they like it) – Read-through',
            '1.2 up – Violin I',
        ], $taken);
        self::assertSame('Passage', $this->tune->refresh()->title);
        self::assertNull($link->refresh()->ended_at);
        self::assertNull($this->tune->tempos);
        self::assertNull($this->part->refresh()->bowed_at);
        self::assertNull($this->part->density);
        self::assertSame(0, LeftFlag::query()->count());
        self::assertSame([], $this->marks());

        for ($count = 0; $count < count($taken); $count++) {
            $this->turn('redo')->assertOk();
        }
        self::assertSame('Round Song', $this->tune->refresh()->title);
        self::assertNotNull($link->refresh()->ended_at);
        self::assertSame('they like it', LeftFlag::query()->value('reason'));
        self::assertCount(1, $this->marks());
        self::assertNull($this->turn('redo')->json('done'));
    }

    public function testAScreenTakesBackWhatIsItsOwn(): void
    {
        $other = $this->piece();
        $this->mark('1.2 up');
        $this->patchJson("/api/v1/pieces/{$other->id}", ['archived' => true]);
        $this->class(['wording' => 'letter']);

        self::assertSame('“Passage” with the earlier pieces', $this->next(['on' => 'rack'])['what'] ?? null);
        self::assertSame('what the class can do', $this->next(['on' => 'class'])['what'] ?? null);
        $this->turn('undo', ['on' => 'rack', 'piece' => null])->assertOk();
        self::assertNull($other->refresh()->archived_at);
        self::assertNull($this->next(['on' => 'rack']));
        self::assertNotNull($this->next(['on' => 'class']));
    }

    public function testWhatWasNamedIsTakenBackAndNothingElse(): void
    {
        $this->mark('1.2 up');
        $named = $this->next();
        $this->mark('1.3 hook');
        $this->turn('undo', ['named' => $named['id'] ?? 0])->assertStatus(409)
            ->assertJsonPath('message', 'Something was done since. Next comes “1.3 hook”; nothing was turned back.');
        $this->postJson("/api/v1/sections/{$this->part->id}/undo", ['named' => $named['id'] ?? 0])->assertStatus(409);

        self::assertCount(2, $this->marks());
    }

    public function testTwoPressesAtOnceTakeOneThingBack(): void
    {
        $this->mark('1.2 up');
        $this->mark('1.3 hook');
        $named = ['named' => $this->next()['id'] ?? 0];
        $this->turn('undo', $named)->assertOk();
        $this->turn('undo', $named)->assertStatus(409);

        self::assertCount(1, $this->marks());
    }

    public function testShelvesAreMadeRenamedAndRemovedAndEachIsTakenBack(): void
    {
        $shelf = $this->postJson('/api/v1/shelves', ['name' => 'Spring', 'kind' => 'programme'])->assertCreated()->json('id');
        $this->patchJson("/api/v1/shelves/{$shelf}", ['name' => 'Summer'])->assertOk();
        $this->patchJson("/api/v1/pieces/{$this->tune->id}", ['shelf' => $shelf])->assertOk();
        $this->deleteJson("/api/v1/shelves/{$shelf}")->assertStatus(422)
            ->assertJsonPath('message', '“Summer” has pieces on it. Move them to another shelf first.');
        $this->turn('undo', ['on' => 'rack', 'piece' => null])->assertJsonPath('done.what', '“Passage” to “Summer”');
        $this->deleteJson("/api/v1/shelves/{$shelf}")->assertOk();
        self::assertNull(Shelf::query()->find($shelf));

        $this->turn('undo', ['on' => 'rack', 'piece' => null])->assertJsonPath('done.what', 'shelf “Summer” removed');
        self::assertSame('Summer', Shelf::query()->find($shelf)?->name);
        $this->turn('undo', ['on' => 'rack', 'piece' => null]);
        self::assertSame('Spring', Shelf::query()->find($shelf)?->name);
        $this->patchJson("/api/v1/pieces/{$this->tune->id}", ['shelf' => $shelf]);
        Change::query()->latest('id')->first()?->delete();
        // A shelf that pieces came to stand on cannot be made unmade under them.
        $this->turn('undo', ['on' => 'rack', 'piece' => null])->assertStatus(409)->assertJsonPath('message', 'There are pieces on this shelf now. Move them first.');
        self::assertNotNull(Piece::query()->find($this->tune->id));
    }

    public function testANewLinkIsTakenBackAndTheOldOneOpensAgain(): void
    {
        $this->postJson("/api/v1/sections/{$this->part->id}/editions")->assertCreated();
        $this->postJson("/api/v1/sections/{$this->part->id}/links")->assertCreated();
        [$old, $new] = Link::query()->orderBy('id')->get()->all();
        self::assertNotNull($old->ended_at);
        $this->turn('undo')->assertJsonPath('done.what', 'a new link for Violin I');

        self::assertNull($old->refresh()->ended_at);
        self::assertNotNull($new->refresh()->ended_at);
        $this->turn('redo');
        self::assertNotNull($old->refresh()->ended_at);
        self::assertNull($new->refresh()->ended_at);
    }

    public function testMarksOfSeveralPartsAreOneAct(): void
    {
        [$one, $two] = $this->tune->sections->all();
        $this->together("1.2 up", [$one, $two]);
        self::assertSame(['several parts', null], [$this->next()['where'] ?? null, $this->next()['section'] ?? null]);
        $this->turn('undo')->assertOk();

        self::assertSame([], $this->marks());
        self::assertSame([], $two->marks()->pluck('key')->all());
    }

    public function testOneGoesBackToAnyEntry(): void
    {
        $this->mark('1.1 up');
        $to = Change::query()->latest('id')->firstOrFail();
        $before = $this->marks();
        $this->mark('1.2 hook');
        $this->mark('1.1 down');
        $this->postJson("/api/v1/sections/{$this->part->id}/undo");
        $this->mark('2.1 down');
        $this->postJson("/api/v1/sections/{$this->part->id}/leave", ['key' => 'x|y', 'leave' => true]);
        $this->postJson("/api/v1/pieces/{$this->tune->id}/history/back", ['change' => $to->id])->assertOk()
            ->assertJson(['stayed' => 0, 'turned' => 3]);

        self::assertSame($before, $this->marks());
        self::assertSame(0, LeftFlag::query()->count());
        $this->turn('undo')->assertJsonPath('done.what', 'went back to “1.1 up”');
        self::assertCount(3, $this->marks());
        $history = $this->getJson("/api/v1/pieces/{$this->tune->id}/history")->json();
        self::assertSame(['took back: went back to “1.1 up”', 'went back to “1.1 up”'], array_slice(array_column($history, 'what'), 0, 2));
    }

    public function testWhatAnotherPersonDidIsNotTakenBackSilently(): void
    {
        $colleague = $this->person('Idris');
        $this->share($this->tune, $colleague, 'edit');
        $this->mark('1.1 up');
        $to = Change::query()->latest('id')->firstOrFail();
        $this->mark('1.2 hook');
        $this->actingAs($colleague);
        $this->mark('2.1 up');
        $this->actingAs($this->director);
        $path = "/api/v1/pieces/{$this->tune->id}/history/back";
        $this->postJson($path, ['change' => $to->id])->assertStatus(409)->assertJsonPath('others', ['Idris'])
            ->assertJsonPath('message', 'Idris changed this piece since. Say whether that stays.');
        self::assertCount(3, $this->marks());

        $this->postJson($path, ['change' => $to->id, 'others' => 'stay'])->assertOk()->assertJsonPath('stayed', 1);
        self::assertCount(2, $this->marks());
        $this->postJson($path, ['change' => $to->id, 'others' => 'go'])->assertOk();
        self::assertCount(1, $this->marks());
        $this->actingAs($this->stranger)->postJson($path, ['change' => $to->id])->assertNotFound();
        $this->actingAs($this->director)->postJson($path, ['change' => 999999])->assertNotFound();
        $this->postJson($path, ['change' => 'x'])->assertStatus(422)->assertJsonPath('message', 'Say which entry of the history is gone back to.');
    }

    public function testARightThatWasLoweredIsHeeded(): void
    {
        $colleague = $this->person('Idris');
        $share = $this->share($this->tune, $colleague, 'edit');
        $this->actingAs($colleague);
        $this->postJson("/api/v1/sections/{$this->part->id}/done", ['what' => 'bow', 'done' => true])->assertOk();
        $this->tune->shares()->update(['may' => 'propose']);
        $this->turn('undo')->assertForbidden();

        self::assertNotNull($this->part->refresh()->bowed_at);
    }

    private function mark(string $line): void
    {
        $this->postJson("/api/v1/sections/{$this->part->id}/marks", ['lines' => $line, 'seen' => 999, 'label' => $line])->assertOk();
    }

    /** @param list<Section> $sections */
    private function together(string $line, array $sections): void
    {
        $parts = [];
        foreach ($sections as $section) {
            $score = app(SectionPlanner::class)->score($section);
            $marks = (new PencilLinesReader($score, $score->parts))->read($line)->marks[$section->part_id] ?? [];
            $parts[] = [$section, $marks, []];
        }
        app(ChangeMarks::class)->together($this->tune->id, $this->director, $parts, 999, $line);
    }

    /** @param array<string, mixed> $settings */
    private function class(array $settings): TestResponse
    {
        return $this->putJson('/api/v1/class', [...ClassSettings::from([])->toArray(), ...$settings]);
    }

    /** @return list<string> */
    private function marks(): array
    {
        return array_values($this->part->marks()->orderBy('key')->pluck('key')->all());
    }

    /**
     * @param array<string, mixed> $scope
     * @return array<string, mixed>|null what undo would take back
     */
    private function next(array $scope = []): ?array
    {
        $query = http_build_query($scope === [] ? ['piece' => $this->tune->id] : $scope);

        return $this->getJson("/api/v1/history/next?{$query}")->assertOk()->json('undo');
    }

    /** @param array<string, mixed> $more */
    private function turn(string $kind, array $more = []): TestResponse
    {
        return $this->postJson("/api/v1/history/{$kind}", ['piece' => $this->tune->id, ...$more]);
    }
}
