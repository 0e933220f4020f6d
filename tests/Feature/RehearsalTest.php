<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\CalendarDate;
use App\Models\Piece;
use App\Paper\Paper;
use App\Paper\PlanPages;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Testing\TestResponse;

/** Plans of rehearsals over the wire: planned, changed, ticked, logged, taken back. */
final class RehearsalTest extends FeatureTestCase
{
    private const MUSIC = '[mark A]D5q E5q F5q G5q | A5w | G5e F5e E5e D5e C5q D5q | E5w | [mark B]F5q. E5e D5h | C5w | D5q E5q F5q D5q | D5w';

    private Piece $two;

    protected function setUp(): void
    {
        parent::setUp();
        Carbon::setTestNow('2026-11-26 12:00');
        $this->two = $this->twoViolins(self::MUSIC);
        $this->actingAs($this->director);
    }

    protected function tearDown(): void
    {
        Carbon::setTestNow();
        parent::tearDown();
    }

    public function testARehearsalIsPlannedWithTimesOnTheClock(): void
    {
        $plan = $this->plan($this->date())->assertOk();

        $at = 0;
        foreach ($plan->json('entries') as $entry) {
            self::assertSame($at, $entry['at']);
            self::assertSame(Carbon::parse('2026-11-26 14:05')->addMinutes($at)->format('H:i'), $entry['clock']);
            self::assertNotSame('', $entry['why']);
            $at += $entry['minutes'];
        }
        self::assertLessThanOrEqual(45, $at);
        self::assertSame($at, $plan->json('spent'));
        self::assertContains('work', array_column($plan->json('entries'), 'kind'));
    }

    public function testLockingMovingAndDroppingPlanTheRestAgain(): void
    {
        $date = $this->date();
        $entries = $this->plan($date)->json('entries');
        $run = array_values(array_filter($entries, static fn (array $one): bool => $one['kind'] === 'run'))[0];
        $fixed = [['place' => 0, 'minutes' => 7] + array_intersect_key($run, array_flip(['kind', 'piece', 'from', 'to']))];
        $plan = $this->wish($date, ['fixed' => $fixed, 'dropped' => ['warm-up']])->assertOk();

        self::assertSame(['run', 7, true], [$plan->json('entries.0.kind'), $plan->json('entries.0.minutes'), $plan->json('entries.0.isFixed')]);
        self::assertNotContains('warm-up', array_column($plan->json('entries'), 'kind'));
        self::assertSame([['key' => 'warm-up', 'text' => 'the warm-up']], $plan->json('dropped'));
        $this->postJson('/api/v1/history/undo', ['on' => 'rehearsal'])->assertOk();
        self::assertSame($entries, $this->plan($date)->json('entries'), 'taken back as one');
    }

    public function testWhatDoesNotFitIsSaidInASentence(): void
    {
        $fixed = [['kind' => 'work', 'piece' => $this->two->id, 'from' => '1', 'to' => '4', 'minutes' => 30, 'place' => 0]];
        $plan = $this->wish($this->date(), ['minutes' => 20, 'fixed' => $fixed])->assertOk();

        self::assertStringContainsString('There is no time for', $plan->json('left.0'));
        self::assertLessThanOrEqual(20, $plan->json('spent'));
    }

    public function testAtTheEndTheLastNoteIsHeldFullLength(): void
    {
        $entries = $this->plan($this->date())->json('entries');
        $said = array_filter($entries, static fn (array $one): bool => str_contains($one['how'], 'the last note full length'));

        self::assertSame(['work'], array_values(array_unique(array_column($said, 'kind'))));
        self::assertCount(1, $said, 'where the piece ends, and nowhere else');
    }

    public function testMinutesOutsideARehearsalAreAnsweredBySentences(): void
    {
        $date = $this->date();
        foreach ([0, 600, 'many', -3] as $minutes) {
            $this->wish($date, ['minutes' => $minutes])->assertStatus(422)
                ->assertJsonPath('errors.minutes.0', 'A rehearsal lasts from 1 to 300 minutes.');
        }
        $this->wish($date, ['minutes' => 1])->assertOk();
        self::assertSame(1, $this->plan($date)->json('spent'));
    }

    public function testWhatWasDoneIsTheLogAndTheNextPlanTakesItUp(): void
    {
        $before = $this->date('2026-11-19 14:05');
        $entries = $this->plan($before)->json('entries');
        $this->done($before, $entries)->assertOk()->assertJsonPath('date.isHeld', true);
        $first = array_values(array_filter($entries, static fn (array $one): bool => $one['kind'] === 'work'))[0];
        $plan = $this->plan($this->date('2026-11-26 14:05'));

        self::assertSame(7, $plan->json("cover.0.since.{$first['fromIndex']}"), 'a week ago');
        $all = $plan->json('cover.0.since');
        $never = array_keys(array_filter($all, static fn (?int $days): bool => $days === null));
        if ($never !== []) {
            $worked = array_filter($plan->json('entries'), static fn (array $one): bool => $one['kind'] === 'work'
                && $one['fromIndex'] <= $never[0] && $one['toIndex'] >= $never[0]);
            self::assertNotSame([], $worked, 'what was left out comes');
        }
        self::assertNull($this->plan($before)->json('cover.0.since.0'), 'as it was known then');
    }

    public function testAMeasureThatTheScoreHasNoMoreDoesNotBreakThePlan(): void
    {
        $date = $this->date('2026-11-19 14:05');
        $date->update(['done' => [['kind' => 'work', 'piece' => $this->two->id, 'from' => '80', 'to' => '90', 'minutes' => 5]]]);
        $this->hear(['measure' => '2'])->assertCreated();
        $this->two->heard()->update(['measure' => '77']);

        $plan = $this->plan($this->date())->assertOk();
        self::assertNull($plan->json('heard.0.index'));
        self::assertSame('77', $plan->json('heard.0.measure'), 'it is told, and not lost');
        self::assertNull($plan->json('heard.0.offer'));
    }

    public function testWhatIsHeardAThirdTimeIsSaidAndBetterEndsIt(): void
    {
        foreach (['2026-11-12', '2026-11-19', '2026-11-26'] as $day) {
            $this->hear(['at' => "{$day}T14:20:00Z"])->assertCreated();
        }
        $list = $this->getJson($this->path('heard'))->assertOk();
        self::assertCount(1, $list->json('rows'));
        self::assertSame(3, $list->json('rows.0.times'));
        $id = $list->json('rows.0.id');

        $this->patchJson("/api/v1/heard/{$id}", ['better' => true])->assertOk()->assertJsonPath('rows.0.isOpen', false);
        self::assertSame(0, $this->two->heard()->whereNull('better_at')->count(), 'all three');
        $this->hear()->assertCreated()->assertJsonPath('rows.0.isOpen', true);
        $this->postJson('/api/v1/history/undo', ['on' => 'rehearsal'])->assertOk();
        $this->getJson($this->path('heard'))->assertJsonPath('rows.0.isOpen', false);
    }

    public function testTwoDirectorsWhoHearTheSameAtOnceHeardItOnce(): void
    {
        $colleague = $this->person('Colleague');
        $this->share($this->two, $colleague, 'propose');
        $this->hear(['token' => 'from-one-phone'])->assertCreated();
        $this->actingAs($colleague);
        $this->hear(['token' => 'from-the-other'])->assertCreated()->assertJsonPath('rows.0.times', 1);

        self::assertSame(2, $this->two->heard()->count(), 'both are kept');
    }

    public function testWhoWorksOnOnePartHearsThatPart(): void
    {
        $bass = $this->person('Specialist');
        $this->share($this->two, $bass, 'edit');
        $this->two->shares()->where('user_id', $bass->id)->update(['parts' => json_encode([$this->two->sections[1]->name])]);
        $this->actingAs($bass);
        $this->hear(['sections' => [$this->two->sections[1]->id]])->assertCreated()->assertJsonPath('mayHear', true);
        $this->hear(['sections' => [$this->two->sections[0]->id]])->assertForbidden();
        $this->hear()->assertForbidden();
    }

    public function testAPhoneThatSendsTwiceWritesOnce(): void
    {
        $this->hear(['token' => 'the-same-again'])->assertCreated();
        $this->hear(['token' => 'the-same-again'])->assertCreated();

        self::assertSame(1, $this->two->heard()->count());
    }

    public function testWhatWaitedInAPhoneBelongsToTheDayItWasHeard(): void
    {
        $date = $this->date('2026-11-24 14:05');
        $this->hear(['at' => '2026-11-24T14:31:00Z'])->assertCreated()->assertJsonPath('rows.0.at', '2026-11-24');
        self::assertSame($date->id, $this->two->heard()->value('calendar_date_id'));
        $this->hear(['at' => '1998-01-01T00:00:00Z', 'measure' => '3'])->assertCreated();
        self::assertSame('2026-11-26', $this->two->heard()->where('measure', '3')->firstOrFail()->heard_at->toDateString(), 'a wrong clock is not believed');
    }

    public function testOnePressMakesTheMarkAndThePracticeLine(): void
    {
        $row = $this->hear(['kind' => 'too-short', 'measure' => '2', 'sections' => [$this->two->sections[1]->id]])->assertCreated()->json('rows.0');
        self::assertSame('the words “hold 4” and an open strings line', $row['offer']['text']);
        $after = $this->postJson("/api/v1/heard/{$row['id']}/correct")->assertOk();

        self::assertNull($after->json('rows.0.offer'), 'it is made');
        $second = $this->two->sections[1];
        self::assertStringContainsString('hold 4', (string) json_encode($second->marks()->firstOrFail()->body));
        self::assertNotNull($second->refresh()->practice);
        self::assertSame(0, $this->two->sections[0]->marks()->count(), 'the firsts are left alone');
        $this->postJson("/api/v1/heard/{$row['id']}/correct")->assertStatus(422)->assertJsonPath('message', 'That is marked already.');
        $this->postJson('/api/v1/history/undo', ['piece' => $this->two->id])->assertOk();
        self::assertSame(0, $second->marks()->count());
    }

    public function testPlayersGetTheirListWithTheNextEdition(): void
    {
        [$first, $second] = [$this->two->sections[0], $this->two->sections[1]];
        $this->hear(['sections' => [$second->id], 'kind' => 'accidental', 'text' => 'F natural', 'measure' => '3'])->assertCreated();
        $token = basename((string) $this->postJson("/api/v1/sections/{$second->id}/editions")->assertCreated()->json('link.url'));
        $other = basename((string) $this->postJson("/api/v1/sections/{$first->id}/editions")->assertCreated()->json('link.url'));

        $page = (string) $this->get("/part/{$token}")->assertOk()->getContent();
        self::assertStringContainsString('What we heard: m. 3', $page);
        self::assertStringContainsString('the wrong accidental: F natural', $page);
        self::assertStringNotContainsString('What we heard', (string) $this->get("/part/{$other}")->getContent());
        self::assertStringContainsString("What we heard\nm. 3: the wrong accidental: F natural", (string) $this->get("/api/v1/part/{$token}/download.txt")->getContent());

        // It is better: there is something to hand out, though no mark has changed.
        $id = $this->two->heard()->value('id');
        $this->patchJson("/api/v1/heard/{$id}", ['better' => true])->assertOk();
        $row = array_column($this->getJson("/api/v1/pieces/{$this->two->id}/handout")->json('sections'), null, 'id')[$second->id];
        self::assertSame(1, $row['heard']);
        self::assertStringContainsString('What we heard', (string) $this->get("/part/{$token}")->getContent(), 'an edition is frozen');
        $this->postJson("/api/v1/sections/{$second->id}/editions")->assertCreated();
        self::assertStringNotContainsString('What we heard', (string) $this->get("/part/{$token}")->getContent());
    }

    public function testWhatIsNotUnderstoodIsASentence(): void
    {
        $this->hear(['measure' => '99'])->assertStatus(422)->assertJsonPath('message', '“Passage” has no measure 99.');
        $this->hear(['kind' => 'words', 'text' => ''])->assertStatus(422)->assertJsonPath('errors.text.0', 'Say in words what was heard.');
        $this->hear(['kind' => 'ugly'])->assertStatus(422);
        $this->hear(['sections' => [999_999]])->assertStatus(422)->assertJsonPath('message', 'This part is not in the piece any more.');
        self::assertSame(0, $this->two->heard()->count());
    }

    public function testTheDatesOfATermComeEveryWeekAndGoBack(): void
    {
        $body = ['kind' => 'rehearsal', 'date' => '2026-12-03', 'time' => '14:05', 'minutes' => 45, 'place' => 'Hall', 'weeks' => 3];
        $term = $this->postJson($this->shelfPath('dates'), $body)->assertCreated();
        self::assertSame(['2026-12-03', '2026-12-10', '2026-12-17'], array_column($term->json('dates'), 'date'));
        $concert = ['kind' => 'concert', 'title' => 'Winter', 'date' => '2026-12-18', 'weeks' => 1] + $body;
        $term = $this->postJson($this->shelfPath('dates'), $concert)->assertCreated();
        self::assertSame([3, 'Winter'], [$term->json('left'), $term->json('concert.title')]);
        self::assertSame(8, $term->json('pieces.0.measures'));
        self::assertStringContainsString('3 are left', $term->json('pieces.0.how'));
        self::assertFalse($term->json('pieces.0.isReady'), 'nothing was worked yet');

        $this->postJson('/api/v1/history/undo', ['on' => 'rehearsal'])->assertOk();
        $this->postJson('/api/v1/history/undo', ['on' => 'rehearsal'])->assertOk();
        self::assertSame([], $this->getJson($this->shelfPath('calendar'))->json('dates'));
        $this->postJson($this->shelfPath('dates'), ['date' => 'soon'] + $body)->assertStatus(422)
            ->assertJsonPath('errors.date.0', 'Say on which day, such as 2026-12-03.');
    }

    public function testOnlyTheDirectorSeesTheCalendar(): void
    {
        $date = $this->date();
        $this->actingAs($this->stranger);
        $this->plan($date)->assertNotFound();
        $this->getJson($this->shelfPath('calendar'))->assertNotFound();
        $this->deleteJson("/api/v1/dates/{$date->id}")->assertNotFound();
    }

    public function testAShelfWithoutPiecesHasAnEmptyPlan(): void
    {
        $this->two->delete();
        $plan = $this->plan($this->date())->assertOk();

        self::assertSame([[], 0], [$plan->json('entries'), $plan->json('spent')]);
    }

    public function testThePlanTheGridAndTheTuningPlacesPrint(): void
    {
        $date = $this->date();
        foreach (["/api/v1/dates/{$date->id}/plan.pdf", $this->path('tuning.pdf'), $this->path('entrances.pdf')] as $path) {
            self::assertStringStartsWith('%PDF', (string) $this->get($path)->assertOk()->getContent(), $path);
        }
        foreach ([45, 120, 300] as $minutes) {
            $plan = $this->wish($date, ['minutes' => $minutes])->assertOk()->json();
            self::assertNotSame([], $plan['entries']);
            self::assertCount(1, PlanPages::of($plan, Paper::A4), "{$minutes} minutes on one page");
        }
        $much = ['entries' => array_merge(...array_fill(0, 4, $plan['entries']))] + $plan;
        self::assertCount(1, PlanPages::of($much, Paper::Letter), 'less is said where there is much');
    }

    public function testATermIsPackedAndUnpackedWithItsPieces(): void
    {
        $date = $this->date('2026-11-19 14:05');
        $this->done($date, $this->plan($date)->json('entries'))->assertOk();
        $this->hear(['kind' => 'words', 'text' => 'sing it first', 'sections' => [$this->two->sections[1]->id]])->assertCreated();
        $errand = $this->postJson('/api/v1/account/pack')->assertStatus(202)->json('id');
        $file = $this->get("/api/v1/account/errands/{$errand}/file")->assertOk()->streamedContent();

        $this->actingAs($this->stranger);
        $this->post('/api/v1/account/unpack', ['file' => UploadedFile::fake()->createWithContent('all.zip', $file)])->assertStatus(202);
        $shelf = $this->stranger->shelves()->firstOrFail();
        $piece = Piece::query()->where('user_id', $this->stranger->id)->firstOrFail();
        $there = $shelf->dates()->firstOrFail();
        self::assertSame('2026-11-19 14:05', $there->starts_at->format('Y-m-d H:i'));
        self::assertSame([$piece->id], array_values(array_unique(array_column($there->done ?? [], 'piece'))), 'the piece there');
        self::assertSame(['sing it first', ['P2']], [$piece->heard()->firstOrFail()->text, $piece->heard()->firstOrFail()->parts]);
        $plan = $this->getJson("/api/v1/dates/{$there->id}/plan")->assertOk();
        self::assertNotSame([], $plan->json('done'));
    }

    public function testALineForEverybodyIsTakenAway(): void
    {
        $section = $this->two->sections[0];
        $sheet = $this->getJson("/api/v1/sections/{$section->id}/unison?from=1&to=4")->assertOk();
        self::assertSame([true, false], array_column($sheet->json('voices'), 'isLead'));
        $this->getJson("/api/v1/sections/{$section->id}/unison?from=4&to=1")->assertStatus(422)->assertJsonPath('message', 'The line ends before it begins.');
        $this->getJson("/api/v1/sections/{$section->id}/unison?from=1&to=99")->assertStatus(422);
        $abc = (string) $this->get("/api/v1/sections/{$section->id}/unison/download.abc?from=1&to=4")->assertOk()->getContent();
        self::assertSame(2, substr_count($abc, 'X:1'));
        $xml = (string) $this->get("/api/v1/sections/{$section->id}/unison/download.musicxml?from=1&to=4&for={$section->id}")->assertOk()->getContent();
        self::assertSame(1, substr_count($xml, '<score-part '));
    }

    private function date(string $at = '2026-11-26 14:05'): CalendarDate
    {
        /** @var CalendarDate $date */
        $date = $this->shelf()->dates()->firstOrCreate(['kind' => 'rehearsal', 'starts_at' => $at], ['minutes' => 45]);

        return $date;
    }

    private function plan(CalendarDate $date): TestResponse
    {
        return $this->getJson("/api/v1/dates/{$date->id}/plan");
    }

    /** @param array<string, mixed> $wishes */
    private function wish(CalendarDate $date, array $wishes): TestResponse
    {
        return $this->putJson("/api/v1/dates/{$date->id}/plan", [
            ...['minutes' => 45, 'begin' => 'end', 'pieces' => null, 'fixed' => [], 'dropped' => []],
            ...$wishes,
        ]);
    }

    /** @param list<array<string, mixed>> $entries */
    private function done(CalendarDate $date, array $entries): TestResponse
    {
        $fields = array_flip(['kind', 'piece', 'from', 'to', 'minutes']);

        return $this->putJson("/api/v1/dates/{$date->id}/done", [
            'done' => array_map(static fn (array $one): array => array_intersect_key($one, $fields), $entries),
        ]);
    }

    /** @param array<string, mixed> $more */
    private function hear(array $more = []): TestResponse
    {
        return $this->postJson($this->path('heard'), [...['measure' => '2', 'sections' => [], 'kind' => 'rhythm'], ...$more]);
    }

    private function path(string $what): string
    {
        return "/api/v1/pieces/{$this->two->id}/{$what}";
    }

    private function shelfPath(string $what): string
    {
        return "/api/v1/shelves/{$this->shelf()->id}/{$what}";
    }
}
