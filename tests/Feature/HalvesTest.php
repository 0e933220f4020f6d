<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Section;
use Illuminate\Support\Facades\Cache;
use Illuminate\Testing\TestResponse;

/** A mark is answered with the half it touches; what the desk has already is neither worked out nor sent again. */
final class HalvesTest extends FeatureTestCase
{
    private const TUNE = 'A4q | D4q E4q F#4q G4q | A4q B4q C#5q D5q | E5h D5h';

    public function testWithoutNamesEverythingIsAnswered(): void
    {
        $section = $this->desk();
        $note = $this->mark($section, '1.1 up', [])->json('notes.1');

        self::assertSame(['bow', 'finger', 'id', 'sign'], self::sorted($note));
    }

    public function testAMarkForTheHandLeavesTheBowOut(): void
    {
        $section = $this->desk();
        $names = $this->names($section);
        $answer = $this->mark($section, '1.2 4', $names);

        self::assertSame(['finger', 'id'], self::sorted($answer->json('notes.1')));
        self::assertSame($names['bow'], $answer->json('names.bow'));
        self::assertNotSame($names['hand'], $answer->json('names.hand'));
        self::assertSame([], $answer->json('turned'));
    }

    public function testAMarkForTheBowLeavesTheHandOut(): void
    {
        $section = $this->desk();
        $names = $this->names($section);
        $answer = $this->mark($section, '1.1 up', $names);

        self::assertSame(['bow', 'id', 'sign'], self::sorted($answer->json('notes.1')));
        self::assertSame($names['hand'], $answer->json('names.hand'));
        self::assertContains('P1-m1-n2', $answer->json('turned'));
    }

    public function testWordsTouchNeither(): void
    {
        $section = $this->desk();
        $answer = $this->mark($section, '1.1 goal down', $this->names($section));
        $names = $answer->json('names');

        $again = $this->mark($section, '1.1 goal down', $names)->assertOk();
        self::assertSame([], $again->json('notes'));
        self::assertSame($names, $again->json('names'));
    }

    public function testASlurIsAnsweredWithTheBowAndTheHandIsAskedForAfterIt(): void
    {
        $section = $this->desk();
        $answer = $this->mark($section, '1.1 slur 1.2', $this->names($section));
        self::assertSame(['bow', 'id', 'sign'], self::sorted($answer->json('notes.1')));
        self::assertSame('', $answer->json('names.hand'));

        $hand = $this->getJson("/api/v1/sections/{$section->id}/hand?bow={$answer->json('names.bow')}")->assertOk();
        self::assertSame(['finger', 'id'], self::sorted($hand->json('notes.1')));
        self::assertNotSame('', $hand->json('names.hand'));
        self::assertSame($answer->json('names.bow'), $hand->json('names.bow'));
    }

    public function testTheHalvesTogetherAreTheWhole(): void
    {
        $section = $this->desk();
        $names = $this->names($section);
        $notes = $this->getJson("/api/v1/sections/{$section->id}")->json('notes');
        foreach (['1.1 up', '1.2 4', '1.3 slur 1.4', '2.1 hook', '2.2 III', '1.2 low 2'] as $line) {
            $answer = $this->mark($section, $line, $names);
            $notes = self::merged($notes, $answer);
            if ($answer->json('names.hand') === '') {
                $answer = $this->getJson("/api/v1/sections/{$section->id}/hand?bow={$answer->json('names.bow')}");
                $notes = self::merged($notes, $answer);
            }
            $names = $answer->json('names');
            $whole = $this->getJson("/api/v1/sections/{$section->id}");

            self::assertEquals($whole->json('notes'), $notes, $line);
            self::assertSame($whole->json('names'), $names, $line);
            self::assertSame($whole->json('flags'), $answer->json('flags'), $line);
        }
    }

    public function testWhoSaysWhatIsShownIsToldWhatChangedInIt(): void
    {
        $section = $this->desk();
        $state = $this->getJson("/api/v1/sections/{$section->id}");
        [$notes, $held] = [$state->json('notes'), $state->json('names')];
        self::assertSame(['bow' => '', 'hand' => ''], $state->json('since'));
        $sent = 0;
        foreach (['1.1 up', '1.2 4', '1.3 slur 1.4', '2.1 hook', '2.2 III', '1.2 low 2'] as $line) {
            $answer = $this->mark($section, $line, $held, $held);
            foreach (['bow', 'hand'] as $half) {
                self::assertContains($answer->json("since.{$half}"), [$held[$half], $answer->json("names.{$half}")], $line);
            }
            $sent += count($answer->json('notes'));
            $notes = self::merged($notes, $answer);
            if ($answer->json('names.hand') === '') {
                $answer = $this->getJson("/api/v1/sections/{$section->id}/hand?bow={$answer->json('names.bow')}&held={$held['hand']}");
                self::assertSame($held['hand'], $answer->json('since.hand'));
                $sent += count($answer->json('notes'));
                $notes = self::merged($notes, $answer);
            }
            $held = $answer->json('names');

            self::assertEquals($this->getJson("/api/v1/sections/{$section->id}")->json('notes'), $notes, $line);
        }
        self::assertLessThan(6 * count($notes), $sent);
    }

    public function testWhatIsNotRememberedIsToldWhole(): void
    {
        $section = $this->desk();
        $held = $this->names($section);
        Cache::flush();
        $answer = $this->mark($section, '1.1 up', $held, $held);

        self::assertSame('', $answer->json('since.bow'));
        self::assertCount(11, $answer->json('notes'));
    }

    public function testThePageTellsTheMeasuresThatChanged(): void
    {
        $section = $this->desk();
        $page = fn (string $since = ''): TestResponse => $this->getJson("/api/v1/sections/{$section->id}/page{$since}")->assertOk();
        $first = $page();
        $name = $first->json('name');
        self::assertStringContainsString('<measure', $first->json('xml'));
        self::assertSame([$name, null, []], [$page("?since={$name}")->json('name'), $page("?since={$name}")->json('xml'), $page("?since={$name}")->json('measures')]);

        $this->mark($section, '2.2 4', []);
        $second = $page("?since={$name}");
        self::assertNull($second->json('xml'));
        self::assertSame([2], array_column($second->json('measures'), 'index'));
        self::assertStringContainsString('>4</fingering>', $second->json('measures.0.xml'));
        // Put into the first page, it is the second.
        $whole = $page()->json('xml');
        self::assertStringContainsString($second->json('measures.0.xml'), $whole);
        preg_match_all('~<measure .*?</measure>~s', $first->json('xml'), $measures);
        self::assertSame($whole, str_replace($measures[0][2], $second->json('measures.0.xml'), $first->json('xml')));

        Cache::flush();
        self::assertSame($whole, $page("?since={$name}")->json('xml'));
    }

    public function testUndoBringsBackTheHalfThatChanged(): void
    {
        $section = $this->desk();
        $before = $this->names($section);
        $names = $this->mark($section, '1.2 4', $before)->json('names');
        $answer = $this->postJson("/api/v1/sections/{$section->id}/undo", ['known' => $names])->assertOk();

        self::assertSame($before, $answer->json('names'));
        self::assertSame(['finger', 'id'], self::sorted($answer->json('notes.1')));
    }

    public function testNamesOfAnotherTimeAreAnsweredWithEverything(): void
    {
        $section = $this->desk();
        $answer = $this->mark($section, '1.1 up', ['bow' => 'old', 'hand' => 'old']);
        self::assertContains('bow', self::sorted($answer->json('notes.1')));

        Cache::flush();
        $names = $answer->json('names');
        self::assertContains('bow', self::sorted($this->mark($section, '1.3 down', $names)->json('notes.1')));
    }

    public function testAnotherClassGivesTheHandAnotherName(): void
    {
        $section = $this->desk();
        $names = $this->names($section);
        $section->piece->owner->update(['settings' => ['profile' => 'first-year']]);

        self::assertNotSame($names['hand'], $this->names($section)['hand']);
    }

    private function desk(): Section
    {
        $section = $this->section($this->piece(self::TUNE));
        $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}")->assertOk();

        return $section;
    }

    /** @return array{bow: string, hand: string} */
    private function names(Section $section): array
    {
        return $this->getJson("/api/v1/sections/{$section->id}")->json('names');
    }

    /**
     * @param array<string, string> $known
     * @param array<string, string> $held
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function mark(Section $section, string $lines, array $known, array $held = []): TestResponse
    {
        return $this->postJson(
            "/api/v1/sections/{$section->id}/marks",
            ['lines' => $lines, 'seen' => 99, 'known' => $known, 'held' => $held],
        )->assertOk();
    }

    /**
     * @param array<string, mixed> $note
     * @return list<string>
     */
    private static function sorted(array $note): array
    {
        $keys = array_keys($note);
        sort($keys);

        return $keys;
    }

    /**
     * @param list<array<string, mixed>> $notes
     * @param TestResponse<\Symfony\Component\HttpFoundation\Response> $answer
     * @return list<array<string, mixed>>
     */
    private static function merged(array $notes, TestResponse $answer): array
    {
        $changed = array_column($answer->json('notes'), null, 'id');

        return array_map(static fn (array $note): array => [...$note, ...($changed[$note['id']] ?? [])], $notes);
    }
}
