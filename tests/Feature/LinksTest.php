<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Import\KeepScore;
use App\Models\Edition;
use App\Models\Link;
use App\Models\Reader;
use App\Models\Section;
use Illuminate\Support\Facades\DB;
use Tests\Support\Passage;
use UprightPencil\Editions\ChangeKind;

/** What is behind a student's link: the music or the list alone, what changed, and how many have seen it. */
final class LinksTest extends FeatureTestCase
{
    private const TUNE = 'A4q | D4q E4q F#4q G4q | A4q B4q C#5q D5q | E5h D5h | D5q C#5q B4q A4q';

    private Section $section;
    private string $token;

    protected function setUp(): void
    {
        parent::setUp();
        $this->section = $this->section($this->piece(self::TUNE));
        $this->actingAs($this->director);
        $this->token = basename((string) $this->postJson("/api/v1/sections/{$this->section->id}/editions")->assertCreated()->json('link.url'));
    }

    public function testALinkShowsTheListAloneAndNothingOfTheMusicByAnyAddress(): void
    {
        $this->patchJson("/api/v1/links/{$this->link()->id}", ['shows' => 'list'])->assertOk()->assertJsonPath('link.shows', 'list');
        $page = $this->get("/part/{$this->token}")->assertOk();
        $page->assertSee('For a printed part')->assertDontSee('class="drawn"', false)->assertDontSee('data-tab="music"', false);
        $sentence = 'This link shows the pencil list alone. The music of this edition may not be copied.';
        foreach (['page', 'drawing/phone', 'download.pdf', 'download.musicxml', 'download.mxl'] as $path) {
            $this->getJson("/api/v1/part/{$this->token}/{$path}")->assertForbidden()->assertJsonPath('message', $sentence);
        }
        $this->getJson("/api/v1/part/{$this->token}/download.txt")->assertOk();
        $this->getJson("/api/v1/part/{$this->token}/now")->assertOk();

        $this->patchJson("/api/v1/links/{$this->link()->id}", ['shows' => 'all'])->assertOk();
        $this->getJson("/api/v1/part/{$this->token}/page")->assertOk();
        $this->patchJson("/api/v1/links/{$this->link()->id}", ['shows' => 'half'])->assertUnprocessable()
            ->assertJsonPath('message', 'A link shows all, or the list.');
    }

    public function testARenewedLinkShowsWhatTheOldOneDid(): void
    {
        $this->patchJson("/api/v1/links/{$this->link()->id}", ['shows' => 'list']);
        $this->postJson("/api/v1/sections/{$this->section->id}/links")->assertCreated()->assertJsonPath('link.shows', 'list');
    }

    public function testAnEndedLinkOpensAgainUnlessThereIsANewerOne(): void
    {
        $link = $this->link();
        $this->deleteJson("/api/v1/links/{$link->id}")->assertOk()->assertJsonPath('link', null)->assertJsonPath('openAgain', $link->id);
        $this->getJson("/api/v1/part/{$this->token}/now")->assertStatus(410);
        $this->patchJson("/api/v1/links/{$link->id}", ['ended' => false])->assertOk()->assertJsonPath('link.id', $link->id);
        $this->getJson("/api/v1/part/{$this->token}/now")->assertOk();

        $this->postJson("/api/v1/sections/{$this->section->id}/links")->assertCreated()->assertJsonPath('openAgain', null);
        $this->patchJson("/api/v1/links/{$link->id}", ['ended' => false])->assertStatus(409)
            ->assertJsonPath('message', 'There is a newer link already; end that one first.');
        $this->patchJson("/api/v1/links/{$link->id}", ['ended' => true])->assertUnprocessable();
    }

    public function testReadersAreCountedByARandomNumberAndForgottenWithTheLink(): void
    {
        $seen = fn (string $reader, ?int $finished = null) => $this->postJson(
            "/api/v1/part/{$this->token}/seen",
            ['reader' => str_repeat($reader, 20), 'finished' => $finished],
        );
        $seen('a')->assertOk()->assertJsonPath('counted', true);
        $seen('a');
        $seen('b', 1);
        // Of an edition that is not the newest.
        $seen('c', 7);
        self::assertSame([3, 1], $this->counts());
        $seen('b');
        self::assertSame([3, 0], $this->counts());
        $seen('b', 1);
        $this->putJson("/api/v1/sections/{$this->section->id}/density", ['density' => 'every']);
        $this->postJson("/api/v1/sections/{$this->section->id}/editions");
        self::assertSame([3, 0], $this->counts(), 'the list of a newer edition is not finished');

        $seen('?')->assertUnprocessable()->assertJsonPath('message', 'This page does not say which browser it is in.');
        self::assertSame(['id', 'link_id', 'token', 'finished'], array_keys(Reader::query()->firstOrFail()->getAttributes()));
        $this->deleteJson("/api/v1/links/{$this->link()->id}");
        self::assertSame(0, Reader::query()->count());
        $seen('d')->assertStatus(410);
    }

    public function testSomebodyWhoMakesReadersUpIsNotCountedForEver(): void
    {
        $rows = array_map(fn (int $number): array => ['link_id' => $this->link()->id, 'token' => "made-up-{$number}"], range(1, 400));
        Reader::query()->insert($rows);
        $this->postJson("/api/v1/part/{$this->token}/seen", ['reader' => str_repeat('z', 20)])->assertOk()->assertJsonPath('counted', false);
    }

    public function testPlayersAreToldWhatWasDecidedAndWhatFollows(): void
    {
        $this->postJson("/api/v1/sections/{$this->section->id}/marks", ['lines' => '1.2 down', 'seen' => 99])->assertOk();
        $before = $this->getJson("/api/v1/sections/{$this->section->id}/changes")->assertOk()->json('changes');
        $this->postJson("/api/v1/sections/{$this->section->id}/editions")->assertCreated();
        $this->postJson("/api/v1/sections/{$this->section->id}/marks", ['lines' => '3.1 4', 'seen' => 99])->assertOk();
        $this->postJson("/api/v1/sections/{$this->section->id}/editions")->assertCreated();

        $changes = fn (int $from, int $edition = 3): array => $this->getJson("/api/v1/part/{$this->token}/changes?from={$from}&edition={$edition}")
            ->assertOk()->json('changes');
        self::assertSame($before, $changes(1, 2), 'the director was told the same beforehand');
        self::assertSame(ChangeKind::Decided->value, $changes(1)[0]['kind']);
        self::assertStringStartsWith('m. 1 beat 2: down', $changes(1)[0]['text']);
        self::assertSame([1, 1], [$changes(1)[0]['from'], $changes(1)[0]['to']], 'measures are counted from the pickup');
        self::assertContains(ChangeKind::Follows->value, array_column($changes(1, 2), 'kind'));
        self::assertNotSame($changes(1), $changes(2));
        $this->get("/part/{$this->token}")->assertSee('Changed since edition <span id="since">2</span>', false)->assertSee($changes(2)[0]['text']);
        $this->getJson("/api/v1/part/{$this->token}/changes?from=9")->assertNotFound()->assertJsonPath('message', 'There is no edition 9 before this one.');
        $this->getJson("/api/v1/part/{$this->token}/changes?from=3")->assertNotFound();
    }

    public function testAnEditionFromBeforeTellsNothingRatherThanNonsense(): void
    {
        Edition::query()->update(['told' => null]);
        self::assertNull($this->getJson("/api/v1/sections/{$this->section->id}/changes")->assertOk()->json('changes'));
        $this->postJson("/api/v1/sections/{$this->section->id}/editions")->assertCreated();
        self::assertSame([], $this->getJson("/api/v1/part/{$this->token}/changes?from=1")->assertOk()->json('changes'));
        $this->get("/part/{$this->token}")->assertOk()->assertSee('id="changed" hidden', false);
    }

    public function testALinkIsOpenedFourHundredTimesInAMinute(): void
    {
        $this->get("/part/{$this->token}")->assertOk();
        $planned = DB::table('cache')->where('key', 'like', '%plan:%')->count();
        auth()->guard('web')->logout();
        for ($time = 0; $time < 400; $time++) {
            $answer = $this->get("/part/{$this->token}");
            self::assertSame(200, $answer->getStatusCode());
            self::assertSame([], $answer->headers->getCookies(), 'a view begins no session');
        }
        self::assertSame($planned, DB::table('cache')->where('key', 'like', '%plan:%')->count(), 'a view plans nothing');
        self::assertLessThanOrEqual(1, DB::table('sessions')->count());
    }

    public function testALinkOfAnotherPartShowsThatPartAndOneThatWasNeverMadeSaysSo(): void
    {
        $other = $this->section($this->piece('G4q | C5w'));
        $this->postJson("/api/v1/sections/{$other->id}/editions")->assertCreated();
        $this->getJson("/api/v1/part/{$this->token}/changes?from=1&edition=7")->assertNotFound()->assertJsonPath('message', 'There is no edition 7 of this part.');
        $this->get('/part/' . str_repeat('x', 32))->assertNotFound()->assertSee('There is no part behind this link.');
        $this->getJson('/api/v1/part/' . str_repeat('x', 32) . '/drawing/phone')->assertNotFound();
        $this->postJson('/api/v1/part/' . str_repeat('x', 32) . '/seen', ['reader' => str_repeat('a', 20)])->assertNotFound();
    }

    public function testAPartWithoutANoteIsHandedOutAndHasAnEmptyList(): void
    {
        $rests = $this->section($this->piece('rq | rw | rw'));
        $url = $this->postJson("/api/v1/sections/{$rests->id}/editions")->assertCreated()->json('link.url');
        $this->get('/part/' . basename((string) $url))->assertOk()->assertSee('For a printed part');
        $this->get("/api/v1/sections/{$rests->id}/download.pdf")->assertOk();
        self::assertSame([], $this->getJson("/api/v1/sections/{$rests->id}/changes")->assertOk()->json('changes'));
    }

    public function testTheLinesOfThePrintedEditionAreOfferedWhereTheScoreTellsThem(): void
    {
        $this->get("/part/{$this->token}")->assertDontSee('name="lines"', false);
        $xml = Passage::of('4/4', 'A4q B4q C#5q D5q | E5w | D5w')->musicXml();
        $printed = str_replace('<measure number="2">', '<measure number="2"><print new-system="yes"/>', $xml);
        self::assertNotSame($xml, $printed);
        $section = $this->section(app(KeepScore::class)->keep($this->shelf(), $printed, 'printed.musicxml'));
        $url = (string) $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url');
        $this->get('/part/' . basename($url))->assertSee('name="lines"', false);
    }

    /** @return array{int, int} opened and finished */
    private function counts(): array
    {
        $link = $this->getJson("/api/v1/pieces/{$this->section->piece_id}/handout")->json('sections.0.link');

        return [$link['opened'], $link['finished']];
    }

    private function link(): Link
    {
        /** @var Link $link */
        $link = $this->section->links()->whereNull('ended_at')->firstOrFail();

        return $link;
    }
}
