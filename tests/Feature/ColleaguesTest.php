<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Mark;

/** Two people at one part: whose mark stands, whose is told, and what each of them may take back. */
final class ColleaguesTest extends FeatureTestCase
{
    public function testOnesOwnMarkIsNoClashHoweverOldTheDesk(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 down', 'seen' => 0])->assertOk();

        self::assertSame(1, $section->marks()->count());
        self::assertSame('1.1 down', $this->lines($section));
    }

    public function testAColleaguesMarkAtTheSameNoteIsToldAndStands(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $ilse = $this->person('Ilse');
        $this->share($piece, $ilse, 'edit');
        $this->actingAs($ilse)->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();

        $this->actingAs($this->director)->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 down', 'seen' => 0])
            ->assertStatus(409)
            ->assertJsonPath('message', 'Ilse has just marked this note too (up; yours: down). Theirs stands; mark it again if yours should.')
            ->assertJsonPath('yours.author', 'Maren')->assertJsonPath('theirs.author', 'Ilse');
        self::assertSame('1.1 up', $this->lines($section));
        // Having seen it, one may.
        $seen = $piece->fresh()?->revision;
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 down', 'seen' => $seen])->assertOk();
        self::assertSame('1.1 down', $this->lines($section));
    }

    public function testAMarkAtAnotherNoteIsNoClash(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $ilse = $this->person('Ilse');
        $this->share($piece, $ilse, 'edit');
        $this->actingAs($ilse)->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();

        $this->actingAs($this->director)->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.2 up', 'seen' => 0])->assertOk();
        self::assertSame(2, $section->marks()->count());
    }

    public function testAProposedFingerDoesNotAct(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $ilse = $this->person('Ilse');
        $this->share($piece, $ilse, 'propose');
        $this->actingAs($this->director);
        $note = $this->getJson("/api/v1/sections/{$section->id}")->json('notes.1.id');
        $before = $this->getJson("/api/v1/sections/{$section->id}/notes/{$note}")->json('finger');

        $this->actingAs($ilse)->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 III, 1', 'seen' => 0])->assertOk();

        self::assertSame('proposed', Mark::query()->where('section_id', $section->id)->value('state'));
        $this->actingAs($this->director);
        self::assertSame($before, $this->getJson("/api/v1/sections/{$section->id}/notes/{$note}")->json('finger'));
        // Taken, it does.
        $key = Mark::query()->where('section_id', $section->id)->value('key');
        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $key, 'answer' => 'take', 'seen' => 99])->assertOk();
        self::assertNotSame($before, $this->getJson("/api/v1/sections/{$section->id}/notes/{$note}")->json('finger'));
        self::assertSame('decided', Mark::query()->where('section_id', $section->id)->value('state'));
    }

    public function testAProposalDeclinedIsGoneAndUndoBringsItBackAsAProposal(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $ilse = $this->person('Ilse');
        $this->share($piece, $ilse, 'propose');
        $this->actingAs($ilse)->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();
        $key = Mark::query()->where('section_id', $section->id)->value('key');

        $this->actingAs($this->director)->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $key, 'answer' => 'decline', 'seen' => 99])
            ->assertOk();
        self::assertSame(0, $section->marks()->count());
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertOk();
        self::assertSame('proposed', Mark::query()->where('section_id', $section->id)->value('state'));
    }

    private function lines(\App\Models\Section $section): string
    {
        $mark = $section->marks()->firstOrFail()->toCore();

        return '1.1 ' . $mark?->words();
    }
}
