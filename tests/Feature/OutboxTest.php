<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Letter;
use App\Models\Role;
use App\Models\Section;
use App\Models\User;

/** The mail stand-in as a screen: what was written on one's behalf, and what became of a proposal. */
final class OutboxTest extends FeatureTestCase
{
    public function testAnInvitationLiesInTheOutboxOfWhoWroteItAlone(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director)->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => 'idris@example.test', 'may' => 'read'])->assertCreated();
        $outbox = $this->getJson('/api/v1/outbox')->assertOk()->assertJsonPath('isSent', false);
        self::assertSame(['idris@example.test'], array_column($outbox->json('letters'), 'to'));
        self::assertStringContainsString('/invitation/', $outbox->json('letters.0.text'));
        $this->actingAs($this->stranger)->getJson('/api/v1/outbox')->assertOk()->assertJsonPath('letters', []);
    }

    public function testALetterAboutAPasswordIsInNobodysOutbox(): void
    {
        $this->postJson('/api/v1/password/letter', ['email' => $this->director->email])->assertSuccessful();
        self::assertSame(1, Letter::query()->where('to', $this->director->email)->count());
        $this->actingAs($this->director)->getJson('/api/v1/outbox')->assertJsonPath('letters', []);
    }

    public function testWhoProposedIsToldWhatBecameOfIt(): void
    {
        [$section, $idris] = $this->shared();
        $propose = function (string $line) use ($section, $idris): string {
            $this->actingAs($idris);
            $marks = $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $line, 'seen' => 99])->assertOk()->json('marks');
            $this->actingAs($this->director);

            return (string) array_column($marks, 'key', 'state')['proposed'];
        };
        $settle = fn (string $key, string $answer) => $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $key, 'answer' => $answer, 'seen' => 99]);
        $settle($propose('1.2 up'), 'take')->assertOk();
        $settle($propose('1.3 4'), 'decline')->assertOk();

        $letters = Letter::query()->where('to', $idris->email)->orderBy('id')->pluck('text')->all();
        self::assertSame([
            "What you proposed for Violin I in “Passage”: Maren took up, m. 1 beat 2.\n",
            "What you proposed for Violin I in “Passage”: Maren declined 4, m. 1 beat 3.\n",
        ], $letters);
        self::assertCount(2, $this->getJson('/api/v1/outbox')->json('letters'));
    }

    public function testNobodyWritesToThemselves(): void
    {
        [$section] = $this->shared();
        $this->actingAs($this->director);
        $marks = $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.2 up', 'seen' => 99, 'propose' => true])->assertOk()->json('marks');
        $this->postJson("/api/v1/sections/{$section->id}/settle", ['key' => $marks[0]['key'], 'answer' => 'take', 'seen' => 99])->assertOk();
        self::assertSame(0, Letter::query()->count());
    }

    public function testAClosedAccountTakesItsLettersAlong(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director)->postJson("/api/v1/pieces/{$piece->id}/shares", ['email' => 'idris@example.test', 'may' => 'read']);
        $this->deleteJson('/api/v1/account', ['password' => 'rosin-and-maple'])->assertOk();
        self::assertSame(0, Letter::query()->count());
    }

    /** @return array{Section, User} */
    private function shared(): array
    {
        $section = $this->section($this->piece());
        $idris = $this->person('Idris');
        $section->piece->shares()->create(['user_id' => $idris->id, 'email' => $idris->email, 'may' => Role::Propose->value, 'token' => str_repeat('t', 32)]);

        return [$section, $idris];
    }
}
