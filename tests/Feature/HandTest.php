<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Section;
use Illuminate\Testing\TestResponse;

/** The hand on the desk: fingers put and explained, returns copied, what the class takes away. */
final class HandTest extends FeatureTestCase
{
    public function testAFingerIsAMarkAndIsWorkedOutFrom(): void
    {
        $section = $this->section($this->piece('A4q | G4q A4q G4h'));
        $this->actingAs($this->director);

        $answer = $this->mark($section, 'P1-m1-n2 4')->assertOk();

        self::assertSame(['D', 4, 'mark'], $this->pick($answer, 2, ['string', 'number', 'origin']));
        self::assertSame(4, $answer->json('notes.2.finger.number'));
        self::assertArrayNotHasKey('why', $answer->json('notes.2.finger'), 'reasons are asked for one at a time');
    }

    public function testANoteTellsItsReasonAndItsRunnersUp(): void
    {
        $section = $this->section($this->piece('A4q | (A4e G4e F#4e E4e) rh'));
        $this->actingAs($this->director);

        $detail = $this->getJson("/api/v1/sections/{$section->id}/notes/P1-m1-n1")->assertOk();

        self::assertSame(4, $detail->json('finger.number'));
        self::assertStringContainsString('inside the slur at ♩ = 100', $detail->json('finger.why'));
        self::assertSame(['A', 0], [$detail->json('finger.others.0.string'), $detail->json('finger.others.0.number')]);
        $this->getJson("/api/v1/sections/{$section->id}/notes/P9-m9-n9")->assertNotFound();
    }

    public function testTheOtherDirectionTellsWhatItWouldDo(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4q G4q | A4w'));
        $this->actingAs($this->director);

        $bows = $this->getJson("/api/v1/sections/{$section->id}/notes/P1-m1-n2")->json('bows');

        self::assertSame(['down'], array_column($bows, 'text'));
        self::assertStringContainsString('later bows go the other way', $bows[0]['does']);
        self::assertSame([], $this->getJson("/api/v1/sections/{$section->id}")->json('marks'), 'nothing was laid');
    }

    public function testWhereTheMeasureReturnsIsTold(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4h | A4w | D4q E4q F4h'));

        $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}/notes/P1-m1-n2")
            ->assertJsonPath('again', ['P1-m3-n2']);
    }

    public function testAnOpenChoiceTellsBothFuturesAndOnePressDecides(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4q G4q | A4w'));
        $this->actingAs($this->director);
        $answer = $this->mark($section, '1.2 down or up');

        $choices = $this->getJson("/api/v1/sections/{$section->id}/notes/P1-m1-n2")->json('choices');
        self::assertSame(['down', 'up'], array_column($choices, 'text'));
        self::assertStringContainsString('later bows go the other way', $choices[0]['does']);

        $key = $answer->json('marks.0.key');
        $decided = $this->postJson("/api/v1/sections/{$section->id}/settle", [
            'key' => $key, 'answer' => 'choose', 'choice' => 1, 'seen' => $answer->json('revision'),
        ])->assertOk();
        self::assertSame('decided', $decided->json('marks.0.state'));
        self::assertSame('up', $decided->json('notes.2.bow.direction'));
    }

    public function testReturnsAreOfferedWithWhereTheyPart(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4h | G4q F4q E4h | A4w | D4q E4q F4h | G4q F4q E4h | A4h A4h'));

        $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}/returns")->assertOk()
            ->assertJsonPath('0.text', 'm. 4 is m. 1 again, 2 measures')
            ->assertJsonPath('0.section', $section->id);
    }

    public function testMarksAreCarriedAfterALook(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4h | A4w | D4q E4q F4h'));
        $this->actingAs($this->director);
        $this->mark($section, "1.2 1\n1.3 up\n3.3 down");

        $look = $this->copy($section, ['look' => true, 'what' => 'all'])->assertOk();
        self::assertSame(['3.2 1', '3.3 up'], $look->json('puts'));
        self::assertSame(['3.3 down'], $look->json('overwrites'));
        self::assertCount(3, $this->getJson("/api/v1/sections/{$section->id}")->json('marks'), 'looking changes nothing');

        $done = $this->copy($section, ['what' => 'fingers'])->assertOk();
        self::assertSame(['1.2 1', '1.3 up', '3.2 1', '3.3 down'], array_column($done->json('marks'), 'line'));
        self::assertSame('copy fingers', $done->json('can.undo.what'));
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertJsonCount(3, 'marks');
    }

    public function testMarksAreCarriedToAnotherPieceByNobody(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4h'));
        $other = $this->section($this->piece('A4q | D4q E4q F4h'));

        $this->actingAs($this->director)
            ->postJson("/api/v1/sections/{$section->id}/copy", [...$this->stretch($section), 'from' => $other->id])
            ->assertNotFound();
        $this->postJson("/api/v1/sections/{$section->id}/copy", ['from' => $section->id])->assertUnprocessable();
    }

    public function testThePartOnOpenStrings(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q B4h'));

        $page = (string) $this->actingAs($this->director)->get("/api/v1/sections/{$section->id}/open-strings")->assertOk()->getContent();

        preg_match_all('~<step>(\w)</step>~', $page, $steps);
        self::assertSame(['A', 'D', 'D', 'A'], $steps[1]);
    }

    public function testThePatternsOfAPart(): void
    {
        $section = $this->section($this->piece('A4q | E4q F#4q G4h | B4q C5q D5h'));

        $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}/patterns")->assertOk()
            ->assertJsonPath('patterns.0.pattern', '2-3 close')
            ->assertJsonPath('patterns.0.measures', ['1'])
            ->assertJsonPath('patterns.1.pattern', '1-2 close');
    }

    public function testADirectorsTempoIsWhatSecondsFollow(): void
    {
        $piece = $this->piece('A4q | D4w | E4w');
        $section = $this->section($piece);
        $this->actingAs($this->director);
        self::assertNotContains('bow-runs-out', $this->codes($section));

        $this->putJson("/api/v1/pieces/{$piece->id}/tempos", ['tempos' => ['0' => 30]])->assertOk()->assertJsonPath('tempos.0', 30);

        self::assertContains('bow-runs-out', $this->codes($section));
        $this->putJson("/api/v1/pieces/{$piece->id}/tempos", ['tempos' => ['0' => 0]])->assertUnprocessable();
        $this->putJson("/api/v1/pieces/{$piece->id}/tempos", ['tempos' => []])->assertOk();
        self::assertNotContains('bow-runs-out', $this->codes($section));
    }

    public function testPartnersGetPagesOfTheirOwn(): void
    {
        $section = $this->section($this->piece('A4q | D4w | E4w'));
        $this->actingAs($this->director);
        $this->mark($section, "1.2 change up @outside\n1.4 change up @inside");
        $url = $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url');
        $token = basename($url);

        $part = $this->getJson("/api/v1/part/{$token}")->assertJsonPath('chairs', ['outside', 'inside']);
        self::assertNotSame([], preg_grep('~@inside~', array_column($part->json('list'), 'line')));
        $inside = (string) $this->get("/api/v1/part/{$token}/page?chair=inside")->assertOk()->getContent();
        $outside = (string) $this->get("/api/v1/part/{$token}/page?chair=outside")->assertOk()->getContent();
        self::assertStringContainsString('<note', $inside);
        self::assertStringContainsString('<note', $outside);
        $this->get("/api/v1/part/{$token}/page?chair=balcony")->assertOk();
    }

    public function testWithoutChairsThereIsOnePage(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $url = $this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url');

        $this->getJson('/api/v1/part/' . basename($url))->assertJsonPath('chairs', []);
    }

    public function testTheSectionsShowTheirFingersEntrancesAndUnisons(): void
    {
        $piece = $this->piece('A4q | D4q E4q B4h');

        $this->actingAs($this->director)->getJson("/api/v1/pieces/{$piece->id}/tutti")->assertOk()
            ->assertJsonPath('sections.0.fingers.1.number', '0')
            ->assertJsonPath('sections.0.fingers.1.string', 'D')
            ->assertJsonPath('entrances.0.text', 'beat 1')
            ->assertJsonPath('unisons', []);
    }

    public function testAMarkForTheHandLeavesTheBowAndTheOtherWayRound(): void
    {
        $section = $this->section($this->piece('A4q | D4q E4q F4q G4q'));
        $this->actingAs($this->director);
        $before = $this->getJson("/api/v1/sections/{$section->id}");
        $finger = $this->mark($section, '1.2 1');
        $bow = $this->mark($section, '1.1 up');

        self::assertSame(array_column($before->json('notes'), 'bow'), array_column($finger->json('notes'), 'bow'));
        self::assertSame(array_column($finger->json('notes'), 'finger'), array_column($bow->json('notes'), 'finger'));
        self::assertNotSame(array_column($before->json('notes'), 'bow'), array_column($bow->json('notes'), 'bow'));
    }

    public function testASlurChangesTheHandToo(): void
    {
        $section = $this->section($this->piece('A4q | G4q A4q G4q A4q | G4w'));
        $this->actingAs($this->director);
        self::assertSame(0, $this->getJson("/api/v1/sections/{$section->id}")->json('notes.2.finger.number'));

        $answer = $this->mark($section, "1.1 slur 1.2\n1.3 slur 1.4");

        self::assertSame(4, $answer->json('notes.2.finger.number'));
    }

    /** @return TestResponse<\Illuminate\Http\JsonResponse> */
    private function mark(Section $section, string $lines): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $lines, 'seen' => 99]);
    }

    /**
     * @param array<string, mixed> $more
     * @return TestResponse<\Illuminate\Http\JsonResponse>
     */
    private function copy(Section $section, array $more): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$section->id}/copy", [...$this->stretch($section), ...$more]);
    }

    /** @return array<string, mixed> measure 1 onto measure 3, after a pickup of a quarter */
    private function stretch(Section $section): array
    {
        return ['from' => $section->id, 'start' => '1', 'until' => '5', 'onto' => '9', 'what' => 'all', 'seen' => 99];
    }

    /** @return list<string> */
    private function codes(Section $section): array
    {
        return array_column($this->getJson("/api/v1/sections/{$section->id}")->json('flags'), 'code');
    }

    /**
     * @param TestResponse<\Illuminate\Http\JsonResponse> $answer
     * @param list<string> $keys
     * @return list<mixed>
     */
    private function pick(TestResponse $answer, int $note, array $keys): array
    {
        return array_map(static fn (string $key): mixed => $answer->json("notes.{$note}.finger.{$key}"), $keys);
    }
}
