<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Letter;
use UprightPencil\Format\MusicXml\ScoreReader;

final class HandOutTest extends FeatureTestCase
{
    public function testAnEditionIsFrozenAndItsLinkNeedsNoAccount(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0]);
        $url = $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 down', 'seen' => 9]);
        auth()->guard('web')->logout();
        $token = basename($url);

        $this->getJson("/api/v1/part/{$token}")->assertJsonPath('edition', 1)->assertJsonPath('part', 'Violin I')->assertJsonPath('changed', null);
        $score = (new ScoreReader())->read((string) $this->get("/api/v1/part/{$token}/page")->assertOk()->getContent());
        self::assertSame('up', $score->parts[0]->notes[1]->printedBow?->value, 'later marks do not reach a frozen edition');
        $this->get("/part/{$token}")->assertOk();
    }

    public function testTheNextEditionSaysWhatChanged(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $url = $this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.3 hook", 'seen' => 9]);
        $since = $this->getJson("/api/v1/pieces/{$piece->id}/handout")->json('sections.0.since.added');
        self::assertContains('1.3     up, hook, low 1', $since);
        $told = $this->getJson("/api/v1/pieces/{$piece->id}/handout")->json('sections.0.told');
        self::assertContains('m. 1 beat 3: V up again, hooked', $told['write']);
        self::assertNotContains('m. 1 beat 3: low 1', [...$told['write'], ...$told['rubOut']], 'what stays is not spoken of');
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertJsonPath('edition.number', 2)->assertJsonPath('link.url', $url);

        $part = $this->getJson('/api/v1/part/' . basename($url))->assertJsonPath('edition', 2);
        $new = array_values(array_filter($part->json('list'), static fn (array $row): bool => $row['isNew']));
        self::assertContains('1.3     up, hook, low 1', array_column($new, 'line'));
        self::assertContains('V up bow, same bow again, stop between, finger low 1', array_column($new, 'words'));
    }

    public function testWhatWillGoWrongOrIsOpenIsAskedAboutFirst(): void
    {
        $piece = $this->piece('A4q | D5q E5q F#5q G5q | A4w');
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $asks = fn (): array => $this->getJson("/api/v1/pieces/{$piece->id}/handout")->assertOk()->json('sections.0.asks');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.3 up\n1.4 up or down", 'seen' => 99])->assertOk();
        self::assertContains('m. 1 beat 4: still open, up or down', $asks());
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.4 up', 'seen' => 99])->assertOk();
        self::assertNotContains('m. 1 beat 4: still open, up or down', $asks());
    }

    public function testTheWholeMarkedScoreLeaves(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 99])->assertOk();
        $xml = (string) $this->get("/api/v1/pieces/{$piece->id}/download.musicxml?what=score")->assertOk()->getContent();
        $mxl = (string) $this->get("/api/v1/pieces/{$piece->id}/download.mxl?what=score")->assertOk()->getContent();
        $abc = (string) $this->get("/api/v1/pieces/{$piece->id}/download.abc?what=score")->assertOk()->getContent();

        self::assertStringContainsString('<up-bow', $xml);
        self::assertStringContainsString('version="4.0"', $xml);
        self::assertEquals((new ScoreReader())->read($xml), (new ScoreReader())->read($mxl));
        self::assertCount(count($piece->sections), (new ScoreReader())->read($abc)->parts);
        $this->getJson("/api/v1/pieces/{$piece->id}/download.abc?what=part")->assertNotFound();
    }

    public function testLinksAreEndedAndRenewed(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $link = $this->postJson("/api/v1/sections/{$section->id}/editions")->json('link');
        $renewed = $this->postJson("/api/v1/sections/{$section->id}/links")->assertCreated()->json('link');
        self::assertNotSame($link['url'], $renewed['url']);
        self::assertSame(32, strlen(basename($renewed['url'])));

        $this->getJson('/api/v1/part/' . basename($link['url']))->assertStatus(410)
            ->assertJsonPath('message', 'This link was ended by your director. Ask for the new one.');
        $this->getJson('/api/v1/part/' . basename($renewed['url']))->assertOk();
        $this->deleteJson("/api/v1/links/{$renewed['id']}")->assertJsonPath('link', null);
        $this->getJson('/api/v1/part/' . basename($renewed['url']))->assertStatus(410);
        $this->getJson('/api/v1/part/guessing')->assertNotFound()
            ->assertJsonPath('message', 'There is no part behind this link. Check that all of it was copied.');
    }

    public function testPartsAreTakenAwayInOpenFormats(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        foreach (["sections/{$section->id}", "part/{$token}"] as $door) {
            $xml = (string) $this->get("/api/v1/{$door}/download.musicxml")->assertOk()->getContent();
            $mxl = (string) $this->get("/api/v1/{$door}/download.mxl")->assertOk()->getContent();
            $list = (string) $this->get("/api/v1/{$door}/download.txt")->assertOk()->getContent();

            self::assertEquals((new ScoreReader())->read($xml), (new ScoreReader())->read($mxl));
            // A teacher takes what can be read back, a student what can be read.
            self::assertStringStartsWith(str_starts_with($door, 'part')
                ? "Passage: Violin I, edition 1\n3 signs, about 1 minute.\n\n[ ] the pickup               V up  (the beginning)\n"
                : "part Violin I\n0.1     up\n", $list);
            $this->get("/api/v1/{$door}/download.exe")->assertNotFound();
        }
    }

    public function testACoTeacherIsInvitedAndSetsUpAnAccount(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director);
        $this->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => 'no address', 'may' => 'edit'])->assertStatus(422)
            ->assertJsonPath('message', 'Type the co-teacher’s e-mail address.');
        $this->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => 'maren@example.test', 'may' => 'edit'])->assertStatus(422);
        $share = $this->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => 'New@example.test', 'may' => 'propose'])->assertCreated();
        self::assertTrue($share->json('waiting'));
        $token = basename($share->json('url'));
        auth()->guard('web')->logout();

        // The link alone gives nobody an account: a letter to the address does.
        $this->getJson("/api/v1/invitation/{$token}")->assertJsonPath('owner', 'Maren')->assertJsonMissingPath('hasAccount');
        $this->postJson("/api/v1/invitation/{$token}", ['name' => 'New', 'password' => 'long enough for all'])->assertUnauthorized();
        $this->postJson("/api/v1/invitation/{$token}/letter")->assertStatus(202);
        self::assertSame(1, preg_match('~/welcome/(\w+)\?~', Letter::query()->latest('id')->firstOrFail()->text, $match));
        $this->postJson('/api/v1/password', ['email' => 'new@example.test', 'token' => $match[1], 'password' => 'short'])->assertStatus(422);
        $this->postJson('/api/v1/password', ['email' => 'new@example.test', 'token' => $match[1], 'name' => 'Neva', 'password' => 'long enough for all'])
            ->assertJsonPath('user.name', 'Neva');
        self::assertSame([], $this->getJson('/api/v1/rack')->json('shared'), 'nobody is taken in unasked');
        $this->postJson("/api/v1/invitation/{$token}")->assertJsonPath('piece', $piece->id);
        $this->getJson("/api/v1/pieces/{$piece->id}")->assertJsonPath('role', 'propose');
        self::assertCount(1, $this->getJson('/api/v1/rack')->json('shared'));
        $this->actingAs($this->stranger)->postJson("/api/v1/invitation/{$token}")->assertForbidden();
        $this->actingAs($this->director)->patchJson("/api/v1/shares/{$share->json('id')}", ['may' => 'read'])->assertJsonPath('may', 'read');
        $this->deleteJson("/api/v1/shares/{$share->json('id')}")->assertOk();
        $this->getJson("/api/v1/invitation/{$token}")->assertNotFound();
    }

    public function testAPartShowsAsManyFingersAsItWasGiven(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F#4q G4q | A4w'));
        $this->actingAs($this->director);
        $shown = fn (): int => substr_count((string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'), '<fingering');
        $usual = $shown();

        $this->putJson("/api/v1/sections/{$section->id}/density", ['density' => 'every'])->assertOk()->assertJsonPath('density', 'every');
        self::assertGreaterThan($usual, $shown());
        $this->putJson("/api/v1/sections/{$section->id}/density", ['density' => null])->assertOk();
        self::assertSame($usual, $shown());
        $this->putJson("/api/v1/sections/{$section->id}/density", ['density' => 'plenty'])->assertUnprocessable()
            ->assertJsonPath('message', 'Choose how many fingers the page shows.');
    }

    public function testAStudentChoosesHowManyFingersThePageShows(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F#4q G4q | A4w'));
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        $this->getJson("/api/v1/part/{$token}")->assertJsonPath('fingers', 'standard')
            ->assertJsonPath('densities', ['sparse', 'standard', 'every']);
        $shown = fn (string $query): int => substr_count((string) $this->get("/api/v1/part/{$token}/page{$query}")->getContent(), '<fingering');

        self::assertGreaterThan($shown('?fingers=sparse'), $shown('?fingers=every'));
        self::assertSame($shown(''), $shown('?fingers=standard'));
        self::assertSame($shown(''), $shown('?fingers=plenty'));
        $list = $this->getJson("/api/v1/part/{$token}?fingers=every")->json('list');
        self::assertGreaterThan(count($this->getJson("/api/v1/part/{$token}")->json('list')), count($list));
        $this->get("/api/v1/part/{$token}/download.txt?fingers=every")->assertOk();
    }

    public function testAPartShowsAsManyBowSignsAsItWasGiven(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F#4q G4q | A4q A4h G4q | D4q E4q F#4q D4q | A4w | E4q A4h. | B4w'));
        $this->actingAs($this->director);
        $shown = fn (): int => preg_match_all('~<(down|up)-bow/>~', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));
        $some = $shown();

        $this->putJson("/api/v1/sections/{$section->id}/density", ['bows' => 'few'])->assertOk()
            ->assertExactJson(['density' => null, 'bows' => 'few']);
        self::assertLessThan($some, $shown());
        $this->putJson("/api/v1/sections/{$section->id}/density", ['bows' => 'every'])->assertOk();
        self::assertSame(7, $shown());
        $this->putJson("/api/v1/sections/{$section->id}/density", ['bows' => null])->assertOk();
        self::assertSame($some, $shown());
        $this->putJson("/api/v1/sections/{$section->id}/density", ['bows' => 'plenty'])->assertUnprocessable()
            ->assertJsonPath('message', 'Choose how many bow signs the page shows.');
        $section->piece->update(['lesson_number' => 3]);
        self::assertSame(7, $shown(), 'a lesson carries one in every measure');
        $this->putJson("/api/v1/sections/{$section->id}/density", ['bows' => 'few']);
        $taken = (string) $this->get("/api/v1/sections/{$section->id}/download.musicxml")->getContent();
        self::assertSame(7, preg_match_all('~<(down|up)-bow/>~', $taken), 'a score that is taken away reads back the same');
    }

    public function testAStudentChoosesHowManyBowSignsThePageShows(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F#4q G4q | A4q A4h G4q | D4q E4q F#4q D4q | A4w | E4q A4h. | B4w'));
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        $this->getJson("/api/v1/part/{$token}")->assertJsonPath('bows', 'some')->assertJsonPath('bowDensities', ['few', 'some', 'every']);
        $shown = fn (string $query): int
            => preg_match_all('~<(down|up)-bow/>~', (string) $this->get("/api/v1/part/{$token}/page{$query}")->getContent());

        self::assertSame([1, 7, 7], [$shown('?bows=few'), $shown('?bows=every'), $shown('?bows=every&fingers=every')]);
        self::assertSame([$shown(''), $shown('')], [$shown('?bows=some'), $shown('?bows=plenty')]);
        self::assertGreaterThan(
            count($this->getJson("/api/v1/part/{$token}")->json('list')),
            count($this->getJson("/api/v1/part/{$token}?bows=every")->json('list')),
        );
    }

    public function testAnEditionStaysWithTheFingersItWasFrozenWith(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        $before = $this->get("/api/v1/part/{$token}/page")->getContent();
        $this->putJson("/api/v1/sections/{$section->id}/density", ['density' => 'every']);

        self::assertSame($before, $this->get("/api/v1/part/{$token}/page")->getContent());
        $this->postJson("/api/v1/sections/{$section->id}/editions");
        $this->getJson("/api/v1/part/{$token}")->assertJsonPath('fingers', 'every');
    }

    public function testPartnersChooseTheirFingersToo(): void
    {
        $section = $this->section($this->piece('A4q | D4w | E4w'));
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.2 change up @outside\n1.4 change up @inside", 'seen' => 9]);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));

        $this->getJson("/api/v1/part/{$token}")->assertJsonPath('chairs', ['outside', 'inside']);
        $inside = $this->get("/api/v1/part/{$token}/page?chair=inside&fingers=every")->assertOk()->getContent();
        self::assertNotSame($inside, $this->get("/api/v1/part/{$token}/page?chair=inside")->getContent());
    }
}
