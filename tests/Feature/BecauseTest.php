<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Section;
use Illuminate\Testing\TestResponse;

/** What the desk tells of one note: its reasons, the other ways, and how it was before. */
final class BecauseTest extends FeatureTestCase
{
    private const TWICE = 'A4q | D4e E4e F4e G4e D4h | A4e A4e D4h. | E4e F4e (E4e D4e) E4e D4e E4e F4e'
        . ' | D4e E4e F4e G4e D4h | A4e A4e D4h. | C4h.';

    public function testTheOtherDirectionTellsWhatItWouldDo(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4q G4q | A4h B4h | C5w'));
        $bows = $this->note($section, 'P1-m1-n1')->json('bows');

        self::assertSame('up', $bows[0]['text']);
        self::assertSame(['P1-m1-n1 up'], $bows[0]['lines']);
        self::assertSame('6 later bows go the other way, up to measure 3; 1 before it turns round too', $bows[0]['does']);
    }

    public function testANoteUnderASlurHasNoDirectionOfItsOwnToTurn(): void
    {
        $section = $this->section($this->piece('A4q | (D4q E4q) F4q G4q'));

        self::assertSame([], $this->note($section, 'P1-m1-n2')->json('bows'));
        self::assertNotSame([], $this->note($section, 'P1-m1-n1')->json('bows'));
    }

    public function testAPassageBowedOtherwiseThanBeforeIsTold(): void
    {
        $section = $this->section($this->piece(self::TWICE));
        $before = $this->note($section, 'P1-m4-n1')->json('bowedBefore');

        self::assertSame(['up at m. 4 beat 1, and down the first time at m. 1 beat 1', ['4.1 down']], [$before['text'], $before['lines']]);
        $this->note($section, 'P1-m1-n1')->assertJsonPath('bowedBefore', null);
    }

    public function testItsWayOutMakesThemAlike(): void
    {
        $section = $this->section($this->piece(self::TWICE));
        $lines = $this->note($section, 'P1-m4-n1')->json('bowedBefore.lines');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => implode("\n", $lines), 'seen' => 0])->assertOk();

        $this->note($section, 'P1-m4-n1')->assertJsonPath('bowedBefore', null);
    }

    public function testTheSameNoteElsewhereIsNamedForTheFingers(): void
    {
        $section = $this->section($this->piece(self::TWICE));

        $this->note($section, 'P1-m1-n2')->assertJsonPath('again', ['P1-m4-n2']);
        $this->note($section, 'P1-m3-n1')->assertJsonPath('again', []);
    }

    public function testANoteThatIsNotThereIsSaidSo(): void
    {
        $section = $this->section($this->piece());

        $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}/notes/P1-m99-n1")->assertNotFound()
            ->assertJsonPath('message', 'There is no such note in this part.');
    }

    public function testTuttiTellsALineInTwoHands(): void
    {
        $piece = $this->twoViolins('D5q E5q F#5q A4q | B4q C#5q D5h');
        $this->actingAs($this->director);
        $this->getJson("/api/v1/pieces/{$piece->id}/tutti")->assertOk()->assertJsonPath('hands', []);

        $first = $piece->sections->firstOrFail();
        $this->postJson("/api/v1/sections/{$first->id}/marks", ['lines' => '1.2 4, on A', 'seen' => 0])->assertOk();
        $hands = $this->getJson("/api/v1/pieces/{$piece->id}/tutti")->json('hands');

        self::assertCount(1, $hands);
        self::assertStringContainsString('play the same line and finger it in two ways, from m. 1 beat 2 on', $hands[0]['text']);
        self::assertCount(2, $hands[0]['ways']);
        self::assertEquals(0, $hands[0]['spans'][0]['from']);
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function note(Section $section, string $id): TestResponse
    {
        return $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}/notes/{$id}")->assertOk();
    }
}
