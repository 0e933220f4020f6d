<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\SendLetter;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use Illuminate\Support\Facades\Queue;

/** Co-teachers say why, answer, and settle. */
final class ThreadsTest extends FeatureTestCase
{
    private Piece $piece;
    private Section $section;
    private User $idris;

    protected function setUp(): void
    {
        parent::setUp();
        $this->piece = $this->piece();
        $this->section = $this->section($this->piece);
        $this->idris = $this->person('Idris');
        $this->share($this->piece, $this->idris, 'propose');
    }

    public function testAReasonIsAnsweredAndBothAreWrittenTo(): void
    {
        Queue::fake();
        $this->actingAs($this->idris);
        $thread = $this->postJson($this->threads(), ['note' => 'P1-m1-n3', 'text' => '  Up, so that the swell has room. '])->assertCreated();
        self::assertSame('m. 1 beat 3', $thread->json('place'));
        self::assertSame(['Up, so that the swell has room.'], array_column($thread->json('remarks'), 'text'));

        $this->actingAs($this->director);
        $this->postJson("/api/v1/threads/{$thread->json('id')}/remarks", ['text' => 'Try it on Monday.'])->assertCreated();

        $said = $this->getJson($this->threads())->assertOk()->json('0.remarks');
        self::assertSame([['Idris', false], ['Maren', true]], array_map(static fn (array $row): array => [$row['who'], $row['mine']], $said));
        $letters = Queue::pushed(SendLetter::class);
        self::assertSame(['maren@example.test', 'idris@example.test'], $letters->map(static fn (SendLetter $letter): string => $letter->to)->all());
        self::assertStringContainsString('Maren wrote at m. 1 beat 3 of Violin I in “', $letters[1]->text);
        self::assertStringContainsString('Try it on Monday.', $letters[1]->text);
    }

    public function testSettledStaysReadableAndAnAnswerOpensItAgain(): void
    {
        $this->actingAs($this->idris);
        $id = $this->postJson($this->threads(), ['note' => 'P1-m1-n1', 'text' => 'Why down?'])->json('id');
        $this->patchJson("/api/v1/threads/{$id}", ['settled' => true])->assertOk()->assertJsonPath('settled', 'settled by Idris');
        $later = $this->postJson($this->threads(), ['note' => 'P1-m1-n1', 'text' => 'And here?'])->json('id');

        self::assertSame([$later, $id], array_column($this->getJson($this->threads())->json(), 'id'), 'what is open comes first');
        $this->postJson("/api/v1/threads/{$id}/remarks", ['text' => 'Still.'])->assertJsonPath('settled', null);
        $this->patchJson("/api/v1/threads/{$later}", ['settled' => false])->assertJsonPath('settled', null);
    }

    public function testAThreadAboutAProposalIsSettledWithIt(): void
    {
        foreach (['take' => 'taken by Maren', 'decline' => 'declined by Maren'] as $answer => $settled) {
            $this->actingAs($this->idris);
            $this->postJson("/api/v1/sections/{$this->section->id}/marks", ['lines' => '2.1 up', 'seen' => 999])->assertOk();
            $key = Mark::query()->where('section_id', $this->section->id)->where('state', 'proposed')->value('key');
            $this->postJson($this->threads(), ['note' => 'P1-m2-n1', 'text' => 'The slur needs it.', 'mark' => $key])
                ->assertCreated()->assertJsonPath('proposal', 'up')->assertJsonPath('mark', $key);

            $this->actingAs($this->director);
            $this->postJson("/api/v1/sections/{$this->section->id}/settle", ['key' => $key, 'answer' => $answer, 'seen' => 999])->assertOk();

            self::assertSame($settled, $this->getJson($this->threads())->json('0.settled'));
        }
    }

    public function testWhoMayOnlyLookReadsAndDoesNotWrite(): void
    {
        $reader = $this->person('Reader');
        $this->share($this->piece, $reader, 'read');
        $this->actingAs($this->idris);
        $id = $this->postJson($this->threads(), ['note' => 'P1-m1-n1', 'text' => 'Why down?'])->json('id');

        $this->actingAs($reader);
        $this->getJson($this->threads())->assertOk()->assertJsonCount(1);
        $this->postJson($this->threads(), ['note' => 'P1-m1-n1', 'text' => 'x'])->assertForbidden();
        $this->postJson("/api/v1/threads/{$id}/remarks", ['text' => 'x'])->assertForbidden();
        $this->patchJson("/api/v1/threads/{$id}", ['settled' => true])->assertForbidden();
        $this->actingAs($this->stranger)->getJson($this->threads())->assertNotFound();
        $this->postJson("/api/v1/threads/{$id}/remarks", ['text' => 'x'])->assertNotFound();
    }

    public function testEmptyLongAndMisplacedWordsAreAnswered(): void
    {
        $this->actingAs($this->director);
        $this->postJson($this->threads(), ['note' => 'P1-m1-n1', 'text' => '   '])->assertJsonPath('message', 'Write something first.');
        $this->postJson($this->threads(), ['text' => 'x'])->assertJsonPath('message', 'Choose a note first.');
        $this->postJson($this->threads(), ['note' => 'P1-m99-n1', 'text' => 'x'])->assertStatus(422)
            ->assertJsonPath('message', 'There is no such note in this part any more.');
        $this->postJson($this->threads(), ['note' => 'P1-m1-n1', 'text' => str_repeat('x', 1001)])
            ->assertJsonPath('message', 'That is more than 1,000 letters. Say it shorter.');
    }

    private function threads(): string
    {
        return "/api/v1/sections/{$this->section->id}/threads";
    }
}
