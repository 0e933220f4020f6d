<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Drawing\Engraver;
use App\Drawing\NodeEngraver;
use App\Drawing\NotDrawn;
use App\Drawing\Sheet;
use App\Jobs\DrawEdition;
use App\Jobs\Queues;
use App\Models\Drawing;
use App\Models\Edition;
use App\Models\Section;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\FakeEngraver;
use Tests\Support\Passage;

/** Pages drawn beforehand, and the student's page that shows them. */
final class DrawingTest extends FeatureTestCase
{
    private FakeEngraver $engraver;

    protected function setUp(): void
    {
        parent::setUp();
        // Each test is one transaction, which PostgreSQL gives up at the first lock that is taken already.
        config(['queue.default' => 'database', 'cache.stores.database' => ['driver' => 'array', 'serialize' => false]]);
        Cache::forgetDriver('database');
        $this->engraver = new FakeEngraver();
        $this->app->instance(Engraver::class, $this->engraver);
    }

    public function testAnEditionIsDrawnWhenItIsHandedOutAndItsPageNeedsNothingElse(): void
    {
        $token = $this->handOut($this->section($this->piece()));
        $this->get("/part/{$token}")->assertOk()->assertSee('Your part is being drawn.')->assertDontSee('<svg class', false);
        $this->work();

        $queries = 0;
        DB::listen(function () use (&$queries): void {
            $queries++;
        });
        $page = $this->get("/part/{$token}", ['User-Agent' => 'Something Mobile'])->assertOk()->assertSee('phone, 2 fingers, one');
        self::assertLessThan(12, $queries);
        $page->assertCookieMissing('upright_pencil')->assertCookieMissing('XSRF-TOKEN');
        self::assertStringNotContainsString('<script>', (string) $page->getContent());
        $this->get("/part/{$token}", ['User-Agent' => 'Something'])->assertSee('desktop, 2 fingers');
        $this->get("/part/{$token}", ['User-Agent' => 'Something for an iPad'])->assertSee('tablet, 2 fingers');
        $this->withUnencryptedCookie('sheet', 'narrow')->get("/part/{$token}")->assertSee('narrow, 2 fingers');
        $this->withUnencryptedCookie('sheet', 'a4')->get("/part/{$token}")->assertSee('desktop, 2 fingers');
        $this->get("/part/{$token}", ['User-Agent' => 'Something Mobile', 'If-None-Match' => (string) $page->headers->get('ETag')])->assertStatus(304);
    }

    public function testAPageThatIsBeingDrawnIsAskedForAgain(): void
    {
        $section = $this->section($this->piece());
        $token = $this->handOut($section);
        $this->getJson("/api/v1/part/{$token}/drawing/phone")->assertStatus(202)->assertJsonPath('pages', []);
        $this->work();
        $drawn = $this->getJson("/api/v1/part/{$token}/drawing/phone")->assertOk();
        self::assertCount(1, $drawn->json('pages'));
        $this->getJson("/api/v1/part/{$token}/drawing/phone", ['If-None-Match' => (string) $drawn->headers->get('ETag')])->assertStatus(304);
        $this->getJson("/api/v1/part/{$token}/drawing/blackboard")->assertNotFound();

        // On paper only the page that was handed out lies ready; another is drawn when it is asked for.
        $this->getJson("/api/v1/part/{$token}/drawing/a4")->assertOk();
        $this->getJson("/api/v1/part/{$token}/drawing/a4?fingers=every")->assertStatus(202);
        $this->work();
        $this->getJson("/api/v1/part/{$token}/drawing/a4?fingers=every")->assertOk();
        self::assertSame('done', $this->newest($section)->drawing);
    }

    public function testPagesThatLookAlikeAreDrawnOnce(): void
    {
        // An open string and nothing else: few fingers, some fingers, no difference.
        $section = $this->section($this->piece('A4q | A4w'));
        $token = $this->handOut($section);
        $this->work();
        $edition = $this->newest($section);

        self::assertNotSame([], $edition->offers['same'] ?? []);
        // With its practice lines.
        $drawn = Drawing::query()->where('sheet', 'phone')->where('page', 'not like', 'line %')->count();
        self::assertSame(count($edition->pageKeys()), $drawn);
        self::assertSame($edition->lineCount(), Drawing::query()->where('sheet', 'phone')->where('page', 'like', 'line %')->count());
        foreach (['sparse', 'standard', 'every'] as $fingers) {
            $this->getJson("/api/v1/part/{$token}/drawing/phone?fingers={$fingers}")->assertOk();
        }
    }

    public function testDrawingIsToldAndCanBeStopped(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->handOut($section);
        $edition = $this->handedOut($piece->id);
        self::assertSame(['waits', 0], [$edition['drawing'], $edition['drawn']]);
        self::assertGreaterThan(8, $edition['pages']);

        $this->deleteJson("/api/v1/sections/{$section->id}/drawing")->assertOk()->assertJsonPath('edition.drawing', 'stopped');
        $this->work();
        self::assertSame(0, $this->handedOut($piece->id)['drawn'], 'what was stopped stays so');
        $token = basename((string) $section->links()->value('token'));
        $this->get("/part/{$token}", ['User-Agent' => 'Mobile'])->assertOk();
        $this->work();
        self::assertSame(1, $this->handedOut($piece->id)['drawn'], 'a page that somebody opens is drawn all the same');

        $this->postJson("/api/v1/sections/{$section->id}/drawing")->assertOk();
        $this->work();
        $edition = $this->handedOut($piece->id);
        self::assertSame(['done', $edition['pages']], [$edition['drawing'], $edition['drawn']]);
    }

    public function testASmallServerDrawsWhatIsOpened(): void
    {
        config(['pencil.draws_ahead' => false]);
        $piece = $this->piece();
        $token = $this->handOut($this->section($piece));
        $this->work();
        self::assertSame(['asked', 0], [$this->handedOut($piece->id)['drawing'], $this->handedOut($piece->id)['drawn']]);
        $this->get("/part/{$token}")->assertSee('Your part is being drawn.');
        $this->work();
        $this->get("/part/{$token}")->assertSee('desktop, 2 fingers');
        self::assertSame(['asked', 1], [$this->handedOut($piece->id)['drawing'], $this->handedOut($piece->id)['drawn']]);
    }

    public function testWhatCannotBeDrawnIsASentenceAndNoEmptyPage(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->engraver->refuses = 'The engraving library could not read this part.';
        $token = $this->handOut($section);
        $this->work();

        self::assertSame('The engraving library could not read this part.', $this->handedOut($piece->id)['says']);
        $this->get("/part/{$token}")->assertOk()->assertSee('The engraving library could not read this part.')->assertSee('m. 1');
        $this->getJson("/api/v1/part/{$token}/drawing/phone")->assertStatus(422)->assertJsonPath('message', 'The engraving library could not read this part.');
        self::assertSame(0, DB::table('jobs')->count(), 'opening it does not try again and again');

        $this->engraver->refuses = null;
        $this->postJson("/api/v1/sections/{$section->id}/drawing")->assertOk();
        $this->work();
        $this->get("/part/{$token}")->assertSee('desktop, 2 fingers');
    }

    public function testANewerEngraverDrawsAgainAndTheOldDrawingServesUntilThen(): void
    {
        $token = $this->handOut($this->section($this->piece()));
        $this->work();
        $this->engraver->version = 'two';
        $this->get("/part/{$token}")->assertSee('desktop, 2 fingers, one');
        $this->work();
        $this->get("/part/{$token}")->assertSee('desktop, 2 fingers, two');
        self::assertSame(['two'], Drawing::query()->distinct()->pluck('version')->all());
    }

    public function testDrawingsGoWithTheirEdition(): void
    {
        $section = $this->section($this->piece());
        $this->handOut($section);
        $this->work();
        self::assertGreaterThan(0, Drawing::query()->count());
        $this->newest($section)->delete();
        self::assertSame(0, Drawing::query()->count());
        (new DrawEdition(4711))->handle(app(\App\Drawing\EditionDrawings::class));
    }

    public function testThePageTellsWhatToPencilInAndWhatIsNew(): void
    {
        $section = $this->section($this->piece());
        $token = $this->handOut($section);
        $this->get("/part/{$token}")->assertSee('the pickup')->assertDontSee('<em>new</em>', false)->assertDontSee('Rub out');
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.3 hook', 'seen' => 9])->assertOk();
        $this->getJson("/api/v1/part/{$token}/now")->assertOk()->assertJsonPath('edition', 1);
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        $now = $this->getJson("/api/v1/part/{$token}/now")->assertJsonPath('edition', 2);
        $this->getJson("/api/v1/part/{$token}/now", ['If-None-Match' => (string) $now->headers->get('ETag')])->assertStatus(304);

        $list = preg_replace('~\s+~', ' ', strip_tags((string) $this->get("/part/{$token}")->assertSee('<em>new</em>', false)->getContent()));
        self::assertStringContainsString('m. 1 beat 3V up again, hooked, low 1 new', (string) $list);
        $this->postJson("/api/v1/sections/{$section->id}/undo", ['seen' => 99])->assertOk();
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        $page = (string) $this->get("/part/{$token}")->assertSee('Rub out, from the edition before')->getContent();
        self::assertSame(1, preg_match('~Rub out, from the edition before: ([^<]*)<~', $page, $gone));
        self::assertStringContainsString('m. 1 beat 3: V up again, hooked', $gone[1]);
        self::assertStringNotContainsString('low 1', $gone[1], 'what is still there is not rubbed out');

        $this->get("/part/{$token}?edition=1")->assertOk()->assertSee('This is an earlier edition.')->assertSee('Show edition 3');
        $this->get("/part/{$token}?edition=9")->assertNotFound()->assertSee('There is no edition 9 of this part.');
    }

    public function testALinkThatIsEndedIsASentenceOnAPage(): void
    {
        $section = $this->section($this->piece());
        $token = $this->handOut($section);
        $this->deleteJson('/api/v1/links/' . $section->links()->value('id'))->assertOk();
        $this->get("/part/{$token}")->assertStatus(410)->assertSee('This link was ended by your director.');
        $this->getJson("/api/v1/part/{$token}/now")->assertStatus(410)->assertJsonPath('message', 'This link was ended by your director. Ask for the new one.');
        $this->get('/part/guessing1')->assertNotFound()->assertSee('There is no part behind this link.');
    }

    public function testThePageCanBeKeptOnAPhone(): void
    {
        $token = $this->handOut($this->section($this->piece()));
        $this->get("/part/{$token}/app.webmanifest")->assertOk()->assertJsonPath('start_url', "/part/{$token}")
            ->assertHeader('Content-Type', 'application/manifest+json');
        $this->get('/part/worker.js')->assertOk()->assertHeader('Content-Type', 'text/javascript; charset=utf-8');
    }

    public function testAnEditionFromBeforeIsDrawnWhenItIsOpened(): void
    {
        $section = $this->section($this->piece());
        $token = $this->handOut($section);
        DB::table('jobs')->delete();
        DB::table('editions')->update(['offers' => null, 'lists' => null]);
        $this->get("/part/{$token}")->assertOk()->assertSee('Your part is being drawn.')->assertSee('the pickup');
        $this->work();
        $this->get("/part/{$token}?fingers=every")->assertSee('desktop');
    }

    public function testTheEngraverDrawsWhatIsWritten(): void
    {
        $engraver = $this->real();
        $drawn = iterator_to_array($engraver->draw($this->music(), [Sheet::Phone, Sheet::A4]));
        self::assertSame(['phone', 'a4'], array_keys($drawn));
        self::assertSame(7, substr_count($drawn['phone'][0], 'class="notehead"'));
        self::assertStringNotContainsString('@font-face', $drawn['phone'][0]);
        self::assertSame($drawn['phone'], iterator_to_array($engraver->draw($this->music(), [Sheet::Phone]))['phone'], 'the same every time');

        try {
            iterator_to_array($engraver->draw('<no-music/>', [Sheet::Phone]));
            self::fail('nothing can be drawn of this');
        } catch (NotDrawn $problem) {
            self::assertSame('The engraving library could not read this part.', $problem->getMessage());
        }
        self::assertCount(1, iterator_to_array($engraver->draw($this->music(), [Sheet::Desktop])), 'it goes on after that');
    }

    public function testAnEngraverThatIsKilledIsStartedAgain(): void
    {
        $engraver = $this->real();
        iterator_to_array($engraver->draw($this->music(), [Sheet::Phone]));
        $process = (new \ReflectionProperty($engraver, 'process'))->getValue($engraver);
        self::assertInstanceOf(\Symfony\Component\Process\Process::class, $process);
        $process->signal(9);
        usleep(100_000);
        self::assertCount(1, iterator_to_array($engraver->draw($this->music(), [Sheet::Phone])));
    }

    /** A part of a thousand measures is drawn, and each of its pages is there as soon as it is: what comes after it may go wrong. */
    public function testALongPartComesSheetBySheet(): void
    {
        $engraver = $this->real();
        $long = Passage::of('4/4', implode(' | ', array_fill(0, 1000, 'A4q B4q C#5q D5q')))->musicXml();
        $came = [];
        try {
            foreach ($engraver->draw($long, [Sheet::Phone, Sheet::A4, Sheet::Desktop]) as $sheet => $pages) {
                $came[$sheet] = array_sum(array_map(static fn (string $page): int => substr_count($page, 'class="notehead"'), $pages));
                $process = (new \ReflectionProperty($engraver, 'process'))->getValue($engraver);
                self::assertInstanceOf(\Symfony\Component\Process\Process::class, $process);
                $process->signal(9);
            }
            self::fail('what was not drawn yet cannot come');
        } catch (NotDrawn) {
            self::assertSame(['phone' => 4000], $came);
        }
        $paper = iterator_to_array($engraver->draw($long, [Sheet::A4]))['a4'];
        self::assertGreaterThan(10, count($paper));
        self::assertSame(4000, substr_count(implode('', $paper), 'class="notehead"'));
    }

    /** @return iterable<string, array{NodeEngraver, string}> */
    public static function limits(): iterable
    {
        $script = dirname(__DIR__, 2) . '/storage/framework/drawing/worker.mjs';
        yield 'no Node' => [new NodeEngraver($script, node: '/no/such/node'), 'Node or its engraver is missing'];
        yield 'no engraver' => [new NodeEngraver('/no/such/script.mjs'), 'Node or its engraver is missing'];
        yield 'no time' => [new NodeEngraver($script, seconds: 0.001), 'longer than 1 seconds'];
        yield 'no memory' => [new NodeEngraver($script, megabytes: 30), 'more memory than there is'];
    }

    #[DataProvider('limits')]
    public function testWhatAPageDoesToTheEngraverIsASentence(NodeEngraver $engraver, string $sentence): void
    {
        $this->expectException(NotDrawn::class);
        $this->expectExceptionMessageMatches("~{$sentence}.*\\.$~");
        iterator_to_array($engraver->draw($this->music(), [Sheet::Phone]));
    }

    private function real(): NodeEngraver
    {
        return new NodeEngraver(storage_path('framework/drawing/worker.mjs'));
    }

    private function music(): string
    {
        return Passage::of('4/4', 'A4q B4q C#5q D5q | A4q B4q C#5h')->musicXml();
    }

    private function handOut(Section $section): string
    {
        $this->actingAs($this->director);

        return basename((string) $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url'));
    }

    /** @return array{drawing: string, drawn: int, pages: int, says: string|null} */
    private function handedOut(int $piece): array
    {
        return $this->getJson("/api/v1/pieces/{$piece}/handout")->assertOk()->json('sections.0.edition');
    }

    private function newest(Section $section): Edition
    {
        /** @var Edition $edition */
        $edition = $section->editions()->reorder('number', 'desc')->firstOrFail();

        return $edition;
    }

    /** What the queue has to do. */
    private function work(): void
    {
        Artisan::call('queue:work', ['connection' => 'database', '--queue' => Queues::IN_ORDER, '--stop-when-empty' => true, '--sleep' => 0, '--memory' => 1024, '--quiet' => true]);
    }
}
