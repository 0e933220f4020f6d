<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Colleague;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use Illuminate\Testing\TestResponse;

/** The bass specialist edits the bass part only; a colleague helps with everything, once asked. */
final class RightsForPartsTest extends FeatureTestCase
{
    public function testWhoWorksOnOnePartMayLookAtTheOthers(): void
    {
        $piece = $this->twoViolins('D5q E5q F5q G5q');
        [$first, $second] = $piece->sections()->get()->all();
        $idris = $this->person('Idris');
        $this->invite($piece, 'edit', ['Violin II'])->assertCreated()->assertJsonPath('parts', ['Violin II'])->assertJsonPath('everywhere', false);
        $this->accept($idris);

        $this->mark($second, '1.1 up')->assertOk();
        $this->mark($first, '1.1 up')->assertForbidden()
            ->assertJsonPath('message', 'Your part here is Violin II; Violin I you may look at.');
        $this->getJson("/api/v1/sections/{$first->id}")->assertOk()->assertJsonPath('piece.role', 'read');
        $this->getJson("/api/v1/sections/{$second->id}")->assertOk()->assertJsonPath('piece.role', 'edit');
        $this->postJson("/api/v1/sections/{$first->id}/editions")->assertForbidden();
        $this->putJson("/api/v1/pieces/{$piece->id}/tempos", ['tempos' => ['1' => 90]])->assertForbidden();
        self::assertSame([false, true], array_column($this->getJson("/api/v1/pieces/{$piece->id}/handout")->json('sections'), 'mayEdit'));
        $this->postJson("/api/v1/sections/{$second->id}/undo")->assertOk()->assertJsonPath('turnedBack.label', '1.1 up');
    }

    public function testAProposerOfOnePartProposesThere(): void
    {
        $piece = $this->twoViolins('D5q E5q F5q G5q');
        [$first, $second] = $piece->sections()->get()->all();
        $this->invite($piece, 'propose', ['Violin I']);
        $this->accept($this->person('Idris'));

        $this->mark($first, '1.1 up')->assertOk();
        self::assertSame('proposed', $first->marks()->value('state'));
        $this->mark($second, '1.1 up')->assertForbidden();
    }

    public function testARightForAllPiecesIsTakenUpOnceAndHoldsForThoseToCome(): void
    {
        $one = $this->piece();
        $two = $this->piece('D5q E5q F5q G5q');
        $idris = $this->person('Idris');
        $this->invite($one, 'edit', [], true)->assertCreated()->assertJsonPath('everywhere', true);
        $this->actingAs($idris);
        $asked = $this->getJson('/api/v1/rack')->json('invitations');
        self::assertSame([true], array_column($asked, 'everywhere'), 'asked once, not for every piece');

        $this->postJson("/api/v1/shares/{$asked[0]['id']}/mine")->assertOk();

        self::assertSame([$one->id, $two->id], array_column($this->getJson('/api/v1/rack')->json('shared'), 'id'));
        $three = $this->piece('A4w');
        $this->getJson("/api/v1/pieces/{$three->id}")->assertOk()->assertJsonPath('role', 'edit');
        self::assertSame([], $this->getJson('/api/v1/rack')->json('invitations'));
    }

    public function testWhatIsChangedOrEndedThereIsSoInAllPieces(): void
    {
        $one = $this->piece();
        $two = $this->twoViolins('D5q E5q F5q G5q');
        $idris = $this->person('Idris');
        $this->share($two, $idris, 'read');
        $share = $this->invite($one, 'edit', [], true)->json('id');
        $this->accept($idris);
        self::assertSame(['edit', 'edit'], $this->roles($idris, $one, $two), 'what was given for one piece gives way');

        $this->actingAs($this->director);
        $this->patchJson("/api/v1/shares/{$share}", ['may' => 'propose', 'parts' => ['Violin II']])->assertOk()->assertJsonPath('everywhere', true);
        self::assertSame(['read', 'read'], $this->roles($idris, $one, $two));
        $second = $two->sections()->get()->last();
        self::assertInstanceOf(Section::class, $second);
        $this->actingAs($idris);
        $this->getJson("/api/v1/sections/{$second->id}")->assertJsonPath('piece.role', 'propose');

        $this->actingAs($this->director)->deleteJson("/api/v1/shares/{$share}")->assertOk();
        $this->actingAs($idris)->getJson("/api/v1/pieces/{$one->id}")->assertNotFound();
        $this->getJson("/api/v1/pieces/{$two->id}")->assertNotFound();
        self::assertSame(0, Colleague::query()->count());
    }

    public function testOnePieceIsLeftAndAnOfferForAllIsDeclined(): void
    {
        $one = $this->piece();
        $two = $this->piece('D5q E5q F5q G5q');
        $idris = $this->person('Idris');
        $this->invite($one, 'edit', [], true);
        $asked = $this->actingAs($idris)->getJson('/api/v1/rack')->json('invitations.0.id');
        $this->deleteJson("/api/v1/shares/{$asked}/mine")->assertOk();
        self::assertSame([], $this->getJson('/api/v1/rack')->json('invitations'));

        $this->invite($one, 'edit', [], true);
        $this->accept($idris);
        $share = $this->getJson('/api/v1/rack')->json('shared.0.share');
        $this->deleteJson("/api/v1/shares/{$share}/mine")->assertOk();
        self::assertSame([$two->id], array_column($this->getJson('/api/v1/rack')->json('shared'), 'id'));
    }

    /** @param list<string> $parts */
    private function invite(Piece $piece, string $may, array $parts, bool $all = false): TestResponse
    {
        return $this->actingAs($this->director)->postJson("/api/v1/pieces/{$piece->id}/shares", [
            'email' => 'idris@example.test', 'may' => $may, 'parts' => $parts, 'all' => $all,
        ]);
    }

    private function accept(User $user): void
    {
        $this->actingAs($user);
        foreach ($this->getJson('/api/v1/rack')->json('invitations') as $asked) {
            $this->postJson("/api/v1/shares/{$asked['id']}/mine")->assertOk();
        }
    }

    /** @return list<string|null> */
    private function roles(User $user, Piece ...$pieces): array
    {
        return array_map(static fn (Piece $piece): ?string => $piece->fresh()?->roleOf($user)?->value, array_values($pieces));
    }

    private function mark(Section $section, string $line): TestResponse
    {
        return $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => $line, 'seen' => 99]);
    }
}
