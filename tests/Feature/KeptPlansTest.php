<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Section;
use Illuminate\Support\Facades\Cache;
use Illuminate\Testing\TestResponse;

/** What the next key on the desk finds already worked out. */
final class KeptPlansTest extends FeatureTestCase
{
    public function testLookingAtANoteLeavesWhatTheNextKeyNeeds(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->mark($section, '1.2 up or down', 0)->assertOk();
        $kept = $this->kept($section);

        $this->getJson("/api/v1/sections/{$section->id}/notes/P1-m1-n2")->assertOk()->assertJsonCount(2, 'choices');

        self::assertSame($kept, $this->kept($section));
    }

    public function testAPreviewLeavesWhatTheNextKeyNeeds(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->mark($section, '1.2 up', 0)->assertOk();
        $kept = $this->kept($section);

        $this->postJson("/api/v1/sections/{$section->id}/preview", ['lines' => '1.3 hook'])->assertOk();

        self::assertSame($kept, $this->kept($section));
    }

    public function testAMarkIsKeptForTheNextOne(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->mark($section, '1.2 up', 0)->assertOk();
        $kept = $this->kept($section);

        $this->mark($section, '1.3 4', 9)->assertOk();
        self::assertSame($kept['bow'], $this->kept($section)['bow']);
        self::assertNotSame($kept['hand'], $this->kept($section)['hand']);
    }

    public function testAnAnswerSaysHowLongItIs(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $answer = $this->mark($section, '1.2 up', 0)->assertOk();

        self::assertSame((string) strlen((string) $answer->getContent()), $answer->headers->get('Content-Length'));
    }

    /** @return array{bow: mixed, hand: mixed} */
    private function kept(Section $section): array
    {
        $kept = [];
        foreach (['bow', 'hand'] as $which) {
            $plan = Cache::get("plan:{$section->id}:{$which}");
            self::assertIsArray($plan, "nothing is kept of the {$which}");
            $kept[$which] = $plan['name'];
        }

        return $kept;
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function mark(Section $section, string $lines, int $seen): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $lines, 'seen' => $seen]);
    }
}
