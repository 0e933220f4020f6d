<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Share;
use Illuminate\Support\Facades\DB;

/** Rights are looked at when something is done, not when it was begun; and people are told apart by who they are, not by their names. */
final class RightsTest extends FeatureTestCase
{
    public function testWhoseRightWasLoweredTakesBackNothingDecided(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $colleague = $this->person('Idris');
        $this->share($piece, $colleague, 'edit');
        $this->actingAs($colleague);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 9])->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.2 up', 'seen' => 9])->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertOk()->assertJsonCount(1, 'marks');
        Share::query()->where('user_id', $colleague->id)->update(['may' => 'propose']);

        foreach (['undo', 'redo'] as $turn) {
            $this->postJson("/api/v1/sections/{$section->id}/{$turn}")->assertForbidden()
                ->assertJsonPath('message', 'You may propose here now, but not change what was decided, your own earlier marks included.');
        }
        $this->getJson("/api/v1/sections/{$section->id}")->assertJsonCount(1, 'marks');

        // What they propose now is theirs to take back.
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '2.1 up', 'seen' => 9])->assertJsonCount(2, 'marks');
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertOk()->assertJsonCount(1, 'marks');
    }

    public function testTwoPeopleOfOneNameDoNotTakeEachOthersProposals(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        [$one, $other] = [$this->person('Sam A'), $this->person('Sam B')];
        DB::table('users')->whereIn('id', [$one->id, $other->id])->update(['name' => 'Sam']);
        $this->share($piece, $one, 'propose');
        $this->share($piece, $other, 'propose');
        $this->actingAs($one->refresh())->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 9])->assertJsonCount(1, 'marks');

        $marks = $this->actingAs($other->refresh())->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 down', 'seen' => 99])->assertOk()->json('marks');

        self::assertCount(2, $marks, 'each has a proposal of their own');
        self::assertSame([false, true], array_column($marks, 'mine'));
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['takes' => [$marks[0]['key']], 'seen' => 99])->assertJsonCount(2, 'marks');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['takes' => [$marks[1]['key']], 'seen' => 99])->assertJsonCount(1, 'marks');
    }

    public function testWhatIsThereAndWhatIsNotAreAnsweredAlike(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director)->postJson("/api/v1/sections/{$section->id}/editions");
        $link = $section->links()->value('id');
        $this->actingAs($this->stranger);
        foreach (
            [
                ['GET', 'pieces/%s', $piece->id], ['DELETE', 'pieces/%s', $piece->id], ['POST', 'pieces/%s/restore', $piece->id],
                ['GET', 'sections/%s', $section->id], ['POST', 'sections/%s/marks', $section->id], ['POST', 'sections/%s/copy', $section->id],
                ['DELETE', 'links/%s', $link], ['PATCH', 'shelves/%s', $this->shelf()->id],
            ] as [$method, $path, $id]
        ) {
            $there = $this->json($method, '/api/v1/' . sprintf($path, $id), ['from' => 1]);
            foreach (['999999', '99999999999999999999', '0', 'x'] as $nothing) {
                $notThere = $this->json($method, '/api/v1/' . sprintf($path, $nothing), ['from' => 1]);
                self::assertSame([$there->getStatusCode(), $there->getContent()], [$notThere->getStatusCode(), $notThere->getContent()], "{$method} {$path} {$nothing}");
            }
            self::assertSame(404, $there->getStatusCode());
        }
    }
}
