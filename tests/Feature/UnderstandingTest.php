<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\HandOut\PublishEdition;
use App\Import\ImportSummary;
use App\Marking\MarkClash;
use App\History\Scope;
use App\History\UndoStack;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Plans\ParsedScores;
use App\Plans\SectionPlanner;
use Database\Seeders\DatabaseSeeder;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\LongNotes;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Settings\Profile;

/** What the application makes of a score, keeps of it, and says about it. */
final class UnderstandingTest extends FeatureTestCase
{
    public function testItSaysWhatWasUnderstoodInWords(): void
    {
        $passage = Passage::of('4/4', 'A4q | [repeat] D5w | [1] A4h. A4q [back] | [2] D5h.')->withPickup()->at(96);
        $said = (new ImportSummary())->of($passage->score(), 'file name');

        self::assertSame('Passage', $said['title']);
        self::assertSame(3, $said['measures']);
        self::assertSame('4/4', $said['meter']);
        self::assertSame(96, $said['tempo']);
        self::assertSame('pickup–2, then 1, then 3', $said['roadmap']);
        self::assertFalse($said['straight']);
        self::assertSame([], $said['flags']);
        self::assertSame([['id' => 'P1', 'name' => 'Violin I', 'instrument' => 'violin', 'measures' => 4, 'notes' => 5]], $said['parts']);
    }

    public function testTheKeyIsToldByTheNoteTheMusicEndsOn(): void
    {
        $key = static fn (string $music): mixed => (new ImportSummary())->of(Passage::of('4/4', $music)->score(), '')['key'];

        self::assertSame('C major', $key('G4h C4h'));
        self::assertSame('A minor', $key('E4h A4h'));
        self::assertSame('C major or A minor', $key('E4h D4h'));
    }

    public function testAFileWithoutATitleIsNamedAfterItself(): void
    {
        $xml = str_replace('<work-title>Passage</work-title>', '', Passage::of('4/4', 'D4w')->musicXml());
        $score = (new \UprightPencil\Format\MusicXml\ScoreReader())->read($xml);

        self::assertSame('river-song', (new ImportSummary())->of($score, 'river-song')['title']);
    }

    public function testOdditiesNameTheirPartAndMeasure(): void
    {
        $said = (new ImportSummary())->of(Passage::of('4/4', 'D4w | (E4q F4q G4q A4q | B4w')->score(), '');

        self::assertSame(
            ['Violin I, measure 2: A slur begins here and never ends; it is left out of the bowing.'],
            $said['oddities'],
        );
    }

    public function testAKeptReadingIsMadeAgainWhenItDoesNotFit(): void
    {
        $section = $this->section($this->piece());
        $fresh = (new ParsedScores())->of($section);
        $section->update(['reading' => 'not a reading', 'reading_version' => 1]);
        $again = (new ParsedScores())->of($section->refresh());

        self::assertEquals($fresh, $again);
        self::assertSame(ParsedScores::version(), (int) $section->refresh()->reading_version);
    }

    public function testEverySectionKeepsItsPartAloneWithIds(): void
    {
        $section = $this->section($this->piece());
        $xml = (string) gzuncompress($section->source);

        self::assertStringContainsString('id="P1-m0-n1"', $xml);
        self::assertSame(1, substr_count($xml, '<part '));
    }

    public function testTheMarkedPageCarriesTheSigns(): void
    {
        $section = $this->section($this->piece());
        $plans = app(SectionPlanner::class);
        $page = $plans->page($section, $plans->of($section)->part);

        self::assertSame(1, substr_count($page, '<up-bow/>'));
        self::assertSame(0, substr_count($page, '<down-bow/>'), 'what follows by itself is not shown');
    }

    public function testADirectorsSchoolsReachThePlan(): void
    {
        $section = $this->section($this->piece('A4q | D5h. rq | E5h. rq'));
        $this->director->update(['settings' => ['profile' => 'advanced', 'schools' => ['bow' => 'downbeat', 'long' => 'sideways']]]);
        $options = app(SectionPlanner::class)->options($section->refresh());

        self::assertSame(Profile::Advanced, $options->profile);
        self::assertSame(BowSchool::Downbeat, $options->bowSettings()->school);
        self::assertSame(LongNotes::Together, $options->bowSettings()->longNotes, 'what is no school is passed over');
    }

    public function testTheDifferenceOfTwoListsIsWhatCameAndWhatWent(): void
    {
        self::assertSame(
            ['added' => ['2.1 up'], 'removed' => ['1.1 down']],
            PublishEdition::difference(['1.1 down', '', '3.1 up'], ['2.1 up', '3.1 up']),
        );
    }

    public function testTheUndoStackIsEmptyAtFirst(): void
    {
        $piece = $this->piece();

        self::assertSame(['undo' => null, 'redo' => null], (new UndoStack($this->director, Scope::piece($piece)))->both());
    }

    public function testAClashSaysBothVersions(): void
    {
        $clash = MarkClash::sameNote('Idris', ['after' => ['kinds' => ['down', 'up']]], ['after' => null]);

        self::assertSame(
            'Idris has just marked this note too (taken away; yours: down or up). Theirs stands; mark it again if yours should.',
            $clash->getMessage(),
        );
    }

    public function testTheDemoIsLaidOutWhole(): void
    {
        $this->seed(DatabaseSeeder::class);
        $director = User::query()->where('email', DatabaseSeeder::DIRECTOR)->firstOrFail();

        self::assertSame(['Spring concert', 'Workshop book, part one'], $director->shelves()->pluck('name')->all());
        self::assertSame(3 * 5 + 9 * 5 + 2 * 10 + 1 + 2, Section::query()->count(), 'pieces, lessons, duets, a rhythm and a passage');
        self::assertGreaterThan(10, Mark::query()->where('state', 'decided')->count());
        self::assertSame(7, Mark::query()->where('state', 'proposed')->count());
        $rack = $this->actingAs($director)->getJson('/api/v1/rack')->assertOk();
        self::assertSame(['Paper Boats', 'Cobbler’s Holiday', 'The Iron Footbridge', 'Weathervane Gallop'], array_column($rack->json('shelves.0.pieces'), 'title'));
        self::assertSame(range(1, 12), array_column($rack->json('shelves.1.pieces'), 'lesson'));
        self::assertSame(1, $rack->json('shelves.0.pieces.0.edition'));
        foreach (Section::query()->get() as $section) {
            self::assertNotSame('other', $section->instrument);
            foreach ($section->marks as $mark) {
                self::assertInstanceOf(CoreMark::class, $mark->toCore());
            }
        }
    }

    public function testTuttiShowsStrokesAndSharedStretches(): void
    {
        $this->seed(DatabaseSeeder::class);
        $director = User::query()->where('email', DatabaseSeeder::DIRECTOR)->firstOrFail();
        $piece = Piece::query()->where('title', 'Cobbler’s Holiday')->value('id');
        $tutti = $this->actingAs($director)->getJson("/api/v1/pieces/{$piece}/tutti")->assertOk();

        self::assertCount(5, $tutti->json('sections'));
        self::assertCount(42, $tutti->json('measures'));
        $strokes = $tutti->json('sections.0.strokes');
        self::assertSame('up', $strokes[0]['direction']);
        self::assertEquals(0, $strokes[0]['onset']);
        self::assertEquals(1, $strokes[1]['onset']);
        self::assertEquals(2, $strokes[1]['end']);
        self::assertCount(1, $strokes[1]['ticks']);
        self::assertNotEmpty(array_filter($strokes, static fn (array $stroke): bool => $stroke['direction'] === null), 'plucked notes');
        $drawn = array_filter($tutti->json('stretches'), static fn (array $stretch): bool => $stretch['quarrels']);
        self::assertNotEmpty($drawn);
        $quarrels = $tutti->json('quarrels');
        self::assertNotEmpty($quarrels);
        self::assertLessThan(count($drawn), count($quarrels), 'one thing for all sections, not pair by pair');
        $sections = array_column($tutti->json('sections'), 'id', 'part');
        foreach ($quarrels as $quarrel) {
            self::assertNotSame('', $quarrel['text']);
            self::assertGreaterThan(1, count(array_unique(array_column($quarrel['spans'], 'part'))));
            foreach ($quarrel['spans'] as $span) {
                self::assertLessThan($span['to'], $span['from']);
            }
            foreach ($quarrel['ways'] as $way) {
                self::assertSame([], array_diff(array_column($way['parts'], 'section'), $sections));
            }
        }
    }

    public function testReadThroughComesInPlayingOrderAndRemembersWhatWasLeft(): void
    {
        $this->seed(DatabaseSeeder::class);
        $director = User::query()->where('email', DatabaseSeeder::DIRECTOR)->firstOrFail();
        $piece = Piece::query()->where('title', 'The Iron Footbridge')->value('id');
        $flags = $this->actingAs($director)->getJson("/api/v1/pieces/{$piece}/read-through")->assertOk()->json('flags');
        $order = array_column($flags, 'index');
        $sorted = $order;
        sort($sorted);
        self::assertSame($sorted, $order);
        $this->postJson("/api/v1/sections/{$flags[0]['section']}/leave", ['key' => $flags[0]['key'], 'leave' => true])->assertOk();

        self::assertSame('Maren Tallow', $this->getJson("/api/v1/pieces/{$piece}/read-through")->json('flags.0.leftBy'));
    }
}
