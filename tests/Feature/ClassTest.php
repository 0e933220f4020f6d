<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;

/** What a class can do, and what follows from it in every piece. */
final class ClassTest extends FeatureTestCase
{
    public function testAClassBeginsWithTheFirstOfEverySchool(): void
    {
        $this->actingAs($this->director)->getJson('/api/v1/class')->assertOk()
            ->assertJsonPath('settings.profile', 'second-year')
            ->assertJsonPath('settings.schools.open', 'open')
            ->assertJsonPath('settings.sizes.viola', '16″')
            ->assertJsonPath('settings.density', 'standard')
            ->assertJsonPath('settings.schools.bass', '124')
            ->assertJsonPath('settings.schools.words', 'measure');
    }

    public function testTheSchoolOfTheFourthFingerIsHeardInEveryPiece(): void
    {
        $section = $this->section($this->piece('A4q | G4q A4q B4q A4q'));
        $this->actingAs($this->director);
        self::assertSame('A0', $this->fingerOf($section->id, 2));

        $this->putJson('/api/v1/class', $this->settings(['schools' => ['open' => 'four']]))->assertOk();

        self::assertSame('D4', $this->fingerOf($section->id, 2));
        $this->getJson('/api/v1/class')->assertJsonPath('settings.schools.open', 'four');
    }

    public function testTheLevelOpensPositions(): void
    {
        $section = $this->section($this->piece('A4q | D6q C6q A5h'));
        $this->actingAs($this->director);
        $codes = array_column($this->getJson("/api/v1/sections/{$section->id}")->json('flags'), 'code');
        self::assertContains('out-of-range', $codes);

        $this->putJson('/api/v1/class', $this->settings(['profile' => 'third-position']))->assertOk();

        $codes = array_column($this->getJson("/api/v1/sections/{$section->id}")->json('flags'), 'code');
        self::assertNotContains('out-of-range', $codes);
        self::assertStringContainsString('III', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));
    }

    public function testWordingIsWhatThePagePrints(): void
    {
        $section = $this->section($this->piece('A4q | Bb4q C5q Bb4h'));
        $this->actingAs($this->director);
        self::assertStringContainsString('>low 1<', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));

        $this->putJson('/api/v1/class', $this->settings(['wording' => 'arrow']))->assertOk();

        self::assertStringContainsString('>1↓<', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));
    }

    public function testAllThatIsSaidIsSaidInTheirCountingWords(): void
    {
        $section = $this->section($this->piece('A4q | [ff] A4w~ | A4w~ | A4h B4q'));
        $this->actingAs($this->director);
        $path = "/api/v1/sections/{$section->id}";
        $this->postJson("{$path}/marks", ['lines' => '3.1 "one measure more"'])->assertSuccessful();
        $before = (string) $this->getJson($path)->getContent();
        self::assertStringContainsString('m. ', $before);

        $this->putJson('/api/v1/class', $this->settings(['schools' => ['words' => 'bar']]))->assertOk();

        $now = (string) $this->getJson($path)->getContent();
        self::assertDoesNotMatchRegularExpression('~[^a-z]mm?\. \d~', $now);
        self::assertStringContainsString('b. ', $now);
        self::assertStringContainsString('one measure more', $now, 'what the director wrote stays');
        $this->getJson($path)->assertJsonPath('piece.counts', 'bar');
        $this->getJson('/api/v1/class')->assertJsonPath('settings.schools.words', 'bar')->assertJsonFragment(['words' => 'measure, quarter, eighth']);
    }

    public function testTheOpenStringIsWrittenAsTheyReadIt(): void
    {
        $section = $this->section($this->piece('A4q | E4q A4q D4q A4q'));
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.2 0'])->assertSuccessful();
        self::assertStringContainsString('>0</fingering>', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));

        $this->putJson('/api/v1/class', $this->settings(['schools' => ['zero' => 'O']]))->assertOk();

        self::assertStringContainsString('>O</fingering>', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));
    }

    public function testBeginnersMayHaveNoteNames(): void
    {
        $section = $this->section($this->piece('A4q | F#4q G4h.'));
        $this->actingAs($this->director);
        self::assertStringNotContainsString('<lyric', (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml'));

        $this->putJson('/api/v1/class', $this->settings(['namesNotes' => true]))->assertOk();

        $page = (string) $this->get("/api/v1/sections/{$section->id}/page")->json('xml');
        self::assertStringContainsString('<text>F♯</text>', $page);
        self::assertSame(3, substr_count($page, '<lyric'));
    }

    public function testAnEnsembleMayHaveSettingsOfItsOwn(): void
    {
        $section = $this->section($this->piece('A4q | G4q A4q B4q A4q'));
        $other = $this->section($this->piece('A4q | G4q A4q B4q A4q'));
        $this->actingAs($this->director);
        $beginners = $this->director->shelves()->create(['name' => 'Beginners', 'kind' => 'book', 'position' => 1, 'note' => '']);
        $other->piece->update(['shelf_id' => $beginners->id]);

        $this->putJson("/api/v1/class?shelf={$beginners->id}", $this->settings(['schools' => ['open' => 'four']]))->assertOk();

        self::assertSame('A0', $this->fingerOf($section->id, 2));
        self::assertSame('D4', $this->fingerOf($other->id, 2));
        $this->getJson('/api/v1/class')->assertJsonPath('settings.schools.open', 'open')->assertJsonPath('shelves.1.isOwn', true);
        $this->getJson("/api/v1/class?shelf={$beginners->id}")->assertJsonPath('settings.schools.open', 'four')->assertJsonPath('isOwn', true);
    }

    public function testAnEnsembleGoesWithTheOthersUntilItHasItsOwn(): void
    {
        $section = $this->section($this->piece('A4q | G4q A4q B4q A4q'));
        $shelf = $section->piece->shelf_id;
        $this->actingAs($this->director);
        $this->putJson('/api/v1/class', $this->settings(['schools' => ['open' => 'four']]))->assertOk();
        $this->getJson("/api/v1/class?shelf={$shelf}")->assertJsonPath('settings.schools.open', 'four')->assertJsonPath('isOwn', false);

        $this->putJson("/api/v1/class?shelf={$shelf}", $this->settings(['schools' => ['open' => 'open']]))->assertOk();
        self::assertSame('A0', $this->fingerOf($section->id, 2));

        $this->deleteJson("/api/v1/class?shelf={$shelf}")->assertOk()->assertJsonPath('settings.schools.open', 'four');
        self::assertSame('D4', $this->fingerOf($section->id, 2));
        $this->deleteJson('/api/v1/class')->assertUnprocessable()->assertJsonPath('message', 'Say which ensemble.');
    }

    public function testSomebodyElsesEnsembleIsNotThere(): void
    {
        $shelf = $this->shelf();

        $this->actingAs($this->stranger)->getJson("/api/v1/class?shelf={$shelf->id}")->assertNotFound();
        $this->putJson("/api/v1/class?shelf={$shelf->id}", $this->settings([]))->assertNotFound();
    }

    public function testTheRackCountsAgainWhenAClassOrAShelfChanges(): void
    {
        $piece = $this->piece('A4q | D6q C6q A5h');
        $this->actingAs($this->director);
        $flags = function (int $shelf): int {
            self::assertGreaterThan(0, $this->getJson('/api/v1/rack')->json('unknown'), 'the rack itself works nothing out');
            $this->workOut();

            return $this->getJson('/api/v1/rack')->json("shelves.{$shelf}.pieces.0.sections.0.flags");
        };
        $before = $flags(0);
        $this->putJson('/api/v1/class', $this->settings(['profile' => 'third-position']));
        self::assertLessThan($before, $flags(0));

        $beginners = $this->director->shelves()->create(['name' => 'Beginners', 'kind' => 'programme', 'position' => 1, 'note' => '']);
        $this->putJson("/api/v1/class?shelf={$beginners->id}", $this->settings(['profile' => 'first-year']));
        $this->patchJson("/api/v1/pieces/{$piece->id}", ['shelf' => $beginners->id])->assertOk();
        self::assertGreaterThanOrEqual($before, $flags(1));
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function mistakes(): iterable
    {
        yield 'an unknown level' => [['profile' => 'virtuoso']];
        yield 'an unknown school' => [['schools' => ['open' => 'never']]];
        yield 'an unknown size' => [['sizes' => ['cello' => '9/8']]];
        yield 'an unknown wording' => [['wording' => 'runes']];
        yield 'an unknown density' => [['density' => 'some']];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('mistakes')]
    public function testUnknownChoicesAreRefusedInASentence(array $change): void
    {
        $answer = $this->actingAs($this->director)->putJson('/api/v1/class', $this->settings($change))->assertUnprocessable();

        self::assertStringContainsString('choose once more', (string) $answer->json('message'));
        self::assertNull($this->director->refresh()->settings);
    }

    public function testEachSchoolIsShownOnAFewMeasures(): void
    {
        $this->actingAs($this->director);
        foreach (['profile', 'bow', 'long', 'soft', 'open', 'bass', 'stay', 'wording', 'density', 'bows', 'change', 'rest', 'style', 'shift', 'fifth', 'hard', 'zero'] as $about) {
            $page = $this->postJson('/api/v1/class/example', $this->settings([]) + ['about' => $about])->assertOk();
            self::assertContains(substr_count((string) $page->getContent(), '<measure '), $about === 'bows' ? [6] : [2], $about);
        }
        $this->postJson('/api/v1/class/example', $this->settings([]) + ['about' => 'nothing'])->assertNotFound();
        $this->postJson('/api/v1/class/example', $this->settings([]) + ['about' => '../../.env'])->assertNotFound();
    }

    public function testTheExampleChangesWithTheChoice(): void
    {
        $this->actingAs($this->director);
        $changes = [
            'open' => ['schools' => ['open' => 'four']],
            'bow' => ['schools' => ['bow' => 'downbeat']],
            'long' => ['schools' => ['long' => 'staggered']],
            'bass' => ['schools' => ['bass' => '1234']],
            'soft' => ['schools' => ['soft' => 'light']],
            'stay' => ['schools' => ['stay' => 'home']],
            'change' => ['schools' => ['change' => 'loose']],
            'rest' => ['schools' => ['rest' => 'freeze']],
            'style' => ['schools' => ['style' => 'printed']],
            'shift' => ['schools' => ['shift' => 'heard']],
            'fifth' => ['schools' => ['fifth' => 'move']],
            'hard' => ['schools' => ['hard' => 'divide']],
            'zero' => ['schools' => ['zero' => 'O']],
            'wording' => ['wording' => 'letter'],
            'density' => ['density' => 'every'],
            'bows' => ['bows' => 'few'],
            'profile' => ['profile' => 'third-position'],
        ];
        foreach ($changes as $about => $change) {
            $usual = $this->postJson('/api/v1/class/example', $this->settings([]) + ['about' => $about])->getContent();
            $other = $this->postJson('/api/v1/class/example', $this->settings($change) + ['about' => $about])->getContent();
            self::assertNotSame($usual, $other, $about);
        }
    }

    public function testTheFingerboardCardHasMillimetres(): void
    {
        $this->actingAs($this->director);
        $this->getJson('/api/v1/class/fingerboard?instrument=cello&size=4/4&position=IV')->assertOk()
            ->assertJsonPath('card.position', 'IV')
            ->assertJsonPath('card.length', 690)
            ->assertJsonPath('card.strings.0.name', 'C')
            ->assertJsonPath('card.octave', 345);
        $violin = $this->getJson('/api/v1/class/fingerboard?instrument=violin&size=4/4&position=I')->assertOk();
        self::assertStringContainsString('>3 · 4<', $violin->json('picture'), 'high 3 and low 4 share a place');
        $this->getJson('/api/v1/class/fingerboard?instrument=lute&size=4/4&position=I')->assertUnprocessable();
    }

    public function testAGuestHasNoClass(): void
    {
        $this->getJson('/api/v1/class')->assertUnauthorized();
        $this->putJson('/api/v1/class', $this->settings([]))->assertUnauthorized();
    }

    /**
     * @param array<string, mixed> $change
     * @return array<string, mixed>
     */
    private function settings(array $change): array
    {
        return array_replace_recursive([
            'profile' => 'second-year',
            'schools' => ['bow' => 'as-it-comes', 'long' => 'together', 'soft' => 'tip', 'open' => 'open', 'bass' => '124', 'stay' => 'stay'],
            'sizes' => ['violin' => '4/4', 'viola' => '16″', 'cello' => '4/4', 'bass' => '3/4'],
            'density' => 'standard',
            'bows' => 'some',
            'wording' => 'words',
        ], $change);
    }

    private function fingerOf(int $section, int $note): string
    {
        $finger = $this->getJson("/api/v1/sections/{$section}")->json("notes.{$note}.finger");

        return $finger['string'] . $finger['number'];
    }
}
