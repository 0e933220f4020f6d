<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Calendar files, in and out. */
final class CalendarFileTest extends FeatureTestCase
{
    private const WEEKLY = ['UID:weekly', 'SUMMARY:Orchestra', 'DTSTART;TZID=America/New_York:20261203T140500', 'DURATION:PT50M', 'RRULE:FREQ=WEEKLY;COUNT=3'];
    private const CONCERT = ['UID:c', 'SUMMARY:Winter concert', 'DTSTART:20261218T190000', 'DTEND:20261218T203000', 'LOCATION:Hall'];
    private const HOLIDAY = ['UID:h', 'SUMMARY:Holiday', 'DTSTART;VALUE=DATE:20261224'];

    protected function setUp(): void
    {
        parent::setUp();
        Carbon::setTestNow('2026-11-26 12:00');
        $this->actingAs($this->director);
    }

    protected function tearDown(): void
    {
        Carbon::setTestNow();
        parent::tearDown();
    }

    public function testWhatIsInItIsShownBeforeItIsKept(): void
    {
        $look = $this->send('calendar/look', self::file(self::WEEKLY, self::CONCERT, self::HOLIDAY))->assertOk();

        self::assertSame(
            ['2026-12-03 14:05 50 rehearsal', '2026-12-10 14:05 50 rehearsal', '2026-12-17 14:05 50 rehearsal', '2026-12-18 19:00 90 concert'],
            array_map(static fn (array $one): string => "{$one['date']} {$one['time']} {$one['minutes']} {$one['kind']}", $look->json('dates')),
        );
        self::assertSame(['One entry has no time of the day, and was left out.'], $look->json('told'));
        self::assertSame(0, $this->shelf()->dates()->count());
    }

    public function testWhatIsTickedIsKeptBroughtUpToDateAndTakenBack(): void
    {
        $look = $this->send('calendar/look', self::file(self::WEEKLY, self::CONCERT))->json('dates');
        $uids = array_column($look, 'uid');
        $this->send('calendar', self::file(self::WEEKLY, self::CONCERT), ['uids' => implode("\n", [$uids[0], $uids[3]])])->assertOk();
        self::assertSame(['rehearsal', 'concert'], $this->shelf()->dates()->pluck('kind')->all());

        $longer = array_replace(self::CONCERT, [3 => 'DTEND:20261218T210000']);
        $this->send('calendar', self::file($longer), ['uids' => $uids[3]])->assertOk();
        self::assertSame([50, 120], $this->shelf()->dates()->pluck('minutes')->all(), 'not a second concert');
        $this->postJson('/api/v1/history/undo', ['on' => 'rehearsal'])->assertOk();
        self::assertSame([50, 90], $this->shelf()->dates()->pluck('minutes')->all());
        $this->send('calendar', self::file(self::CONCERT))->assertStatus(422)->assertJsonPath('message', 'Tick the dates that are to be kept.');
    }

    public function testWhatGoesOutComesIn(): void
    {
        $this->shelf()->dates()->create(['kind' => 'rehearsal', 'starts_at' => '2026-12-03 14:05', 'minutes' => 45, 'place' => 'Hall; second floor, "A"']);
        $this->shelf()->dates()->create(['kind' => 'concert', 'starts_at' => '2026-12-18 19:00', 'minutes' => 90, 'title' => 'Evening']);
        $answer = $this->get("/api/v1/shelves/{$this->shelf()->id}/calendar.ics")->assertOk();
        self::assertStringStartsWith('text/calendar', (string) $answer->headers->get('Content-Type'));
        $look = $this->send('calendar/look', (string) $answer->getContent())->assertOk()->json('dates');

        self::assertSame(['2026-12-03', '14:05', 45, 'rehearsal', 'Hall; second floor, "A"'], [
            $look[0]['date'], $look[0]['time'], $look[0]['minutes'], $look[0]['kind'], $look[0]['place'],
        ]);
        self::assertSame(['2026-12-18', '19:00', 90, 'concert'], [$look[1]['date'], $look[1]['time'], $look[1]['minutes'], $look[1]['kind']]);
    }

    /** @return iterable<string, array{string}> */
    public static function otherKinds(): iterable
    {
        yield 'nothing' => [''];
        yield 'words' => ['See you on Thursday.'];
        yield 'a card of an address' => ["BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Nobody\r\nEND:VCARD\r\n"];
        yield 'a score' => ['<score-partwise version="4.0"/>'];
        yield 'bytes' => [random_bytes(400)];
        yield 'cut in the middle' => ["BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:2026"];
    }

    #[DataProvider('otherKinds')]
    public function testAFileOfAnotherKindIsAnsweredByASentence(string $file): void
    {
        $this->send('calendar/look', $file)->assertStatus(422)
            ->assertJsonPath('message', 'This is no calendar that can be read. A calendar ends in .ics; save it as iCalendar and try again.');
        $this->send('calendar', $file, ['uids' => 'x'])->assertStatus(422);
    }

    public function testWithoutAFileThereIsASentence(): void
    {
        $this->postJson("/api/v1/shelves/{$this->shelf()->id}/calendar/look")->assertStatus(422);
    }

    public function testOddDatesDoNoHarm(): void
    {
        $odd = [
            ['UID:1', 'SUMMARY:Backwards', 'DTSTART:20261203T140500', 'DTEND:20261203T130000'],
            ['UID:2', 'SUMMARY:' . str_repeat('long ', 200), 'DTSTART:20261204T140500'],
            ['UID:3', 'DTSTART:20261205T140500', 'DURATION:tomorrow'],
            ['UID:4', 'SUMMARY:no time at all'],
            ['UID:5', "SUMMARY:bell\x07", 'DTSTART:20261206T140500', 'RRULE:FREQ=SECONDLY'],
        ];
        $look = $this->send('calendar/look', self::file(...$odd));
        self::assertContains($look->status(), [200, 422]);
        foreach ($look->json('dates') ?? [] as $one) {
            self::assertGreaterThanOrEqual(1, $one['minutes']);
            self::assertLessThanOrEqual(120, mb_strlen($one['title']));
        }
    }

    /** @param list<string> ...$events */
    /** @return iterable<string, array{string}> rules that never come to an end, or take for ever to */
    public static function endless(): iterable
    {
        yield 'every 30 February' => ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'];
        yield 'every 31 April of every month' => ['FREQ=MONTHLY;BYMONTH=4;BYMONTHDAY=31'];
        yield 'every second, for ever' => ['FREQ=SECONDLY'];
    }

    #[DataProvider('endless')]
    public function testARuleWithoutAnEndCostsAFewSecondsAndIsSaid(string $rule): void
    {
        $odd = ['UID:odd', 'SUMMARY:Odd', 'DTSTART:20261203T140500', "RRULE:{$rule}"];
        $began = microtime(true);
        $look = $this->send('calendar/look', self::file($odd, self::CONCERT));

        self::assertLessThan(20.0, microtime(true) - $began);
        $look->assertOk();
        self::assertContains('2026-12-18', array_column($look->json('dates'), 'date'), 'the others are read all the same');
    }

    public function testAThousandHonestEntriesAreRead(): void
    {
        $entries = array_map(
            static fn (int $number): array => ["UID:n{$number}", "SUMMARY:Lesson {$number}", sprintf('DTSTART;TZID=America/New_York:20261203T%02d%02d00', intdiv($number, 60) % 24, $number % 60)],
            range(0, 1999),
        );
        $look = $this->send('calendar/look', self::file(...$entries))->assertOk();

        self::assertCount(400, $look->json('dates'));
        self::assertSame(['There are more than 400 dates; the earliest 400 were read.'], $look->json('told'));
    }

    private static function file(array ...$events): string
    {
        $lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x'];
        foreach ($events as $event) {
            array_push($lines, 'BEGIN:VEVENT', ...[...array_values($event), 'END:VEVENT']);
        }

        return implode("\r\n", [...$lines, 'END:VCALENDAR', '']);
    }

    /** @param array<string, string> $more */
    private function send(string $to, string $file, array $more = []): TestResponse
    {
        return $this->post("/api/v1/shelves/{$this->shelf()->id}/{$to}", [
            'file' => UploadedFile::fake()->createWithContent('term.ics', $file), ...$more,
        ], ['Accept' => 'application/json']);
    }
}
