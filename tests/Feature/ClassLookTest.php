<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Shelf;
use App\Plans\ClassSettings;

/** What another class would turn round is told before it is kept. */
final class ClassLookTest extends FeatureTestCase
{
    public function testItTellsWhatWouldChangeAndChangesNothing(): void
    {
        $piece = $this->piece('A4q | D5q E5q F#5q rq | A5q G5q F#5h | D5q E5q F#5q rq | A5q G5q F#5h');
        $this->actingAs($this->director);
        $before = $this->getJson("/api/v1/sections/{$this->section($piece)->id}")->json('notes');
        $looks = $this->look($piece->id, ['schools' => ['bow' => 'downbeat']])->assertOk()->json();

        self::assertSame('Violin I', $looks[0]['name']);
        self::assertMatchesRegularExpression('~bows? turns? in m\.~', $looks[0]['words']);
        self::assertSame([], $looks[0]['measures']);
        self::assertSame($before, $this->getJson("/api/v1/sections/{$this->section($piece)->id}")->json('notes'));
        self::assertSame('no bow turns and no finger changes', $this->look($piece->id, [])->json('0.words'));
    }

    public function testThePiecesAreThoseThatFollowTheClass(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director);
        /** @var Shelf $other */
        $other = $this->director->shelves()->create(['name' => 'Beginners', 'kind' => 'programme', 'position' => 1]);
        $titles = fn (string $query = ''): array => array_column($this->getJson("/api/v1/class/pieces{$query}")->assertOk()->json(), 'id');

        self::assertSame([$piece->id], $titles());
        self::assertSame([], $titles("?shelf={$other->id}"));
        $piece->shelf->update(['settings' => ClassSettings::from([])->toArray()]);
        self::assertSame([], $titles(), 'its shelf has a class of its own');
        self::assertSame([$piece->id], $titles("?shelf={$piece->shelf_id}"));
        $piece->update(['archived_at' => now()]);
        self::assertSame([], $titles("?shelf={$piece->shelf_id}"), 'it was put away');
    }

    public function testItIsTheOwners(): void
    {
        $piece = $this->piece();
        $this->share($piece, $colleague = $this->person('Idris'), 'edit');
        $this->actingAs($colleague);
        $this->look($piece->id, [])->assertForbidden();
        $this->actingAs($this->stranger);
        $this->look($piece->id, [])->assertNotFound();
        $this->actingAs($this->director);
        $this->look($piece->id, ['profile' => 'virtuoso'])->assertUnprocessable();
    }

    /** @param array<string, mixed> $more */
    private function look(int $piece, array $more): \Illuminate\Testing\TestResponse
    {
        return $this->postJson("/api/v1/pieces/{$piece}/class", array_replace_recursive(ClassSettings::from([])->toArray(), $more));
    }
}
