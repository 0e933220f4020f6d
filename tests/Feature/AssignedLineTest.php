<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Import\KeepScore;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use Tests\Support\Passage;

/** A section's line given to another: a part of its own, that follows the one it comes from. */
final class AssignedLineTest extends FeatureTestCase
{
    private Piece $piece;
    private Section $violin;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->director);
        $xml = Passage::of('4/4', 'D4q E4q F4q G4q | A4q G4q F4h | G3q A3q B3q C4q | D4w')->musicXml();
        $this->piece = app(KeepScore::class)->keep($this->shelf(), $xml, 'tune.musicxml');
        $this->violin = $this->section($this->piece);
    }

    public function testItIsLookedAtFirst(): void
    {
        $look = $this->assign('viola', look: true)->assertOk();
        self::assertSame([0, [], []], [$look->json('octaves'), $look->json('moved'), $look->json('lost')], 'violas reach all of it');
        $look = $this->assign('cello', look: true)->assertOk();
        self::assertSame(-1, $look->json('octaves'));
        $high = $this->assign('bass', look: true)->assertOk();
        self::assertSame([], $high->json('lost'), 'what lies outside goes an octave away');
        self::assertSame(1, $this->piece->sections()->count(), 'nothing is made yet');
        $this->assign('trumpet', look: true)->assertStatus(422)->assertJsonPath('errors.for.0', 'Say which instrument plays the line.');
    }

    public function testThePartHasItsClefItsOctaveAndItsOwnFingers(): void
    {
        $id = $this->assign('cello', 'Cello for the tune')->assertCreated()->json('section');
        $cello = Section::query()->findOrFail($id);
        $plan = app(SectionPlanner::class)->of($cello);

        self::assertSame(['cello', 'Cello for the tune'], [$cello->instrument, $cello->name]);
        self::assertSame('D3', (string) $plan->part->part->notes[0]->pitch);
        self::assertStringContainsString('<sign>F</sign>', (string) gzuncompress($cello->source));
        self::assertSame(['D', 0], [$plan->part->fingers->at($plan->part->part->notes[0]->id)?->string, $plan->part->fingers->at($plan->part->part->notes[0]->id)?->number]);
        $this->getJson("/api/v1/pieces/{$this->piece->id}/tutti")->assertOk()->assertJsonCount(2, 'sections');
        $this->get("/api/v1/pieces/{$this->piece->id}/download.zip")->assertOk();
        $this->getJson("/api/v1/pieces/{$this->piece->id}/paper?what=score")->assertOk();
    }

    public function testBowsOfTheLineHoldInItAndItsOwnHoldOverThem(): void
    {
        $id = $this->assign('viola')->assertCreated()->json('section');
        $plans = fn (): array => array_map(
            fn (Section $one): string => (string) app(SectionPlanner::class)->of($one->fresh())->part->bow->at(
                app(SectionPlanner::class)->of($one->fresh())->part->part->notes[4]->id,
            )?->direction->value,
            [$this->violin, Section::query()->findOrFail($id)],
        );
        self::assertSame(['down', 'down'], $plans());
        $this->postJson("/api/v1/sections/{$this->violin->id}/marks", ['lines' => '2.1 up, 3', 'seen' => 99])->assertOk();
        self::assertSame(['up', 'up'], $plans(), 'it follows');
        $this->postJson("/api/v1/sections/{$id}/marks", ['lines' => '2.1 down', 'seen' => 99])->assertOk();
        self::assertSame(['up', 'down'], $plans(), 'until it has its own');
        self::assertSame(1, Section::query()->findOrFail($id)->marks()->count(), 'a finger is nobody else’s');
    }

    public function testACorrectedScoreGivesItAnew(): void
    {
        $id = $this->assign('viola')->assertCreated()->json('section');
        $this->postJson("/api/v1/sections/{$id}/marks", ['lines' => '4.1 up', 'seen' => 99])->assertOk();
        $xml = Passage::of('4/4', 'D4q E4q F4q A4q | A4q G4q F4h | G3q A3q B3q C4q | D4w')->musicXml();
        $token = $this->post('/api/v1/scores/look', ['score' => UploadedFile::fake()->createWithContent('tune.musicxml', $xml)])->json('token');
        $this->postJson("/api/v1/pieces/{$this->piece->id}/corrections", [
            'token' => $token, 'file' => 'tune.musicxml', 'revision' => $this->piece->fresh()?->revision,
        ])->assertCreated();
        $viola = Section::query()->findOrFail($id);

        self::assertNull($viola->deleted_at);
        self::assertSame('A4', (string) app(SectionPlanner::class)->of($viola)->part->part->notes[3]->pitch, 'what was corrected');
        self::assertSame(1, $viola->marks()->count(), 'its own mark stays');
    }

    public function testItIsTakenBackLikeACorrectedScore(): void
    {
        $id = $this->assign('viola')->assertCreated()->json('section');
        $correction = $this->getJson("/api/v1/pieces/{$this->piece->id}/corrections")->json('0.id');
        $this->deleteJson("/api/v1/corrections/{$correction}")->assertOk();

        self::assertNull(Section::query()->find($id));
        self::assertSame(1, $this->piece->sections()->count());
    }

    public function testANameThatIsTakenAndALineOfALineAreSentences(): void
    {
        $id = $this->assign('viola', 'Third')->assertCreated()->json('section');
        $this->assign('cello', 'Third')->assertStatus(422)->assertJsonPath('message', 'There is a part called Third already.');
        $this->postJson("/api/v1/sections/{$id}/assigned", ['for' => 'bass'])->assertStatus(422)
            ->assertJsonPath('message', 'Third is another section’s line itself: give that one on.');
    }

    private function assign(string $for, string $name = '', bool $look = false): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$this->violin->id}/assigned" . ($look ? '/look' : ''), ['for' => $for, 'name' => $name]);
    }
}
