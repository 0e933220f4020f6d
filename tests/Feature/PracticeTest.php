<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Edition;
use App\Models\Section;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use UprightPencil\Format\MusicXml\ScoreReader;

/** Practice lines of a section: chosen, ordered, handed out; and how a part is played along. */
final class PracticeTest extends FeatureTestCase
{
    private const MUSIC = 'A4q | D5e E5e F5e G5e A5e G5e F5e E5e | F5e C5e F5e C5e F5e C5e F5h~ | F5q. G5e A5h | (D4e E4e F4e G4e A4e B4e C5e D5e) | D5h.';

    public function testTheLinesAreKeptDroppedReorderedAndTakenBack(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $first = $this->getJson("/api/v1/sections/{$section->id}/practice")->assertOk()->assertJsonPath('isOwn', false);
        $keys = array_column($first->json('lines'), 'key');
        self::assertGreaterThanOrEqual(2, count($keys));
        self::assertNotSame('', $first->json('lines.0.xml'));

        $turned = array_reverse($keys);
        $this->choose($section, $turned)->assertOk()->assertJsonPath('isOwn', true);
        self::assertSame($turned, array_column($this->getJson("/api/v1/sections/{$section->id}/practice")->json('lines'), 'key'));
        $less = $this->choose($section, [$turned[0]])->assertOk();
        self::assertSame([$turned[0]], array_column($less->json('lines'), 'key'));
        self::assertContains($turned[1], array_column($less->json('offered'), 'key'), 'what is left out is offered');

        $this->postJson('/api/v1/history/undo', ['piece' => $section->piece_id])->assertOk();
        self::assertSame($turned, array_column($this->getJson("/api/v1/sections/{$section->id}/practice")->json('lines'), 'key'));
        $this->choose($section, null)->assertJsonPath('isOwn', false);
        self::assertSame($keys, array_column($this->getJson("/api/v1/sections/{$section->id}/practice")->json('lines'), 'key'));
    }

    public function testAGoalIsTheLastRung(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $key = $this->getJson("/api/v1/sections/{$section->id}/practice")->json('lines.0.key');
        $answer = $this->putJson("/api/v1/sections/{$section->id}/practice", ['lines' => [$key], 'goals' => [$key => 84]])->assertOk();

        self::assertSame(84, $answer->json('lines.0.goal'));
        self::assertSame(84, $answer->json('lines.0.ladder.to'));
        $steps = $answer->json('lines.0.ladder.steps');
        self::assertSame(84, end($steps));
    }

    /** What a director ticks for a lesson comes first, in the order in which a class does it. */
    public function testTheFirstStepsOfALessonAreLines(): void
    {
        $this->actingAs($this->director);
        $id = $this->postJson('/api/v1/write-in', [
            'shelf' => $this->book()->id,
            'title' => 'Harbour Steps',
            'typed' => ['kind' => 'lesson', 'abc' => "X:1\nM:4/4\nL:1/4\nK:D\nD E (F G) | A2 d2 | d c (B A) | D4 |]\n"],
        ])->assertCreated()->json('id');
        $section = Section::query()->where('piece_id', $id)->firstOrFail();
        $kinds = fn (): array => array_column($this->getJson("/api/v1/sections/{$section->id}/practice")->assertOk()->json('lines'), 'kind');
        $before = $kinds();

        $this->patchJson("/api/v1/pieces/{$id}/lesson", ['steps' => ['play', 'air', 'count', 'hooks']])->assertOk();
        self::assertSame(['count', 'air', 'hooks', ...$before], $kinds());
        $lines = $this->getJson("/api/v1/sections/{$section->id}/practice")->json('lines');
        self::assertStringNotContainsString('bow/>', $lines[0]['xml'], 'clapping has no bow');
        self::assertStringContainsString('down-bow', $lines[1]['xml']);
        self::assertStringStartsWith('%PDF', (string) $this->get("/api/v1/sections/{$section->id}/practice/download.pdf")->assertOk()->getContent());

        // They go out with the lesson.
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url'));
        self::assertSame(['count', 'air', 'hooks'], array_slice(array_column($this->getJson("/api/v1/part/{$token}/practice")->json('lines'), 'kind'), 0, 3));
    }

    /** @param list<string> $steps */
    #[DataProvider('sheets')]
    public function testALessonsSheetSaysWhatIsNewAndWhatComesFirst(string $what, array $steps, string $found, string $missing): void
    {
        $this->actingAs($this->director);
        $abc = "X:1\nM:4/4\nL:1/4\nK:D\nD E F G | A4 |]\n";
        $id = $this->postJson('/api/v1/write-in', ['shelf' => $this->book()->id, 'typed' => ['kind' => 'lesson', 'abc' => $abc]])->json('id');
        $this->patchJson("/api/v1/pieces/{$id}/lesson", ['steps' => $steps, 'muted' => ['meter 4/4']])->assertOk();
        $bass = Section::query()->where(['piece_id' => $id, 'instrument' => 'bass'])->firstOrFail();
        $path = $what === 'score' ? "pieces/{$id}" : "sections/{$bass->id}";
        $sheet = implode('', $this->getJson("/api/v1/{$path}/paper?what={$what}")->assertOk()->json('sheets'));
        $words = html_entity_decode(strip_tags($sheet));

        self::assertStringContainsString($found, $words);
        self::assertStringNotContainsString($missing, $words);
    }

    /** @return iterable<string, array{string, list<string>, string, string}> */
    public static function sheets(): iterable
    {
        yield 'one section: what is new for it' => ['part', [], '1 on D', '4/4'];
        yield 'its first steps' => ['part', ['count', 'letters'], 'First: count and clap · say the letter names.', 'bow in the air'];
        yield 'all on one: what is new for everybody' => ['score', ['play'], 'First: play.', 'high 2 on D'];
        yield 'no step, no line' => ['part', [], 'New: ', 'First:'];
    }

    public function testAPieceOfAProgrammeHasNoSuchLines(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $words = implode('', $this->getJson("/api/v1/sections/{$section->id}/paper?what=part")->assertOk()->json('sheets'));

        self::assertStringNotContainsString('New: ', $words);
    }

    public function testALineIsFoundForAMeasure(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $ask = fn (string $kind, string $measure): TestResponse => $this->getJson("/api/v1/sections/{$section->id}/practice/line?kind={$kind}&measure={$measure}");

        self::assertSame(['4'], $ask('slur', '4')->assertOk()->json('serves'));
        self::assertSame(['3'], $ask('open-strings', '3')->assertOk()->json('serves'));
        $ask('shift', '2')->assertStatus(422)->assertJsonPath('message', 'This part has nothing for a shift line.');
        $ask('slur', '99')->assertStatus(422)->assertJsonPath('message', 'There is no measure 99 in this part.');
        $ask('acrobatics', '1')->assertStatus(422);
        $key = $ask('open-strings', '3')->json('key');
        $lines = $this->choose($section, [$key])->assertOk()->json('lines');
        self::assertSame(['3'], $lines[0]['serves'], 'it is found again by its key');
    }

    public function testWhatIsNoChoiceIsASentence(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $bad = [
            ['lines' => array_map(static fn (int $at): string => "shift@n{$at}", range(1, 25))],
            ['lines' => ['shift@a', 'shift@a']],
            ['lines' => ['<script>']],
            ['lines' => 'all'],
            ['lines' => [], 'goals' => ['shift@a' => 4000]],
            [],
        ];
        foreach ($bad as $body) {
            self::assertNotSame('', $this->putJson("/api/v1/sections/{$section->id}/practice", $body)->assertStatus(422)->json('message'));
        }
        // A line whose note a corrected score no longer has goes by itself.
        self::assertSame([], $this->choose($section, ['shift@gone'])->assertOk()->json('lines'));
    }

    public function testLinesAreTakenAwayInOpenFormats(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $key = $this->getJson("/api/v1/sections/{$section->id}/practice")->json('lines.0.key');
        $one = $this->get("/api/v1/sections/{$section->id}/practice/download.musicxml?line={$key}")->assertOk()->getContent();
        self::assertNotSame([], (new ScoreReader())->read((string) $one)->parts[0]->notes);
        $all = (new ScoreReader())->read((string) $this->get("/api/v1/sections/{$section->id}/practice/download.musicxml")->assertOk()->getContent());
        self::assertGreaterThan(count((new ScoreReader())->read((string) $one)->measures), count($all->measures));
        self::assertStringStartsWith("X:1\nT:", (string) $this->get("/api/v1/sections/{$section->id}/practice/download.abc")->assertOk()->getContent());
        self::assertStringStartsWith('%PDF', (string) $this->get("/api/v1/sections/{$section->id}/practice/download.pdf")->assertOk()->getContent());
        $this->getJson("/api/v1/sections/{$section->id}/practice/download.abc?line=shift@gone")->assertNotFound()
            ->assertJsonPath('message', 'The part has no such line any more.');
    }

    public function testAnEditionPlaysAndPractisesAsItWasHandedOut(): void
    {
        $section = $this->section($this->piece(self::MUSIC));
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        $before = $this->getJson("/api/v1/part/{$token}/play")->assertOk();
        $lines = $this->getJson("/api/v1/part/{$token}/practice")->assertOk()->json('lines');
        self::assertNotSame([], $before->json('play.tones'));
        self::assertNotSame([], $lines);
        $stroke = $before->json('play.strokes.1');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.1 {$this->other($stroke['direction'])}", 'seen' => 99])->assertOk();
        $this->choose($section, [])->assertOk();
        auth()->guard('web')->logout();

        self::assertSame($stroke, $this->getJson("/api/v1/part/{$token}/play")->json('play.strokes.1'));
        self::assertSame($lines, $this->getJson("/api/v1/part/{$token}/practice")->json('lines'));
        $this->getJson("/api/v1/part/{$token}/play", ['If-None-Match' => (string) $before->headers->get('ETag')])->assertStatus(304);
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        self::assertSame($this->other($stroke['direction']), $this->getJson("/api/v1/part/{$token}/play")->json('play.strokes.1.direction'));
        self::assertSame([], $this->getJson("/api/v1/part/{$token}/practice")->json('lines'));
    }

    public function testTheOthersAreHeardWhereTheDirectorSharesThem(): void
    {
        $piece = $this->twoViolins('D4q E4q F#4q G4q | A4w');
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $link = $this->postJson("/api/v1/sections/{$section->id}/editions")->json('link');
        $token = basename($link['url']);
        $this->getJson("/api/v1/part/{$token}/others")->assertForbidden()->assertJsonPath('message', 'Your director shares this part alone.');
        $this->patchJson("/api/v1/links/{$link['id']}", ['hears' => true])->assertOk()->assertJsonPath('link.hears', true);
        $others = $this->getJson("/api/v1/part/{$token}/others")->assertOk()->json();
        self::assertCount(1, $others);
        self::assertNotSame([], $others[0]['tones']);
        $this->getJson("/api/v1/part/{$token}/play")->assertJsonPath('hears', true);
        $this->postJson("/api/v1/sections/{$section->id}/links")->assertCreated()->assertJsonPath('link.hears', true);
    }

    public function testAnEditionFromBeforeSaysSo(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        /** @var Edition $edition */
        $edition = Edition::query()->firstOrFail();
        $edition->update(['plays' => null, 'lines' => null, 'offers' => array_diff_key((array) $edition->offers, ['practice' => 0])]);

        foreach (['play', 'practice'] as $what) {
            $this->getJson("/api/v1/part/{$token}/{$what}")->assertNotFound()
                ->assertJsonPath('message', 'This edition was handed out before parts could be heard. When your director hands it out again, it plays.');
        }
        self::assertStringNotContainsString('data-tab="practise"', (string) $this->get("/part/{$token}")->assertOk()->getContent());
    }

    public function testAPartWithoutNotesIsHandedOutAndPlaysItsRests(): void
    {
        $section = $this->section($this->piece('rq | rw | rw | rh.'));
        $this->actingAs($this->director);
        $token = basename($this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url'));
        $play = $this->getJson("/api/v1/part/{$token}/play")->assertOk()->json('play');
        self::assertSame([[], []], [$play['tones'], $play['strokes']]);
        self::assertCount(4, $play['measures']);
        $this->getJson("/api/v1/part/{$token}/practice")->assertJsonPath('lines', []);
    }

    public function testAClassWarmsUpTogetherInTheMinutesItHas(): void
    {
        $piece = $this->twoViolins('D4q E4q F#4q G4q | A4q B4q C#5q D5q | D5q C#5q B4q A4q | D4w');
        $this->actingAs($this->director);
        foreach ([2, 5, 12] as $minutes) {
            $plan = $this->getJson("/api/v1/pieces/{$piece->id}/warm-up?minutes={$minutes}")->assertOk()->json();
            self::assertLessThanOrEqual((float) $minutes, array_sum(array_column($plan['turns'], 'minutes')));
            foreach ($plan['turns'] as $turn) {
                self::assertCount(2, $turn['parts'], 'nobody waits');
                $lengths = array_map(static fn (array $part): float => $part['play']['seconds'], $turn['parts']);
                self::assertCount(1, array_unique($lengths), 'all are as long');
            }
        }
        $this->getJson("/api/v1/pieces/{$piece->id}/warm-up?minutes=0")->assertStatus(422)->assertJsonPath('message', 'A warm-up takes from 1 to 45 minutes.');
        self::assertStringStartsWith('%PDF', (string) $this->get("/api/v1/pieces/{$piece->id}/warm-up.pdf?minutes=5")->assertOk()->getContent());
    }

    /** @param list<string>|null $lines */
    private function choose(Section $section, ?array $lines): TestResponse
    {
        return $this->putJson("/api/v1/sections/{$section->id}/practice", ['lines' => $lines]);
    }

    private function other(string $direction): string
    {
        return $direction === 'down' ? 'up' : 'down';
    }
}
