<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\Middleware\SaysTime;
use App\Models\Piece;
use App\Models\User;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every route with every role: owner, co-teacher of each kind, stranger, nobody. */
final class AccessTest extends FeatureTestCase
{
    private const ROLES = ['own', 'edit', 'propose', 'read', 'stranger', 'guest'];

    /** @return iterable<string, array{string, string, array<string, mixed>, array<string, int>}> */
    public static function routes(): iterable
    {
        $all = ['own' => 200, 'edit' => 200, 'propose' => 200, 'read' => 200, 'stranger' => 404, 'guest' => 401];
        $editors = ['propose' => 403, 'read' => 403] + $all;
        $owner = ['edit' => 403] + $editors;
        yield 'piece' => ['GET', 'pieces/{piece}', [], $all];
        yield 'history' => ['GET', 'pieces/{piece}/history', [], $all];
        yield 'hand-out' => ['GET', 'pieces/{piece}/handout', [], $all];
        yield 'tutti' => ['GET', 'pieces/{piece}/tutti', [], $all];
        yield 'read-through' => ['GET', 'pieces/{piece}/read-through', [], $all];
        yield 'desk' => ['GET', 'sections/{section}', [], $all];
        yield 'hand' => ['GET', 'sections/{section}/hand', [], $all];
        yield 'page' => ['GET', 'sections/{section}/page', [], $all];
        yield 'take away' => ['GET', 'sections/{section}/download.mxl', [], $all];
        yield 'rename' => ['PATCH', 'pieces/{piece}', ['title' => 'New'], $owner];
        yield 'throw away' => ['DELETE', 'pieces/{piece}', [], $owner];
        yield 'invite' => ['POST', 'pieces/{piece}/shares', ['email' => 'new@example.test', 'may' => 'read'], ['own' => 201] + $owner];
        yield 'mark' => ['POST', 'sections/{section}/marks', ['lines' => '1.2 down', 'seen' => 0], ['read' => 403] + $all];
        yield 'preview' => ['POST', 'sections/{section}/preview', ['lines' => '1.2 down'], ['read' => 403] + $all];
        yield 'undo' => ['POST', 'sections/{section}/undo', [], ['read' => 403] + $all];
        yield 'redo' => ['POST', 'sections/{section}/redo', [], ['read' => 403] + $all];
        yield 'done' => ['POST', 'sections/{section}/done', ['what' => 'hand', 'done' => true], $editors];
        yield 'density' => ['PUT', 'sections/{section}/density', ['density' => 'every'], $editors];
        yield 'leave' => ['POST', 'sections/{section}/leave', ['key' => 'x', 'leave' => true], $editors];
        yield 'note' => ['GET', 'sections/{section}/notes/P1-m1-n1', [], $all];
        yield 'returns' => ['GET', 'sections/{section}/returns', [], $all];
        yield 'open strings' => ['GET', 'sections/{section}/open-strings', [], $all];
        yield 'patterns' => ['GET', 'sections/{section}/patterns', [], $all];
        yield 'tempos' => ['PUT', 'pieces/{piece}/tempos', ['tempos' => ['1' => 90]], $editors];
        yield 'publish' => ['POST', 'sections/{section}/editions', [], ['own' => 201, 'edit' => 201] + $editors];
        yield 'renew link' => ['POST', 'sections/{section}/links', [], ['own' => 201, 'edit' => 201] + $editors];
    }

    /**
     * @param array<string, mixed> $body
     * @param array<string, int> $expected
     */
    #[DataProvider('routes')]
    public function testEveryRoleGetsWhatItMay(string $method, string $path, array $body, array $expected): void
    {
        foreach (self::ROLES as $role) {
            $piece = $this->piece();
            $path = (string) preg_replace('~pieces/\d+~', 'pieces/{piece}', (string) preg_replace('~sections/\d+~', 'sections/{section}', $path));
            $user = $this->userFor($role, $piece);
            $user === null ? auth()->guard('web')->logout() : $this->actingAs($user);
            $url = strtr("/api/v1/{$path}", ['{piece}' => $piece->id, '{section}' => $this->section($piece)->id]);

            $this->assertSame($expected[$role], $this->json($method, $url, $body)->status(), "{$role} at {$method} {$path}");
        }
    }

    public function testALinkCanBeEndedOnlyByThoseWhoEdit(): void
    {
        $piece = $this->piece();
        $this->actingAs($this->director)->postJson("/api/v1/sections/{$this->section($piece)->id}/editions")->assertCreated();
        $link = $this->section($piece)->links()->firstOrFail();
        $reader = $this->person('Reader');
        $this->share($piece, $reader, 'propose');

        $this->actingAs($reader)->deleteJson("/api/v1/links/{$link->id}")->assertForbidden();
        $this->actingAs($this->director)->deleteJson("/api/v1/links/{$link->id}")->assertOk();
    }

    public function testAThrownAwayPieceIsClosedToEverybody(): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director)->deleteJson("/api/v1/pieces/{$piece->id}")->assertOk();

        $this->getJson("/api/v1/sections/{$section->id}")->assertNotFound();
        $this->postJson("/api/v1/pieces/{$piece->id}/restore")->assertOk();
        $this->getJson("/api/v1/sections/{$section->id}")->assertOk();
        $this->actingAs($this->stranger)->postJson("/api/v1/pieces/{$piece->id}/restore")->assertNotFound();
    }

    public function testShelvesOfOthersAreOutOfReach(): void
    {
        $shelf = $this->shelf();

        $this->actingAs($this->stranger)->patchJson("/api/v1/shelves/{$shelf->id}", ['name' => 'Mine'])->assertNotFound();
        $this->actingAs($this->director)->patchJson("/api/v1/shelves/{$shelf->id}", ['name' => 'Mine'])->assertOk();
    }

    private function userFor(string $role, Piece $piece): ?User
    {
        if ($role === 'guest') {
            return null;
        }
        if ($role === 'own') {
            return $this->director;
        }
        if ($role === 'stranger') {
            return $this->stranger;
        }
        $user = User::query()->where('name', $role)->first() ?? $this->person($role);
        $this->share($piece, $user, $role);

        return $user;
    }

    public function testAnAnswerSaysHowLongTheServerWorked(): void
    {
        defined('PROCESSOR_START') || define('PROCESSOR_START', SaysTime::processor());

        $timing = (string) $this->getJson('/api/v1/session')->headers->get('Server-Timing');

        self::assertMatchesRegularExpression('~^clock;dur=\d+\.\d, processor;dur=\d+\.\d$~', $timing);
    }
}
