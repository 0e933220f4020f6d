<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Piece;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\Passage;
use Tests\Support\TwoParts;

final class RackTest extends FeatureTestCase
{
    public function testAScoreIsLookedAtBeforeItIsKept(): void
    {
        $this->actingAs($this->director);
        $xml = Passage::of('4/4', 'A4q | D5q E5q F5q G5q | [repeat] A5w | [1] G5w [back] | [2] G5h.')->withPickup()->musicXml();
        $understood = $this->post('/api/v1/scores/look', ['score' => UploadedFile::fake()->createWithContent('tune.musicxml', $xml)])->assertOk();

        self::assertSame('Passage', $understood->json('title'));
        self::assertSame('violin', $understood->json('parts.0.instrument'));
        self::assertTrue($understood->json('pickup'));
        self::assertSame('pickup–3, then 2, then 4', $understood->json('roadmap'));
        self::assertSame(0, Piece::query()->count());

        $kept = $this->postJson('/api/v1/pieces', [
            'token' => $understood->json('token'), 'file' => 'tune.musicxml', 'title' => 'My Tune', 'shelf' => $this->shelf()->id,
        ])->assertCreated();
        $this->getJson('/api/v1/rack')->assertJsonPath('shelves.0.pieces.0.title', 'My Tune')
            ->assertJsonPath('shelves.0.pieces.0.sections.0.name', 'Violin I');
        $this->getJson("/api/v1/pieces/{$kept->json('id')}")->assertJsonPath('role', 'own');
        $this->postJson('/api/v1/pieces', ['token' => $understood->json('token'), 'file' => 'x', 'shelf' => $this->shelf()->id])
            ->assertStatus(422)->assertJsonPath('message', 'This score was looked at too long ago. Choose the file again.');
    }

    public function testPartsAreCorrectedAndLeftOutBeforeAScoreIsKept(): void
    {
        $this->actingAs($this->director);
        $xml = str_replace('Violin II', 'Kazoo', TwoParts::musicXml('D5q E5q F5q G5q | A5w', 'A3q B3q C4q D4q | E4w'));
        $look = fn (): TestResponse => $this->post('/api/v1/scores/look', ['score' => UploadedFile::fake()->createWithContent('two.musicxml', $xml)]);
        $understood = $look()->assertOk()->assertJsonPath('parts.1.instrument', 'other');
        $asked = ['token' => $understood->json('token'), 'file' => 'two.musicxml', 'shelf' => $this->shelf()->id];
        $parts = static fn (?string $one, ?string $other): array => [['id' => 'P1', 'instrument' => $one], ['id' => 'P2', 'instrument' => $other]];

        $this->postJson('/api/v1/pieces', [...$asked, 'parts' => $parts(null, null)])->assertStatus(422)->assertJsonPath('message', 'Keep at least one part.');
        $this->postJson('/api/v1/pieces', [...$asked, 'parts' => $parts('kazoo', 'viola')])->assertStatus(422)
            ->assertJsonPath('message', 'A part is for violin, viola, cello, bass or another instrument, or it is left out.');
        $id = $this->postJson('/api/v1/pieces', [...$asked, 'parts' => $parts(null, 'viola')])->assertCreated()->json('id');
        $sections = Piece::query()->findOrFail($id)->sections;
        self::assertSame(['P2'], $sections->pluck('part_id')->all());
        $desk = $this->getJson("/api/v1/sections/{$sections[0]->id}")->assertOk();
        self::assertSame('down', $desk->json('notes.0.bow.direction'), 'what is a viola now is bowed');
        self::assertSame('G', $desk->json('notes.0.finger.string'), 'and fingered as one');
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function badFiles(): iterable
    {
        yield 'a picture' => ['score.png', 'x', 'This is a picture'];
        yield 'nothing in it' => ['score.xml', '', 'empty'];
        yield 'not XML' => ['score.xml', 'hello', 'not XML'];
        yield 'a web page' => ['score.xml', '<html></html>', 'web page'];
        yield 'an outside entity' => ['score.xml', '<!DOCTYPE x [<!ENTITY y SYSTEM "file:///etc/passwd">]><score-partwise>&y;</score-partwise>', 'entities'];
        yield 'a broken archive' => ['score.mxl', "PK\x03\x04broken", 'damaged'];
        yield 'no parts' => ['score.musicxml', '<score-partwise/>', 'no parts'];
    }

    #[DataProvider('badFiles')]
    public function testABadFileIsAnsweredWithOneSentenceAndNothingIsKept(string $name, string $content, string $says): void
    {
        $this->actingAs($this->director);
        $answer = $this->post('/api/v1/scores/look', ['score' => UploadedFile::fake()->createWithContent($name, $content)], ['Accept' => 'application/json']);

        $answer->assertStatus(422);
        self::assertStringContainsString($says, $answer->json('message'));
        self::assertStringNotContainsString('root:', (string) $answer->getContent());
        self::assertSame(0, Piece::query()->count());
    }

    public function testAFileThatIsTooLargeIsRefused(): void
    {
        $this->actingAs($this->director);

        $this->post('/api/v1/scores/look', ['score' => UploadedFile::fake()->create('score.xml', 17000)])->assertStatus(422)
            ->assertJsonPath('message', 'The file is larger than 16 MB, which is more than any part needs.');
        $this->post('/api/v1/scores/look', [])->assertStatus(422);
    }

    public function testPiecesAreRenamedPutAwayAndThrownAway(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director);

        $this->patchJson("/api/v1/pieces/{$piece->id}", ['title' => ' Renamed '])->assertJsonPath('title', 'Renamed');
        $this->patchJson("/api/v1/pieces/{$piece->id}", ['title' => ''])->assertStatus(422)->assertJsonPath('message', 'A piece needs a title.');
        $this->patchJson("/api/v1/pieces/{$piece->id}", ['archived' => true])->assertOk();
        self::assertSame([], $this->getJson('/api/v1/rack')->json('shelves.0.pieces'));
        self::assertCount(1, $this->getJson('/api/v1/rack?earlier=1')->json('shelves.0.pieces'));
        $this->patchJson("/api/v1/pieces/{$piece->id}", ['archived' => false])->assertOk();
        $this->deleteJson("/api/v1/pieces/{$piece->id}")->assertOk();
        self::assertSame([], $this->getJson('/api/v1/rack')->json('shelves.0.pieces'));
        $this->postJson("/api/v1/pieces/{$piece->id}/restore")->assertOk();
        self::assertCount(1, $this->getJson('/api/v1/rack')->json('shelves.0.pieces'));
    }

    public function testAShelfIsPutUp(): void
    {
        $this->actingAs($this->director);

        $this->postJson('/api/v1/shelves', ['name' => 'Summer', 'kind' => 'programme'])->assertCreated();
        $this->postJson('/api/v1/shelves', ['name' => '', 'kind' => 'programme'])->assertStatus(422)->assertJsonPath('message', 'Give the shelf a name.');
        $this->getJson('/api/v1/rack')->assertJsonPath('shelves.0.name', 'Summer');
    }

    private function rack(): TestResponse
    {
        $this->workOut();

        return $this->getJson('/api/v1/rack')->assertJsonPath('unknown', 0);
    }

    public function testTheRackShowsHowFarASectionIs(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $this->rack()->assertJsonPath('shelves.0.pieces.0.sections.0.bowed', 0);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0]);
        self::assertEqualsWithDelta(0.667, $this->rack()->json('shelves.0.pieces.0.sections.0.bowed'), 0.001);
        $this->rack()->assertJsonPath('shelves.0.pieces.0.sections.0.fingered', 0);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '2.1 3', 'seen' => 9]);
        self::assertGreaterThan(0.6, $this->rack()->json('shelves.0.pieces.0.sections.0.fingered'));
        $this->postJson("/api/v1/sections/{$section->id}/done", ['what' => 'bow', 'done' => true])
            ->assertExactJson(['bow' => true, 'hand' => false]);
        self::assertEquals(1, $this->rack()->json('shelves.0.pieces.0.sections.0.bowed'));
        $this->getJson("/api/v1/sections/{$section->id}")->assertJsonPath('section.done', ['bow' => true, 'hand' => false]);
        $this->postJson("/api/v1/sections/{$section->id}/done", ['what' => 'bow', 'done' => false]);
        self::assertLessThan(1, $this->rack()->json('shelves.0.pieces.0.sections.0.bowed'));
    }

    public function testSigningInAndOut(): void
    {
        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'wrong'])->assertStatus(422)
            ->assertJsonPath('message', 'The e-mail address or the password is not right.');
        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])
            ->assertJsonPath('user.name', 'Maren');
        $this->getJson('/api/v1/session')->assertJsonPath('user.name', 'Maren');
        $this->deleteJson('/api/v1/session')->assertJsonPath('user', null);
    }

    public function testTooManyTriesWait(): void
    {
        for ($try = 0; $try < 8; $try++) {
            $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'wrong']);
        }

        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertStatus(429);
    }

    public function testTheEighthTryIsTakenAndSigningInForgetsTheOnesBefore(): void
    {
        for ($round = 0; $round < 2; $round++) {
            for ($try = 0; $try < 7; $try++) {
                $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'wrong'])->assertStatus(422);
            }
            $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertOk();
            $this->deleteJson('/api/v1/session');
        }
    }

    public function testTheScreensAnswerAndCarryTheirHeaders(): void
    {
        $this->get('/rack')->assertOk()->assertHeader('X-Frame-Options', 'DENY')->assertHeader('X-Content-Type-Options', 'nosniff')
            ->assertHeader('Referrer-Policy', 'same-origin')
            ->assertHeader(
                'Content-Security-Policy',
                "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
                . "font-src 'self' data:; worker-src 'self' blob:; connect-src 'self'; frame-ancestors 'none'; base-uri 'none'; "
                . "form-action 'self'",
            );
        $this->getJson('/api/v1/nothing')->assertNotFound()->assertJsonPath('message', 'This is not here any more, or not yours to see.');
    }
}
