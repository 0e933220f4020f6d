<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Import\KeepScore;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\TwoParts;

/** Write-in over a piece that came as a file: a wrong note put right, a part that is on paper. */
final class PassageTest extends FeatureTestCase
{
    private const HEAD = "X:1\nM:4/4\nL:1/4\nK:C\n";

    private Piece $piece;
    private Section $first;
    private Section $second;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->director);
        $xml = TwoParts::musicXml('D5q E5q F5q G5q | A5q G5q F5h | E5q F5q G5q E5q | D5w', 'D4h D4h | (F4h D4h | C4h) C4h | D4w');
        $this->piece = app(KeepScore::class)->keep($this->shelf(), $xml, 'tune.musicxml');
        [$this->first, $this->second] = [$this->piece->sections()->firstOrFail(), $this->piece->sections()->skip(1)->firstOrFail()];
    }

    public function testMeasuresStandThereToBeTypedOn(): void
    {
        $taken = $this->takeUp(['section' => $this->second->id, 'from' => '3', 'to' => '3'])->assertOk();

        self::assertSame(['2', '3', 2], [$taken->json('from'), $taken->json('to'), $taken->json('first')], 'the slur comes with it');
        self::assertStringContainsString('(F4 D4 | C4) C4 |', $taken->json('abc'));
        self::assertSame(['Violin II', 'violin', $this->piece->shelf_id], [$taken->json('part'), $taken->json('reader'), $taken->json('shelf')]);
        self::assertSame(['Violin I', 'Violin II'], array_column($taken->json('parts'), 'name'));
    }

    public function testAWrongNoteIsPutRightUnderTheMarks(): void
    {
        $this->mark($this->first, "1.1 up\n3.1 \"sing\"\n3.3 low 2");
        $taken = $this->takeUp(['section' => $this->first->id, 'from' => '3'])->json();
        $put = $this->putIn([
            'section' => $this->first->id, 'seen' => $taken['revision'],
            'typed' => ['abc' => str_replace('e2 f2 g2 e2', 'e2 f2 a2 e2', $taken['abc']), 'first' => $taken['first']],
        ])->assertCreated();

        self::assertSame([['3'], 'Typed in: Violin I, m. 3.'], [$put->json('measures'), $put->json('text')]);
        self::assertSame(['low 2 (m. 3 beat 3, G quarter)'], $put->json('away'), 'a finger belongs to its note');
        self::assertSame(['1.1 up', '3.1 "sing"'], array_map(
            static fn (array $mark): string => $mark['line'],
            $this->getJson("/api/v1/sections/{$this->first->id}")->json('marks'),
        ));
        self::assertSame('A5', $this->pitch($this->first, 9));
        self::assertSame('D4', $this->pitch($this->second, 0), 'nobody else’s part is touched');
        self::assertSame('Typed in: Violin I, m. 3', $this->getJson("/api/v1/pieces/{$this->piece->id}/history")->json('0.what'));

        $this->deleteJson("/api/v1/corrections/{$put->json('correction')}")->assertOk();
        self::assertSame('G5', $this->pitch($this->first, 9));
        self::assertSame(3, $this->first->marks()->count(), 'the finger is back');
    }

    public function testAPartOnPaperComesIntoTheScore(): void
    {
        $taken = $this->takeUp(['reader' => 'viola', 'from' => '2'])->assertOk();
        self::assertStringEndsWith("K:C clef=alto\n", $taken->json('abc'));

        $put = $this->putIn(['typed' => [
            'abc' => str_replace('K:C', 'K:C clef=alto', self::HEAD) . "F4 | E2 G2 |\n", 'first' => 2, 'part' => 'Viola', 'reader' => 'viola',
        ]])->assertCreated();
        $viola = Section::query()->findOrFail($put->json('section'));

        self::assertSame(['Viola', 'viola', ['2', '3']], [$viola->name, $viola->instrument, $put->json('measures')]);
        self::assertSame('F4', $this->pitch($viola, 0));
        $this->mark($viola, '3.1 up');

        // What comes later of the same part falls into place, and its marks stay.
        $this->putIn(['section' => $viola->id, 'typed' => ['abc' => self::HEAD . "D4 |\n", 'first' => 4]])->assertCreated();
        self::assertSame('D4', $this->pitch($viola, 3));
        self::assertSame(1, $viola->marks()->count());
        $this->getJson("/api/v1/pieces/{$this->piece->id}/tutti")->assertOk()->assertJsonCount(3, 'sections');
    }

    /** A line that was given to another section follows what is typed into the one it comes from. */
    public function testAnAssignedLineFollows(): void
    {
        $id = $this->postJson("/api/v1/sections/{$this->first->id}/assigned", ['for' => 'viola', 'name' => 'Third'])->json('section');
        $third = Section::query()->findOrFail($id);
        $this->putIn(['section' => $id, 'typed' => ['abc' => self::HEAD . "C4 |\n", 'first' => 4]])->assertStatus(422)
            ->assertJsonPath('message', 'Third is another section’s line: type into that one, and this one follows.');

        $this->putIn(['section' => $this->first->id, 'typed' => ['abc' => self::HEAD . "c4 |\n", 'first' => 4]])->assertCreated();
        self::assertSame(['C5', 'C4'], [$this->pitch($this->first, 11), $this->pitch($third, 11)]);
        self::assertSame(3, $this->piece->sections()->count());
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('refused')]
    public function testWhatCannotBeIsASentence(string $sentence, array $body): void
    {
        $body += ['section' => $this->first->id];
        $answer = isset($body['typed']) ? $this->putIn($body) : $this->takeUp($body);

        $answer->assertStatus(422);
        self::assertStringContainsString($sentence, (string) $answer->json('message'));
        self::assertSame(0, $this->piece->corrections()->count());
    }

    /** @return iterable<string, array{string, array<string, mixed>}> */
    public static function refused(): iterable
    {
        yield 'no such measure' => ['The piece has no measure or rehearsal mark 40.', ['from' => '40']];
        yield 'no such last measure' => ['The piece has no measure or rehearsal mark B.', ['from' => '1', 'to' => 'B']];
        yield 'a part that is gone' => ['This part is not in the piece any more.', ['section' => 999_999]];
        yield 'a part of that name' => [
            'There is a part called Violin II already', ['section' => null, 'typed' => ['abc' => self::HEAD . 'D4 |', 'part' => 'Violin II']],
        ];
        yield 'as it stands' => ['nothing was typed otherwise', ['typed' => ['abc' => self::HEAD . 'd4 |', 'first' => 4]]];
        yield 'nothing' => ['There are no notes yet.', ['typed' => ['abc' => self::HEAD, 'first' => 1]]];
        yield 'too much' => ['longer than any tune', ['typed' => ['abc' => str_repeat('D4 | ', 20_000), 'first' => 1]]];
        yield 'no text at all' => ['did not arrive', ['typed' => 'D4']];
        yield 'over the end' => ['The score ends with measure 4', ['typed' => ['abc' => self::HEAD . 'd4 | e4 |', 'first' => 4]]];
    }

    public function testWhoWasLateIsTold(): void
    {
        $this->mark($this->first, '1.1 up');
        $this->putIn(['section' => $this->first->id, 'seen' => 0, 'typed' => ['abc' => self::HEAD . "c4 |\n", 'first' => 4]])->assertStatus(409);

        self::assertSame('D5', $this->pitch($this->first, 11));
    }

    public function testAPieceThatWasTypedIsTypedOn(): void
    {
        $id = $this->postJson('/api/v1/write-in', ['shelf' => $this->shelf()->id, 'typed' => ['abc' => self::HEAD . 'D4 |]']])->json('id');

        $this->getJson("/api/v1/pieces/{$id}/passage")->assertStatus(422)->assertJsonPath('message', 'This piece was typed: type on in it.');
    }

    private function pitch(Section $section, int $note): string
    {
        return (string) app(SectionPlanner::class)->of($section->refresh())->part->part->notes[$note]->pitch;
    }

    private function mark(Section $section, string $lines): void
    {
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $lines, 'seen' => 99])->assertOk();
    }

    /** @param array<string, mixed> $query */
    private function takeUp(array $query): TestResponse
    {
        return $this->getJson("/api/v1/pieces/{$this->piece->id}/passage?" . http_build_query($query));
    }

    /** @param array<string, mixed> $body */
    private function putIn(array $body): TestResponse
    {
        return $this->postJson("/api/v1/pieces/{$this->piece->id}/passage", $body);
    }
}
