<?php

declare(strict_types=1);

namespace Tests\Hard;

use App\Models\Correction;
use App\Models\Errand;
use App\Models\Piece;
use App\Models\Thread;
use App\Models\User;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;

/** One thing of every kind, all the owner's, and somebody in every role: what routes are asked for. */
trait World
{
    /** @var array<string, string> by the name in a route */
    protected array $things = [];

    protected function build(): void
    {
        // Who deleted an account of theirs has a new one.
        $this->director = User::query()->where('email', 'maren@example.test')->first() ?? $this->person('Maren');
        $this->stranger = User::query()->where('email', 'nobody@example.test')->first() ?? $this->person('Nobody');
        $piece = $this->piece('A4q | D5q E5q F#5q G5q | A5q G5q F#5h');
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $url = $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url');
        $binned = $this->piece('D5q E5q F#5q G5q');
        $binned->delete();
        foreach (['edit', 'propose', 'read'] as $may) {
            $this->share($piece, User::query()->where('email', "{$may}@example.test")->first() ?? $this->person($may), $may);
        }
        $share = $piece->shares()->create(['email' => 'waits@example.test', 'may' => 'read', 'token' => Str::random(32)]);
        Storage::disk('local')->put('errands/packed.zip', 'PK');
        $errand = Errand::query()->create(['user_id' => $this->director->id, 'kind' => 'pack', 'state' => 'done', 'file' => 'errands/packed.zip']);
        $correction = Correction::query()->create([
            'piece_id' => $piece->id,
            'user_id' => $this->director->id,
            'file' => 'corrected.musicxml',
            'source' => $piece->source,
            'source_bytes' => $piece->source_bytes,
            'before' => [
                'name' => $piece->source_name,
                'hash' => $piece->source_hash,
                'summary' => $piece->summary,
                'tempos' => null,
                'sections' => [['part_id' => $section->part_id, 'name' => $section->name]],
            ],
        ]);
        $date = $this->shelf()->dates()->create(['kind' => 'rehearsal', 'starts_at' => '2026-11-26 14:05', 'minutes' => 30]);
        $heard = $piece->heard()->create([
            'user_id' => $this->director->id, 'calendar_date_id' => $date->id, 'measure' => '1', 'parts' => [], 'kind' => 'bow',
            'text' => '', 'heard_at' => '2026-11-26 14:20',
        ]);
        $thread = Thread::query()->create(['section_id' => $section->id, 'note' => 'P1-m1-n1', 'place' => 'm. 1 beat 1']);
        $thread->remarks()->create(['user_id' => $this->director->id, 'who' => 'Maren', 'text' => 'Long bows here.']);
        auth()->guard('web')->logout();
        $this->things = [
            'piece' => (string) $piece->id,
            'binned' => (string) $binned->id,
            'section' => (string) $section->id,
            'shelf' => (string) $this->shelf()->id,
            'share' => (string) $share->id,
            'link' => (string) $section->links()->value('id'),
            'errand' => (string) $errand->id,
            'thread' => (string) $thread->id,
            'correction' => (string) $correction->id,
            'date' => (string) $date->id,
            'heard' => (string) $heard->id,
            'note' => 'P1-m1-n1',
            'ending' => 'mxl',
            'sheet' => 'phone',
            'any?' => 'rack',
            'token' => basename((string) $url),
            'invitation' => $share->token,
        ];
    }

    /** @return array<string, string> */
    private function replacements(string $route): array
    {
        $things = $this->things;
        if (str_contains($route, 'pieces/{piece}/download')) {
            $things['ending'] = 'zip';
        }
        if (str_contains($route, 'invitation/')) {
            $things['token'] = $things['invitation'];
        }

        return array_combine(array_map(static fn (string $name): string => "{{$name}}", array_keys($things)), $things);
    }

    /** @param array<string, mixed> $body */
    protected function ask(string $route, array $body): \Illuminate\Testing\TestResponse
    {
        [$method, $path] = explode(' ', $route, 2);
        $replace = $this->replacements($route);
        array_walk_recursive($body, function (mixed &$value): void {
            $value = $value === '{section}' ? (int) $this->things['section'] : $value;
        });
        $query = $method === 'GET' && $body !== [] ? '?' . http_build_query($body) : '';

        return $this->json($method, '/' . strtr($path, $replace) . $query, $method === 'GET' ? [] : $body);
    }

    protected function role(string $role): ?User
    {
        return match ($role) {
            'guest' => null,
            'own' => $this->director,
            'stranger' => $this->stranger,
            default => User::query()->where('email', "{$role}@example.test")->firstOrFail(),
        };
    }

    protected function pieceOf(string $name): Piece
    {
        return Piece::withTrashed()->findOrFail((int) $this->things[$name]);
    }
}
