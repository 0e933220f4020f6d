<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Import\PreparedScore;
use App\Import\ScoreReading;
use App\Models\Edition;
use App\Models\Errand;
use App\Models\Piece;
use App\Models\Section;
use App\Server\Backups;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\Passage;
use UprightPencil\Format\Exception\UnreadableScore;
use ZipArchive;

/** What is kept: uploads read apart, the bin, everything of mine out and in, backups, and what earlier versions kept. */
final class KeepingTest extends FeatureTestCase
{
    public function testAScoreIsReadInAProcessOfItsOwn(): void
    {
        $file = $this->file(Passage::of('4/4', 'A4q B4q C#5h')->musicXml());

        $prepared = (new ScoreReading())->read($file, 'tune.musicxml');

        self::assertSame(['Violin I'], array_column($prepared->sections, 'name'));
        self::assertEquals($prepared, PreparedScore::of((string) file_get_contents($file), 'tune.musicxml'));
    }

    /** @return iterable<string, array{ScoreReading, string, string}> */
    public static function limits(): iterable
    {
        $score = Passage::of('4/4', implode(' | ', array_fill(0, 300, 'A4q B4q C#5q D5q')))->musicXml();
        yield 'a sentence of the reader' => [new ScoreReading(), '<html></html>', 'The file is a web page'];
        yield 'too little time' => [new ScoreReading(seconds: 0.03), $score, 'longer than'];
        yield 'too little memory' => [new ScoreReading(megabytes: 20), $score, 'memory'];
        yield 'no archive' => [new ScoreReading(), "PK\x03\x04rubbish", 'archive'];
    }

    #[DataProvider('limits')]
    public function testWhatAFileDoesToItsReaderIsASentence(ScoreReading $reading, string $bytes, string $sentence): void
    {
        $this->expectException(UnreadableScore::class);
        $this->expectExceptionMessageMatches('~' . $sentence . '.*\.$~s');
        $reading->read($this->file($bytes), 'tune.musicxml');
    }

    public function testOneDirectorsFilesAreReadOneAtATime(): void
    {
        Cache::store('database')->add("reading:{$this->director->id}", true, 60);
        $look = fn (): \Illuminate\Testing\TestResponse => $this->post('/api/v1/scores/look', [
            'score' => UploadedFile::fake()->createWithContent('a.musicxml', Passage::of('4/4', 'A4w')->musicXml()),
        ]);

        $this->actingAs($this->director);
        self::assertStringContainsString('being read already', $look()->assertStatus(422)->json('message'));
        $this->actingAs($this->stranger);
        $look()->assertOk();
        $look()->assertOk();
    }

    public function testARackHoldsSoMuchAndNoMore(): void
    {
        $this->piece();
        $used = $this->director->bytesUsed();
        self::assertGreaterThan(1000, $used);
        $this->actingAs($this->director)->getJson('/api/v1/account')->assertJsonPath('used', $used)->assertJsonPath('quota', 200 * 1024 * 1024);
        config(['pencil.quota_megabytes' => 0]);

        $answer = $this->post('/api/v1/scores/look', ['score' => UploadedFile::fake()->createWithContent('a.musicxml', Passage::of('4/4', 'A4w')->musicXml())]);
        self::assertStringContainsString('would not fit', $answer->assertStatus(422)->json('message'));
    }

    public function testAFileThatJustFitsIsTakenAndOneByteMoreIsNot(): void
    {
        $this->piece();
        $bytes = Passage::of('4/4', 'A4w')->musicXml();
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $archive = new ZipArchive();
        $archive->open($path, ZipArchive::OVERWRITE);
        $archive->addFromString('upright-pencil.json', (string) json_encode([
            'format' => 'upright-pencil/everything', 'version' => 1,
            'shelves' => [['name' => 'Lessons', 'kind' => 'book']],
            'pieces' => [['score' => 's', 'title' => 'Fits', 'shelf' => 0, 'file' => 's.musicxml']],
        ]));
        // As large as the room that is left in one megabyte, which is all there is.
        $room = 1024 * 1024 - $this->director->bytesUsed();
        config(['pencil.quota_megabytes' => 1]);
        $this->actingAs($this->director);
        foreach ([1 => '“Fits”: your rack has no room for it.', 0 => '1 piece was brought in.'] as $over => $says) {
            $archive->close();
            $archive->open($path);
            $archive->addFromString('s', $bytes . str_repeat(' ', $room + $over - strlen($bytes)));
            $archive->close();
            $answer = $this->post('/api/v1/account/unpack', ['file' => new UploadedFile($path, 'x.zip', null, null, true)])->assertStatus(202);
            self::assertStringContainsString($says, (string) $answer->json('says'));
            $archive->open($path);
        }
        self::assertSame('book', $this->director->shelves()->where('name', 'Lessons')->value('kind'));
    }

    public function testTheBinKeepsAPieceThirtyDaysAndThenAllOfItGoes(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director)->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        $this->deleteJson("/api/v1/pieces/{$piece->id}")->assertOk();
        $bin = $this->getJson('/api/v1/rack?bin=1')->assertJsonPath('bin', 1)->json('shelves.0.pieces.0');
        self::assertSame($piece->id, $bin['id']);
        self::assertSame(30, (int) round(Carbon::now()->diffInDays(Carbon::parse($bin['goes']))));

        Carbon::setTestNow(Carbon::now()->addDays(29));
        $this->artisan('pencil:sweep')->assertOk();
        self::assertNotNull(Piece::withTrashed()->find($piece->id));
        Carbon::setTestNow(Carbon::now()->addDays(2));
        $this->artisan('pencil:sweep')->expectsOutputToContain('1 pieces out of the bin')->assertOk();
        self::assertNull(Piece::withTrashed()->find($piece->id));
        self::assertSame(0, Edition::query()->count() + Section::query()->count() + DB::table('links')->count());
        Carbon::setTestNow();
    }

    public function testAPieceIsThrownAwayForGoodOnlyOutOfTheBin(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director)->deleteJson("/api/v1/pieces/{$piece->id}/bin")->assertNotFound();
        $this->deleteJson("/api/v1/pieces/{$piece->id}");
        $this->deleteJson("/api/v1/pieces/{$piece->id}/bin")->assertOk();

        self::assertNull(Piece::withTrashed()->find($piece->id));
    }

    public function testUploadsThatNobodyKeptAreSwept(): void
    {
        Storage::disk('local')->put("looked-at/{$this->director->id}/old", 'x');
        touch(Storage::disk('local')->path("looked-at/{$this->director->id}/old"), time() - 7200);
        Storage::disk('local')->put("looked-at/{$this->director->id}/new", 'x');

        $this->artisan('pencil:sweep')->assertOk();

        self::assertSame(["looked-at/{$this->director->id}/new"], Storage::disk('local')->allFiles('looked-at'));
    }

    public function testEverythingOfMineGoesOutAndComesInSomewhereElse(): void
    {
        $piece = $this->piece('A4q | D5q E5q F#5q G5q | A5q G5q F#5h');
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $section->update(['instrument' => 'viola']);
        $this->putJson("/api/v1/pieces/{$piece->id}/tempos", ['tempos' => ['1' => 72]]);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.1 up\n1.2 3\n2.1 \"sing\" # softly", 'seen' => 9])->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.3 hook', 'seen' => 9])->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/threads", ['note' => 'P1-m1-n1', 'text' => 'Warmer?'])->assertCreated();
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        $this->postJson("/api/v1/sections/{$section->id}/done", ['what' => 'bow', 'done' => true]);
        $errand = $this->postJson('/api/v1/account/pack')->assertStatus(202)->json();
        self::assertSame('done', $this->getJson("/api/v1/account/errands/{$errand['id']}")->json('state'));
        $file = $this->get("/api/v1/account/errands/{$errand['id']}/file")->assertOk()->streamedContent();
        self::assertSame($file, (string) Storage::disk('local')->get((string) Errand::query()->findOrFail($errand['id'])->file));
        $path = $this->file($file);
        $zip = new ZipArchive();
        $zip->open($path);
        $names = array_map(static fn (int $index): string => (string) $zip->getNameIndex($index), range(0, $zip->numFiles - 1));
        self::assertStringContainsString('1.1     up', (string) $zip->getFromName((string) current(preg_grep('~marks/.*txt$~', $names) ?: [])));

        $this->actingAs($this->stranger);
        $answer = $this->post('/api/v1/account/unpack', ['file' => new UploadedFile($path, 'mine.zip', null, null, true)])->assertStatus(202)->json();

        self::assertSame(['done', '1 piece was brought in.'], [$answer['state'], $answer['says']]);
        $copy = Piece::query()->where('user_id', $this->stranger->id)->firstOrFail();
        self::assertEquals(['Concert', 72.0, $piece->title], [$copy->shelf->name, $copy->tempos['1'] ?? null, $copy->title]);
        $there = $this->getJson("/api/v1/sections/{$this->section($copy)->id}")->assertOk()->json();
        $here = $this->actingAs($this->director)->getJson("/api/v1/sections/{$section->id}")->json();
        self::assertSame(array_column($here['marks'], 'line'), array_column($there['marks'], 'line'));
        self::assertSame(array_column($here['marks'], 'author'), array_column($there['marks'], 'author'));
        self::assertSame([], array_filter(array_column($there['marks'], 'mine')), 'what Maren wrote is not the stranger’s own');
        self::assertSame($here['notes'], $there['notes']);
        self::assertTrue($there['section']['done']['bow']);
        $talk = $this->actingAs($this->stranger)->getJson("/api/v1/sections/{$this->section($copy)->id}/threads")->json();
        self::assertSame(['m. 1 beat 1', 'Maren', false, 'Warmer?'], [$talk[0]['place'], ...array_values(array_intersect_key(
            $talk[0]['remarks'][0],
            ['who' => 0, 'mine' => 0, 'text' => 0],
        ))]);
        self::assertSame('viola', $this->section($copy)->instrument, 'what the director corrected stays corrected');
        $edition = fn (Section $of): array => $of->editions()->firstOrFail()->page('', null);
        self::assertSame($edition($section), $edition($this->section($copy)));
        $history = fn (Piece $of, $who): array => array_column($this->actingAs($who)->getJson("/api/v1/pieces/{$of->id}/history")->json(), 'what');
        self::assertSame(
            array_map(static fn (string $what): string => "{$what} (Maren)", $history($piece, $this->director)),
            $history($copy, $this->stranger),
        );
        // Its log can be gone back on.
        $this->postJson("/api/v1/sections/{$this->section($copy)->id}/undo")->assertOk()->assertJsonCount(0, 'marks');
    }

    /** @return iterable<string, array{string, string}> */
    public static function notPacked(): iterable
    {
        $zip = static function (array $entries): string {
            $path = (string) tempnam(sys_get_temp_dir(), 'zip');
            $archive = new ZipArchive();
            $archive->open($path, ZipArchive::OVERWRITE);
            foreach ($entries as $name => $content) {
                $archive->addFromString($name, $content);
            }
            $archive->close();

            return (string) file_get_contents($path);
        };
        $list = static fn (array $over): string => (string) json_encode([...['format' => 'upright-pencil/everything', 'version' => 1, 'pieces' => []], ...$over]);
        yield 'no archive' => ['hello', 'no zip archive'];
        yield 'another archive' => [$zip(['x.txt' => 'x']), 'no readable list'];
        yield 'a newer one' => [$zip(['upright-pencil.json' => $list(['version' => 7])]), 'newer'];
        yield 'odd rows' => [$zip(['upright-pencil.json' => $list(['pieces' => [1, 'x', ['title' => []], ['score' => '../../etc/passwd', 'title' => 'Up']]])]), '“Up”: its score is not in the file.'];
        yield 'a score that is none' => [
            $zip(['upright-pencil.json' => $list(['pieces' => [['score' => 's', 'title' => 'Bad', 'marks' => 7]]]), 's' => '<html>']),
            '“Bad”: The file is a web page',
        ];
    }

    #[DataProvider('notPacked')]
    public function testAFileThatIsNotOursIsTold(string $bytes, string $sentence): void
    {
        $this->actingAs($this->director);
        $answer = $this->post('/api/v1/account/unpack', ['file' => new UploadedFile($this->file($bytes), 'x.zip', null, null, true)]);

        self::assertStringContainsString($sentence, (string) $answer->json('says'));
        self::assertSame(0, Piece::query()->count());
        self::assertSame([], Storage::disk('local')->allFiles('errands'));
    }

    public function testAnErrandIsStopped(): void
    {
        $errand = Errand::query()->create(['user_id' => $this->director->id, 'kind' => 'pack', 'state' => 'waits']);
        $this->actingAs($this->director)->deleteJson("/api/v1/account/errands/{$errand->id}")->assertJsonPath('state', 'stopped');
        (new \App\Jobs\PackEverything($errand->id))->handle(app(\App\Keeping\Packer::class));

        self::assertSame('stopped', $errand->refresh()->state);
    }

    public function testOfBackupsTheNewestDaysAndSundaysStay(): void
    {
        $folder = sys_get_temp_dir() . '/backups-' . bin2hex(random_bytes(4));
        mkdir($folder);
        config(['pencil.backups' => $folder]);
        $first = Carbon::parse('2026-09-01');
        for ($day = 0; $day < 60; $day++) {
            touch("{$folder}/pencil-{$first->copy()->addDays($day)->format('Y-m-d')}-023000.zip");
        }
        touch("{$folder}/before-the-concert.zip");

        (new Backups())->rotate();

        $left = array_map(static fn (string $file): string => substr(basename($file), 7, 10), glob("{$folder}/pencil-*.zip") ?: []);
        self::assertSame(['2026-10-04', '2026-10-11', '2026-10-18', '2026-10-24', '2026-10-25', '2026-10-26', '2026-10-27', '2026-10-28', '2026-10-29', '2026-10-30'], $left);
        self::assertFileExists("{$folder}/before-the-concert.zip");
        File::deleteDirectory($folder);
    }

    private function file(string $bytes): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'keep');
        file_put_contents($path, $bytes);
        register_shutdown_function(static fn () => @unlink($path));

        return $path;
    }
}
