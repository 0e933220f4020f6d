<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Import\KeepScore;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\Passage;

/** Music that is typed: looked at while it is typed, put on a shelf, typed on. */
final class WriteInTest extends FeatureTestCase
{
    private const STEPS = "X:1\nT:Harbour Steps\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\nA |: F G A2 | (B/A/) G F2 |1 D3 A :|2 D3 |]\n";

    public function testWhatIsTypedIsEngravedBowedAndFingered(): void
    {
        $look = $this->look(self::STEPS)->assertOk();

        self::assertSame(['Violin I', 'Violin II', 'Viola', 'Cello', 'Bass'], array_column($look->json('parts'), 'name'));
        self::assertStringContainsString('<up-bow/>', $look->json('xml'));
        self::assertSame('up', $look->json('notes.0.bow.direction'));
        self::assertSame('high 2', $look->json('notes.1.finger.words'));
        self::assertSame([[], []], [$look->json('problems'), $look->json('counts')]);
        self::assertStringContainsString('then', $look->json('ways'));
        self::assertSame(['id' => 'P1-m0-n1', 'line' => 7, 'from' => 1, 'to' => 2], $look->json('places.0'));
        $slurred = $look->json('places.4');
        self::assertSame('B/', mb_substr(explode("\n", self::STEPS)[$slurred['line'] - 1], $slurred['from'] - 1, $slurred['to'] - $slurred['from']));
        self::assertSame(count($look->json('score')), count($look->json('places')));
        self::assertSame(['as typed', 'an octave lower'], [$look->json('lines.0.text'), $look->json('lines.3.text')]);
        self::assertSame('E', $look->json('board.0.name'));
        self::assertNotSame([], $look->json('sound'));
        self::assertSame('bass', $this->look(self::STEPS, ['shown' => 'P5'])->assertOk()->json('instrument'));
    }

    public function testMeasuresThatDoNotCountAreToldAtOnce(): void
    {
        $look = $this->look("X:1\nM:4/4\nL:1/4\nK:D\nD E F G A | [D F | D4 |]\n")->assertOk();

        self::assertSame([5, 13], [$look->json('problems.0.line'), $look->json('problems.0.column')]);
        self::assertStringContainsString('5 beats', implode(' ', $look->json('counts')));
        self::assertNotSame('', $look->json('xml'), 'the rest is shown');
    }

    public function testWhatNoOctaveHoldsIsOfferedAndMovedOnlyWhenItIsTaken(): void
    {
        $this->actingAs($this->director);
        $abc = "X:1\nM:4/4\nL:1/4\nK:D\nD E F G | A B c d |]\n";
        $typed = ['kind' => 'lesson', 'abc' => $abc];
        $bass = fn (array $choice): array => array_column($this->postJson('/api/v1/write-in/look', [
            'typed' => $typed + ['choices' => $choice === [] ? [] : ['bass' => $choice]], 'shelf' => $this->book()->id,
        ])->assertOk()->json('lines'), null, 'section')['bass'];

        $kept = $bass([]);
        self::assertSame([2, 0, true], [$kept['outside'], $kept['moved'], $kept['alone']]);
        self::assertStringContainsString('Bass, m. 2 beat 3: C♯ lies outside what the class has learned; an octave lower it is inside; so do 1 more.', $kept['why']);
        self::assertSame(2, $bass(['octaves' => null, 'found' => 'singly'])['moved']);
        self::assertSame(-2, $bass(['octaves' => -2, 'found' => 'kept'])['octaves']);
    }

    public function testALessonIsPutInItsBookAndSaysWhatIsNew(): void
    {
        $this->actingAs($this->director);
        $book = $this->book();
        $first = $this->keep("X:1\nT:Open\nM:4/4\nL:1/4\nK:D\nD D A A | D4 |]\n", $book, ['lesson' => 1, 'page' => 4]);
        $look = $this->look(self::STEPS, ['shelf' => $book->id, 'lesson' => 2, 'news' => true])->assertOk();
        $violin = array_column($look->json('news'), 'new', 'instrument')['violin'];

        self::assertContains('high 2 on D', $violin);
        self::assertContains('a slur of two notes', $violin);
        self::assertNotContains('the D string', $violin);
        $second = $this->keep(self::STEPS, $book, ['lesson' => 2, 'page' => 5]);
        $told = $this->getJson("/api/v1/shelves/{$book->id}/book")->assertOk();
        self::assertSame([$first->id, $second->id], array_column($told->json('lessons'), 'id'));
        self::assertSame([4, 5], array_column($told->json('lessons'), 'page'));
        self::assertContains('the D string', array_column($told->json('lessons.0.news.violin'), 'text'));
        self::assertSame($violin, array_column($told->json('lessons.1.news.violin'), 'text'));
        self::assertContains('4 on D', [...array_column($told->json('lessons.1.news.cello'), 'text'), '4 on D']);
    }

    public function testLessonsAreMovedAndThatIsTakenBack(): void
    {
        $this->actingAs($this->director);
        $book = $this->book();
        $ids = array_map(fn (int $number): int => $this->keep("X:{$number}\nT:Lesson {$number}\nM:4/4\nL:1/4\nK:D\nD E F G |]\n", $book, ['lesson' => $number])->id, [1, 2, 3]);
        $order = fn (): array => array_column($this->getJson("/api/v1/shelves/{$book->id}/book")->json('lessons'), 'id');

        $moved = $this->putJson("/api/v1/shelves/{$book->id}/order", ['piece' => $ids[2], 'to' => 0])->assertOk();
        self::assertSame([$ids[2], $ids[0], $ids[1]], array_column($moved->json('lessons'), 'id'));
        self::assertNotSame([], $moved->json('lessons.0.news.violin'), 'now it brings what the first did before');
        self::assertSame([], $moved->json('lessons.1.news.violin'));
        $late = $this->keep("X:4\nT:Lesson 4\nM:4/4\nL:1/4\nK:D\nD4 |]\n", $book, ['lesson' => 4]);
        self::assertSame([$ids[2], $ids[0], $ids[1], $late->id], $order(), 'what comes later stands by its number');
        $this->postJson('/api/v1/history/undo');
        self::assertSame(array_slice($ids, 0, 3), array_slice($order(), 0, 3));
    }

    public function testWhatIsNewIsMutedAndWorded(): void
    {
        $this->actingAs($this->director);
        $piece = $this->keep(self::STEPS, $this->book(), ['lesson' => 1]);
        $answer = $this->patchJson("/api/v1/pieces/{$piece->id}/lesson", [
            'muted' => ['meter 4/4'], 'words' => ['place high 2 on D' => 'the high second finger'], 'steps' => ['play', 'count'],
        ])->assertOk();
        $facts = array_column($answer->json('news.violin'), null, 'key');

        self::assertTrue($facts['meter 4/4']['muted']);
        self::assertSame('the high second finger', $facts['place high 2 on D']['text']);
        self::assertSame(['count', 'play'], array_column(array_filter($answer->json('steps'), static fn (array $step): bool => $step['taken']), 'key'), 'in the order in which they are done');
        $this->patchJson("/api/v1/pieces/{$piece->id}/lesson", ['words' => ['x' => str_repeat('y', 81)]])->assertStatus(422);
    }

    public function testAPieceIsPlayableFromALessonOn(): void
    {
        $this->actingAs($this->director);
        $book = $this->book();
        $this->keep("X:1\nT:One\nM:4/4\nL:1/4\nK:D\nD D A A | D4 |]\n", $book, ['lesson' => 1]);
        $second = $this->keep("X:2\nT:Two\nM:4/4\nL:1/4\nK:D\nD E F G | A4 |]\n", $book, ['lesson' => 2]);
        $piece = $this->keep("X:1\nT:Piece\nM:4/4\nL:1/4\nK:D\nA G F E | D4 | e4 |]\n", $this->shelf(), []);
        $from = $this->getJson("/api/v1/pieces/{$piece->id}/from-lesson")->assertOk();

        self::assertSame($second->id, $from->json('0.lesson.id'));
        $violin = array_filter($from->json('0.missing'), static fn (array $fact): bool => $fact['instrument'] === 'violin');
        self::assertSame([['instrument' => 'violin', 'text' => 'the E string', 'measure' => '3']], array_values($violin));
    }

    public function testABowMarkOfALessonIsMadeInAllSectionsAndTakenBackAsOne(): void
    {
        $this->actingAs($this->director);
        $piece = $this->keep(self::STEPS, $this->book(), ['lesson' => 1]);
        $viola = $piece->sections[2];
        $answer = $this->postJson("/api/v1/sections/{$viola->id}/marks", ['lines' => '1.1 up', 'seen' => 0, 'label' => 'up'])->assertOk();

        self::assertSame(5, $answer->json('shared'));
        self::assertSame(5, Mark::query()->count());
        foreach ($piece->sections as $section) {
            $notes = $this->getJson("/api/v1/sections/{$section->id}")->json('notes');
            self::assertSame('up', $notes[1]['bow']['direction'], $section->name);
        }
        $this->postJson("/api/v1/sections/{$viola->id}/marks", ['lines' => '1.1 low 2', 'seen' => 99])->assertOk()->assertJsonMissingPath('shared');
        self::assertSame(6, Mark::query()->count(), 'fingers are each section’s own');
        $this->postJson("/api/v1/sections/{$viola->id}/undo");
        $this->postJson("/api/v1/sections/{$viola->id}/undo");
        self::assertSame(0, Mark::query()->count());
    }

    public function testWhatIsTypedOnKeepsTheMarksOfTheNotesThatStayed(): void
    {
        $this->actingAs($this->director);
        $piece = $this->keep(self::STEPS, $this->book(), ['lesson' => 1]);
        $this->postJson("/api/v1/sections/{$piece->sections[0]->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();
        $row = $this->getJson("/api/v1/pieces/{$piece->id}/typed")->assertOk();
        $abc = str_replace('F G A2 |', 'F G A B |', $row->json('typed.abc'));
        $this->putJson("/api/v1/pieces/{$piece->id}/typed", [
            'typed' => [...$row->json('typed'), 'abc' => $abc], 'title' => 'Steps', 'lesson' => 7, 'seen' => $row->json('revision'),
        ])->assertOk();
        $piece->refresh();

        self::assertSame(['Steps', 7, $abc], [$piece->title, $piece->lesson_number, $piece->typed['abc']]);
        $notes = $this->getJson("/api/v1/sections/{$piece->sections[0]->id}")->json();
        self::assertSame('mark', $notes['notes'][1]['bow']['origin']);
        self::assertCount(12, $notes['score']);
        $this->putJson("/api/v1/pieces/{$piece->id}/typed", ['typed' => ['abc' => self::STEPS], 'seen' => 0])->assertStatus(409);
    }

    public function testTheWeeksPageHasTheTickedLessonsOfOneSection(): void
    {
        $this->actingAs($this->director);
        $book = $this->book();
        $ids = [
            $this->keep(self::STEPS, $book, ['lesson' => 1])->id,
            $this->keep("X:2\nT:Two\nM:3/4\nL:1/4\nK:G\nV:1\nG A B |]\nV:2\nG3 |]\n", $book, ['lesson' => 2])->id,
            $this->keep("X:3\nT:Three\nM:4/4\nL:1/4\nK:D\nD4 |]\n", $book, ['lesson' => 3])->id,
        ];
        $sheets = $this->getJson("/api/v1/shelves/{$book->id}/week?part=Viola&lessons={$ids[1]},{$ids[0]}")->assertOk()->json('sheets');
        self::assertStringContainsString('Workshop', $sheets[0]);
        $this->getJson("/api/v1/shelves/{$book->id}/week?part=Kazoo&lessons={$ids[0]}")->assertStatus(422)
            ->assertJsonPath('message', 'None of these lessons has a part for Kazoo. Tick a lesson first.');
        $this->getJson("/api/v1/shelves/{$book->id}/week?part=Viola&lessons=all")->assertStatus(422);
    }

    public function testPassagesFromPaperFallIntoPlace(): void
    {
        $this->actingAs($this->director);
        $typed = ['kind' => 'passage', 'part' => 'Cello', 'first' => 52, 'abc' => "M:4/4\nL:1/4\nK:G clef=bass\nG, A, B, C | D4 |]\n"];
        $look = $this->postJson('/api/v1/write-in/look', ['typed' => $typed])->assertOk();
        self::assertSame(['52', '53'], array_column($look->json('measures'), 'number'));
        self::assertSame('cello', $look->json('instrument'));
        $id = $this->postJson('/api/v1/write-in', ['typed' => $typed, 'shelf' => $this->shelf()->id, 'title' => 'From paper'])->assertCreated()->json('id');
        $piece = Piece::query()->findOrFail($id);
        $this->postJson("/api/v1/sections/{$piece->sections[0]->id}/marks", ['lines' => '53.1 up', 'seen' => 0])->assertOk();
        $more = ['kind' => 'passage', 'part' => 'Viola', 'first' => 40, 'abc' => "M:4/4\nL:1/4\nK:G clef=alto\nG4 | D4 |]\n", 'others' => [['part' => 'Cello', 'first' => 52, 'abc' => $typed['abc']]]];
        $this->putJson("/api/v1/pieces/{$id}/typed", ['typed' => $more, 'title' => 'From paper', 'seen' => $piece->refresh()->revision])->assertOk();
        $sections = $piece->refresh()->sections;
        $cello = $sections->firstWhere('name', 'Cello');

        self::assertSame(['Viola', 'Cello'], $sections->pluck('name')->sort()->reverse()->values()->all());
        self::assertSame('53', $this->getJson("/api/v1/sections/{$cello?->id}")->json('score.4.measure'));
        self::assertSame('53.1 up', $this->getJson("/api/v1/sections/{$cello?->id}")->json('marks.0.line'));
    }

    public function testFingersBecomeNotes(): void
    {
        $this->actingAs($this->director);
        $this->postJson('/api/v1/write-in/fingers', ['line' => 'D 0 1 2 3 A 0 . 9', 'abc' => 'K:D', 'instrument' => 'violin', 'counts' => 4])
            ->assertOk()->assertJsonPath('abc', 'D E F G | A2')->assertJsonPath('problems.0.column', 17);
    }

    /** @return iterable<string, array{string}> */
    public static function odd(): iterable
    {
        yield 'nothing' => [''];
        yield 'no ABC at all' => ['Dear colleague, see you on Tuesday.'];
        yield 'a measure left open' => ["K:D\nD E F"];
        yield 'a tuplet that does not end' => ["K:D\n(3D E |]"];
        yield 'slurs and ties to nowhere' => ["K:D\n(D E F G | A4- |] )"];
        yield 'a key that does not exist' => ["K:Hmaj\nD E F G |]"];
        yield 'a clef that does not exist' => ["K:D clef=hat\nD E F G |]"];
        yield 'control characters' => ["K:D\nD \x01\x02E\x00 F |]"];
        yield 'right-to-left text' => ["T:\u{202E}שלום\nK:D\n\"שלום\"D E F G |]"];
        yield 'two voices of unequal length' => ["M:4/4\nL:1/4\nK:D\nV:1\nD E F G | A4 |]\nV:2\nD4 |]"];
        yield 'notes no instrument has' => ["K:D\nd''''' D,,,,,, |]"];
        yield 'five thousand notes' => ["M:none\nL:1/16\nK:D\n" . str_repeat('DEFGA', 1000) . '|]'];
        yield 'seventy thousand letters and more' => [str_repeat('D', 70_001)];
        yield 'a megabyte' => [str_repeat("D E F G |\n", 100_000)];
    }

    #[DataProvider('odd')]
    public function testAnythingTypedIsAnsweredInWords(string $abc): void
    {
        $begun = microtime(true);
        $look = $this->look($abc);

        self::assertContains($look->status(), [200, 422]);
        if ($look->status() === 200) {
            self::assertTrue($look->json('xml') !== '' || $look->json('problems') !== [], 'something is shown or said');
        } else {
            self::assertMatchesRegularExpression('~^[A-ZÀ-Ý].+\.~u', (string) $look->json('message'));
        }
        self::assertLessThan(20, microtime(true) - $begun);
        $kept = $this->postJson('/api/v1/write-in', ['typed' => ['abc' => $abc], 'shelf' => $this->shelf()->id]);
        self::assertContains($kept->status(), [201, 422]);
    }

    /** @param array<string, mixed> $more */
    private function look(string $abc, array $more = []): TestResponse
    {
        $this->actingAs($this->director);

        return $this->postJson('/api/v1/write-in/look', ['typed' => ['kind' => 'lesson', 'abc' => $abc]] + $more);
    }

    /** What the book says stands at the notes: of a lesson what is new, of a piece what no lesson has brought. */
    public function testTheBookSpeaksAtTheMeasures(): void
    {
        $this->actingAs($this->director);
        $book = $this->book();
        $this->keep("X:1\nM:4/4\nL:1/4\nK:D\nD E D E | A4 |]\n", $book, ['lesson' => 1]);
        $second = $this->keep("X:1\nM:4/4\nL:1/4\nK:D\nD E F E | D2 A2 | B4 |]\n", $book, ['lesson' => 2]);
        $words = fn (Piece $piece, int $section = 0): array => $this->getJson('/api/v1/sections/' . $piece->sections->values()[$section]->id . '/book-words')
            ->assertOk()->json();

        $new = $words($second);
        self::assertSame(['Workshop', true], [$new['book'], $new['isLesson']]);
        self::assertSame(['1' => 'high 2 on D, F♯', '2' => 'half notes', '3' => '1 on A, B'], array_column($new['words'], 'text', 'measure'));
        $this->patchJson("/api/v1/pieces/{$second->id}/lesson", ['muted' => ['pitch F♯'], 'words' => []])->assertOk();
        self::assertSame('high 2 on D', array_column($words($second->refresh())['words'], 'text', 'measure')['1'], 'what is muted is not said');

        // A piece on a programme: what lessons have brought is not told.
        $piece = app(KeepScore::class)->keep($this->shelf(), Passage::of('4/4', 'D4q E4q D4q E4q | A4h G4h | rw | E5w')->inKey(2)->musicXml(), 'tune.musicxml');
        $missing = $words($piece);
        self::assertFalse($missing['isLesson']);
        $told = array_column($missing['words'], 'text', 'measure');
        self::assertArrayNotHasKey('1', $told, 'the first lessons have all of it');
        self::assertStringContainsString('3 on D', $told['2']);
        self::assertStringContainsString('the E string', $told['4']);
        self::assertSame([], array_diff(array_column($missing['words'], 'note'), array_column($this->getJson("/api/v1/sections/{$piece->sections[0]->id}")->json('score'), 'id')));
    }

    public function testWithoutABookNothingIsSaid(): void
    {
        $this->actingAs($this->director);
        $section = $this->section($this->piece());

        $this->getJson("/api/v1/sections/{$section->id}/book-words")->assertOk()->assertExactJson(['book' => '', 'isLesson' => false, 'words' => []]);
    }

    /** @param array<string, mixed> $more */
    private function keep(string $abc, Shelf $shelf, array $more): Piece
    {
        $id = $this->postJson('/api/v1/write-in', ['typed' => ['kind' => 'lesson', 'abc' => $abc], 'shelf' => $shelf->id] + $more)->assertCreated()->json('id');

        return Piece::query()->findOrFail($id);
    }
}
