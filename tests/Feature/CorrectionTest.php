<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Import\KeepScore;
use App\Models\Piece;
use App\Models\Section;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use Tests\Support\Passage;
use Tests\Support\TwoParts;

/** A corrected edition of the score is brought in over a piece that is marked. */
final class CorrectionTest extends FeatureTestCase
{
    private const BEFORE = 'D5q E5q F5q G5q | A5q G5q F5h | E5q F5q G5q E5q | D5w';
    /** A measure more after the second, and F sharp instead of F at its end. */
    private const AFTER = 'D5q E5q F5q G5q | A5q G5q F#5h | B5q A5q G5q F5q | E5q F5q G5q E5q | D5w';

    public function testMarksAtTheSameNotesStayAndTheOthersAreAskedAbout(): void
    {
        [$piece, $section] = $this->marked("1.1 up\n2.3 down, high 2\n3.3 \"sing\"");
        $report = $this->look($piece, self::AFTER)->assertOk();

        self::assertSame(['m. 3 is new.', 'Violin I has other notes in m. 2.'], $report->json('told'));
        self::assertSame([['name' => 'Violin I', 'becomes' => 'same', 'marks' => 4, 'asked' => 2]], $report->json('parts'));
        self::assertSame([
            ['down', 'm. 2 beat 3, F half', 'm. 2 beat 3, F♯ half', true, 'Maren'],
            ['high 2', 'm. 2 beat 3, F half', 'm. 2 beat 3, F♯ half', false, 'Maren'],
        ], array_map(
            static fn (array $row): array => [$row['words'], $row['was'], $row['now'], $row['keep'], $row['author']],
            $report->json('questions'),
        ));
        self::assertSame(4, $section->marks()->count(), 'looking changes nothing');

        $this->bringIn($piece, self::AFTER, [$report->json('questions.0.mark')])->assertCreated()->assertJsonPath('isNewest', true);

        $desk = $this->getJson("/api/v1/sections/{$section->id}")->assertOk();
        self::assertSame(['1.1 up', '2.3 down', '4.3 "sing"'], $this->lines($desk));
        self::assertSame(['Maren'], array_unique(array_column($desk->json('marks'), 'author')));
        self::assertSame(5, $piece->refresh()->summary['measures']);
        $log = $this->getJson("/api/v1/pieces/{$piece->id}/history")->json();
        self::assertSame('Corrected score: corrected.musicxml', $log[0]['what']);
    }

    public function testItIsTakenBackWithWhatWasMarkedSince(): void
    {
        [$piece, $section] = $this->marked("2.3 down, high 2\n4.1 \"long\"");
        $source = $piece->source_hash;
        $piece->update(['tempos' => ['3' => 90.0]]);
        $id = $this->bringIn($piece, self::AFTER, [])->json('id');
        self::assertEquals(['4' => 90.0], $piece->refresh()->tempos, 'the tempo goes with its measure');
        $this->mark($section, '3.1 up');
        $this->mark($section, '1.2 "new"');
        self::assertSame(['1.2 "new"', '3.1 up', '5.1 "long"'], $this->lines($this->getJson("/api/v1/sections/{$section->id}")));

        $this->deleteJson("/api/v1/corrections/{$id}")->assertOk();

        self::assertSame(
            ['1.2 "new"', '2.3 down', '2.3 high 2', '4.1 "long"'],
            $this->lines($this->getJson("/api/v1/sections/{$section->id}")),
        );
        self::assertSame([$source, ['3' => 90.0]], [$piece->refresh()->source_hash, array_map(floatval(...), $piece->tempos ?? [])]);
        $this->deleteJson("/api/v1/corrections/{$id}")->assertStatus(422);

        $this->bringIn($piece, self::AFTER, []);
        $again = $this->lines($this->getJson("/api/v1/sections/{$section->id}"));
        self::assertContains('1.2 "new"', $again);
        self::assertContains('5.1 "long"', $again);
    }

    public function testOnlyTheNewestIsTakenBackAndAKeyOnTheDeskDoesNotDoIt(): void
    {
        [$piece, $section] = $this->marked('1.1 up');
        $first = $this->bringIn($piece, self::AFTER, [])->json('id');
        $second = $this->bringIn($piece, str_replace('D5w', 'D5h D5h', self::AFTER), [])->json('id');

        $this->deleteJson("/api/v1/corrections/{$first}")->assertStatus(422)
            ->assertJsonPath('message', 'Only the newest corrected score can be taken back; the others lie under it.');
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertJsonPath('turnedBack.label', '1.1 up');
        $this->postJson("/api/v1/sections/{$section->id}/undo")->assertJsonPath('turnedBack', null);
        $this->deleteJson("/api/v1/corrections/{$second}")->assertOk();
        $this->deleteJson("/api/v1/corrections/{$first}")->assertOk();
        self::assertSame(
            [true, true],
            array_map(static fn (array $row): bool => $row['takenBack'] !== null, $this->getJson("/api/v1/pieces/{$piece->id}/corrections")->json()),
        );
    }

    public function testAPartThatGoesRestsWithItsMarksAndLinks(): void
    {
        $this->actingAs($this->director);
        $piece = app(KeepScore::class)->keep($this->shelf(), TwoParts::musicXml('D5q E5q F5q G5q', 'B4q C5q D5q E5q'), 'two.musicxml');
        [$first, $second] = $piece->sections()->get()->all();
        $this->mark($second, '1.2 up');
        $thread = $this->postJson("/api/v1/sections/{$second->id}/threads", ['note' => 'P2-m1-n1', 'text' => 'Why?'])->assertCreated()->json('id');
        $link = $this->postJson("/api/v1/sections/{$second->id}/editions")->assertCreated()->json('link.url');
        $alone = Passage::of('4/4', 'D5q E5q F5q G5q')->musicXml();
        $report = $this->lookAt($piece, $alone)->json();
        self::assertSame(['same', 'gone'], array_column($report['parts'], 'becomes'));
        self::assertSame([], $report['questions']);

        $id = $this->bringInFile($piece, $alone, [])->assertCreated()->json('id');

        self::assertSame([$first->id], $piece->sections()->pluck('id')->all());
        $this->getJson("/api/v1/sections/{$second->id}")->assertNotFound();
        self::assertSame([$first->id], array_column($this->getJson('/api/v1/rack')->json('shelves.0.pieces.0.sections'), 'id'));
        $this->patchJson("/api/v1/threads/{$thread}", ['settled' => true])->assertNotFound();
        $this->postJson("/api/v1/threads/{$thread}/remarks", ['text' => 'x'])->assertNotFound();
        $this->get('/part/' . basename((string) $link))->assertOk();
        $this->getJson("/api/v1/pieces/{$piece->id}/tutti")->assertOk();
        $this->getJson("/api/v1/pieces/{$piece->id}/history")->assertOk();
        $this->deleteJson("/api/v1/corrections/{$id}")->assertOk();
        self::assertSame(['1.2 up'], $this->lines($this->getJson("/api/v1/sections/{$second->id}")->assertOk()));
    }

    public function testAPartThatIsNewGetsASectionAndOneLeftOutStaysOut(): void
    {
        $this->actingAs($this->director);
        $three = str_replace(
            ['</score-part></part-list>', '</score-partwise>'],
            ['</score-part><score-part id="P3"><part-name>Cello</part-name></score-part></part-list>',
                '<part id="P3"><measure number="1"><attributes><divisions>1</divisions></attributes><note><pitch><step>D</step><octave>3</octave></pitch>'
                . '<duration>4</duration><voice>1</voice><type>whole</type></note></measure></part></score-partwise>'],
            TwoParts::musicXml('D5q E5q F5q G5q', 'B4q C5q D5q E5q'),
        );
        $two = TwoParts::musicXml('D5q E5q F5q G5q', 'B4q C5q D5q E5q');
        $token = $this->upload($two);
        $piece = Piece::query()->findOrFail($this->postJson('/api/v1/pieces', [
            'token' => $token, 'file' => 'two.musicxml', 'shelf' => $this->shelf()->id, 'parts' => [['id' => 'P2', 'instrument' => null]],
        ])->assertCreated()->json('id'));

        self::assertContains('new', array_column($this->lookAt($piece, $three)->json('parts'), 'becomes'));
        $this->bringInFile($piece, $three, [])->assertCreated();

        self::assertSame(['Violin I', 'Cello'], $piece->sections()->pluck('name')->all());
        foreach ($piece->sections()->get() as $section) {
            $this->getJson("/api/v1/sections/{$section->id}")->assertOk();
            $this->getJson("/api/v1/sections/{$section->id}/page")->assertOk();
        }
    }

    public function testMarksMadeWhileOneLooksAreNotPassedOver(): void
    {
        [$piece, $section] = $this->marked('1.1 up');
        $report = $this->look($piece, self::AFTER)->json();
        $token = $this->upload(Passage::of('4/4', self::AFTER)->musicXml());
        $this->mark($section, '2.3 down');

        $this->postJson("/api/v1/pieces/{$piece->id}/corrections", ['token' => $token, 'file' => 'c.musicxml', 'revision' => $report['revision']])
            ->assertStatus(409)
            ->assertJsonPath('message', 'Marks were changed while you looked. Nothing was brought in; look at the list again.');
        self::assertSame(0, $piece->corrections()->count());
    }

    public function testAScoreThatIsOnTheRackAlreadyIsOfferedAsACorrection(): void
    {
        [$piece] = $this->marked('1.1 up');
        $look = fn (string $xml): mixed => $this->postJson('/api/v1/scores/look', [
            'score' => UploadedFile::fake()->createWithContent('again.musicxml', $xml),
        ])->assertOk()->json('already');
        $same = ['id' => $piece->id, 'title' => $piece->title];

        self::assertSame($same, $look(Passage::of('4/4', self::BEFORE)->musicXml()), 'the same file');
        self::assertSame($same, $look(Passage::of('4/4', self::AFTER)->musicXml()), 'the same title and part');
        self::assertNull($look(str_replace('Violin I<', 'Tuba<', Passage::of('4/4', self::AFTER)->musicXml())), 'another piece of that name');
        $this->actingAs($this->stranger);
        self::assertNull($look(Passage::of('4/4', self::BEFORE)->musicXml()), 'somebody else’s rack');
    }

    public function testAScoreThatWaitsNoMoreAndAnAlienOneAreAnswered(): void
    {
        [$piece] = $this->marked('1.1 up');
        $this->postJson("/api/v1/pieces/{$piece->id}/corrections/look", ['token' => str_repeat('a', 40), 'file' => 'x.musicxml'])
            ->assertStatus(422)->assertJsonPath('message', 'This score was looked at too long ago. Choose the file again.');
        $alien = $this->lookAt($piece, str_replace('Violin I<', 'Tuba<', Passage::of('3/4', 'C3h.')->musicXml()))->assertOk()->json();
        self::assertSame(['gone', 'new'], array_column($alien['parts'], 'becomes'));
    }

    /** @return array{Piece, Section} */
    private function marked(string $lines): array
    {
        $this->actingAs($this->director);
        $piece = app(KeepScore::class)->keep($this->shelf(), Passage::of('4/4', self::BEFORE)->musicXml(), 'tune.musicxml');
        $section = $this->section($piece);
        foreach (explode("\n", $lines) as $line) {
            $this->mark($section, $line);
        }

        return [$piece->refresh(), $section];
    }

    private function mark(Section $section, string $line): void
    {
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $line, 'seen' => 999])->assertOk();
    }

    private function upload(string $xml): string
    {
        return (string) $this->postJson('/api/v1/scores/look', ['score' => UploadedFile::fake()->createWithContent('corrected.musicxml', $xml)])
            ->assertOk()->json('token');
    }

    private function look(Piece $piece, string $music): TestResponse
    {
        return $this->lookAt($piece, Passage::of('4/4', $music)->musicXml());
    }

    private function lookAt(Piece $piece, string $xml): TestResponse
    {
        return $this->postJson("/api/v1/pieces/{$piece->id}/corrections/look", ['token' => $this->upload($xml), 'file' => 'corrected.musicxml']);
    }

    /** @param list<int> $keep */
    private function bringIn(Piece $piece, string $music, array $keep): TestResponse
    {
        return $this->bringInFile($piece, Passage::of('4/4', $music)->musicXml(), $keep);
    }

    /** @param list<int> $keep */
    private function bringInFile(Piece $piece, string $xml, array $keep): TestResponse
    {
        return $this->postJson("/api/v1/pieces/{$piece->id}/corrections", [
            'token' => $this->upload($xml),
            'file' => 'corrected.musicxml',
            'revision' => $piece->refresh()->revision,
            'keep' => $keep,
        ]);
    }

    /** @return list<string> */
    private function lines(TestResponse $desk): array
    {
        return array_map(
            static fn (array $mark): string => (string) preg_replace('~\s+~', ' ', $mark['line']),
            $desk->json('marks'),
        );
    }
}
