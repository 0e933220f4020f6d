<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Change;
use App\Models\Section;
use Illuminate\Testing\TestResponse;

final class MarkingTest extends FeatureTestCase
{
    public function testAMarkIsSavedAtOnceAndEverythingIsWorkedOutAgain(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $before = $this->getJson("/api/v1/sections/{$section->id}")->assertOk();
        self::assertSame(['up', 'down', 'up'], $this->directions($before, 3));

        $answer = $this->mark($section, '1.1 up', 0)->assertOk();

        self::assertSame(['down', 'up', 'down'], $this->directions($answer, 3));
        self::assertContains('P1-m1-n2', $answer->json('turned'));
        self::assertSame('mark', $answer->json('notes.1.bow.origin'));
        self::assertSame('up', $this->getJson("/api/v1/sections/{$section->id}")->json('notes.1.bow.direction'));
        self::assertSame('Maren', $answer->json('marks.0.author'));
    }

    public function testUndoAndRedoSurviveAReload(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->mark($section, '1.1 up', 0);
        $this->mark($section, '1.3 hook', 9);

        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertJsonPath('turnedBack.label', '1.3 hook');
        self::assertCount(1, $this->getJson("/api/v1/sections/{$section->id}")->json('marks'));
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertJsonPath('can.undo', null)->assertJsonPath('marks', []);
        $this->postJson("/api/v1/sections/{$section->id}/redo")->assertJsonPath('can.redo.what', '1.3 hook');
        $this->postJson("/api/v1/sections/{$section->id}/redo")->assertJsonCount(2, 'marks');
        $this->postJson("/api/v1/sections/{$section->id}/redo")->assertJsonPath('turnedBack', null);
        self::assertSame(['do', 'do', 'undo', 'undo', 'redo', 'redo'], Change::query()->orderBy('id')->pluck('kind')->all());
    }

    public function testANewMarkAfterAnUndoClosesTheWayForward(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->mark($section, '1.1 up', 0);
        $this->postJson("/api/v1/sections/{$section->id}/undo");
        $this->mark($section, '1.2 down', 9)->assertJsonPath('can.redo', null);
    }

    public function testUndoTakesBackOnlyOnesOwn(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $colleague = $this->person('Idris');
        $this->share($piece, $colleague, 'edit');
        $this->actingAs($this->director);
        $this->mark($section, '1.1 up', 0);
        $this->actingAs($colleague);
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertJsonPath('turnedBack', null)->assertJsonCount(1, 'marks');
        $this->mark($section, '1.1 down', 99);
        $this->actingAs($this->director);

        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertStatus(409)
            ->assertJsonPath('message', 'Idris has changed this mark since, so your step cannot be taken back here.')
            ->assertJsonCount(1, 'marks');
    }

    public function testTwoPeopleAtTheSameNoteAreToldBothVersions(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $colleague = $this->person('Idris');
        $this->share($piece, $colleague, 'edit');
        $this->actingAs($this->director);
        $seen = $this->getJson("/api/v1/sections/{$section->id}")->json('revision');
        $this->actingAs($colleague);
        $this->mark($section, '1.1 up', $seen)->assertOk();
        $this->actingAs($this->director);

        $clash = $this->mark($section, '1.1 down', $seen)->assertStatus(409);
        self::assertSame('Idris has just marked this note too (up; yours: down). Theirs stands; mark it again if yours should.', $clash->json('message'));
        self::assertSame(['up'], $clash->json('theirs.kinds'));
        self::assertSame(['down'], $clash->json('yours.kinds'));
        self::assertSame('up', $clash->json('notes.1.bow.direction'));
        $this->mark($section, '2.1 down', $seen)->assertOk();
        $this->mark($section, '1.1 down', (int) $clash->json('revision'))->assertOk();
    }

    public function testACoTeacherProposesAndTheDirectorTakesOrDeclines(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $colleague = $this->person('Idris');
        $this->share($piece, $colleague, 'propose');
        $this->actingAs($colleague);
        $proposed = $this->mark($section, "1.1 up\n2.1 down", 0)->assertOk();
        self::assertSame('down', $proposed->json('notes.1.bow.direction'), 'a proposal decides nothing');
        self::assertSame(['proposed', 'proposed'], array_column($proposed->json('marks'), 'state'));
        [$first, $second] = array_column($proposed->json('marks'), 'key');
        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $first, 'answer' => 'take', 'seen' => 9])->assertForbidden();

        $this->actingAs($this->director);
        $taken = $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $first, 'answer' => 'take', 'seen' => 9])->assertOk();
        self::assertSame('up', $taken->json('notes.1.bow.direction'));
        self::assertSame('Idris', $taken->json('marks.0.author'), 'who proposed it stays known');
        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $second, 'answer' => 'decline', 'seen' => 9])->assertJsonCount(1, 'marks');
        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $second, 'answer' => 'take', 'seen' => 9])->assertStatus(409);
    }

    public function testAProposerCannotTakeAwayWhatIsDecided(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $colleague = $this->person('Idris');
        $this->share($piece, $colleague, 'propose');
        $this->actingAs($this->director);
        $key = $this->mark($section, '1.1 up', 0)->json('marks.0.key');
        $this->actingAs($colleague);

        $this->postJson("/api/v1/sections/{$section->id}/marks", ['takes' => [$key], 'seen' => 9])->assertJsonCount(1, 'marks');
    }

    public function testAnOpenChoiceIsDecidedWithOnePress(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $open = $this->mark($section, '1.1 down or up', 0)->assertOk();
        self::assertSame(['down', 'up'], $open->json('marks.0.choices'));
        $key = $open->json('marks.0.key');
        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $key, 'answer' => 'choose', 'choice' => 7, 'seen' => 9])->assertStatus(422);

        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $key, 'answer' => 'choose', 'choice' => 1, 'seen' => 9])
            ->assertJsonPath('notes.1.bow.direction', 'up')->assertJsonPath('marks.0.state', 'decided');
    }

    public function testAnUnreadableLineIsToldAndNothingIsWritten(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);

        $this->mark($section, "1.1 up\n1.2 dwn", 0)->assertStatus(422)->assertJsonPath('readable', 1);
        self::assertSame([], $this->getJson("/api/v1/sections/{$section->id}")->json('marks'));
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.1 up\n1.2 dwn", 'anyway' => true, 'seen' => 0])
            ->assertJsonCount(1, 'marks');
    }

    public function testSayItTellsBeforehandWhatItWillDo(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);

        $answer = $this->postJson("/api/v1/sections/{$section->id}/preview", ['lines' => '1.1 up'])->assertOk();
        self::assertSame(1, $answer->json('marks'));
        self::assertCount(8, $answer->json('turned'));
        self::assertSame([], $this->getJson("/api/v1/sections/{$section->id}")->json('marks'));
    }

    public function testANoteThatBeginsAStrokeOfItsOwnCountsAsTurnedWhenItGoesTheOtherWay(): void
    {
        $section = $this->section($this->piece('A4q | (D5q E5q) F5q G5q | A5w'));
        $this->actingAs($this->director);

        $answer = $this->postJson("/api/v1/sections/{$section->id}/preview", ['lines' => '1 no slurs'])->assertOk();
        self::assertContains('P1-m1-n2', $answer->json('turned'));
    }

    public function testAFlagLeftIsRememberedWithWhoLeftIt(): void
    {
        $section = $this->section($this->piece('A4q | D5q E5q F5q G5q | A5q G5q F5h'));
        $this->actingAs($this->director);
        $flag = $this->mark($section, "1.1 down\n2.1 up\n2.2 retake", 0)->json('flags.0');

        $this->postJson("/api/v1/sections/{$section->id}/leave", ['key' => $flag['key'], 'leave' => true])->assertJsonPath('flags.0.leftBy', 'Maren');
        $this->postJson("/api/v1/sections/{$section->id}/leave", ['key' => $flag['key'], 'leave' => false])->assertJsonPath('flags.0.leftBy', null);
    }

    public function testTheHistorySaysWhoDidWhat(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0, 'label' => 'up at 1.1']);
        $this->postJson("/api/v1/sections/{$section->id}/undo");

        $this->getJson("/api/v1/pieces/{$piece->id}/history")->assertJsonPath('0.what', 'took back: up at 1.1')
            ->assertJsonPath('1.who', 'Maren')->assertJsonPath('1.where', 'Violin I');
    }

    public function testASignedOutSessionLosesNothing(): void
    {
        $section = $this->section($this->piece());

        $this->mark($section, '1.1 up', 0)->assertUnauthorized();
        $this->actingAs($this->director);
        $this->mark($section, '1.1 up', 0)->assertOk()->assertJsonCount(1, 'marks');
    }

    private function mark(Section $section, string $lines, int $seen): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $lines, 'seen' => $seen]);
    }

    /** @return list<string> */
    private function directions(TestResponse $answer, int $count): array
    {
        return array_map(static fn (array $note): string => $note['bow']['direction'], array_slice($answer->json('notes'), 0, $count));
    }
}
