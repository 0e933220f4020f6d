<?php

declare(strict_types=1);

namespace App\History;

use App\Models\Change;
use App\Models\Piece;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** Does what changes something besides marks, and writes it into the log, so that it can be turned back. */
final readonly class Acts
{
    private const TRIES = 3;
    private const LABEL = 200;

    public function __construct(private Things $things)
    {
    }

    /**
     * @template T
     * @param Piece|null $piece null for what belongs to no single one
     * @param list<string> $things that it changes, as {@see Things} names them
     * @param callable(): T $write
     * @param (callable(T): array<string, array<string, int|string|null>|null>)|null $made things that were not there before, and what is
     *     to become of them when it is taken back; null for nothing of them
     * @return T
     */
    public function do(
        User $user,
        ?Piece $piece,
        Topic $topic,
        string $label,
        array $things,
        callable $write,
        ?callable $made = null,
    ): mixed {
        return DB::connection()->transaction(function () use ($user, $piece, $topic, $label, $things, $write, $made): mixed {
            $before = array_combine($things, array_map($this->things->now(...), $things));
            $result = $write();
            $changed = [];
            foreach ([...$before, ...($made === null ? [] : $made($result))] as $thing => $was) {
                $is = $this->things->now($thing);
                if (!Things::alike($was, $is)) {
                    $changed[] = ['thing' => $thing, 'before' => $was, 'after' => $is];
                }
            }
            if ($changed !== []) {
                Change::query()->create([
                    'piece_id' => $piece?->id,
                    'user_id' => $user->id,
                    'revision' => $piece->revision ?? 0,
                    'kind' => 'do',
                    'topic' => $topic,
                    'label' => mb_substr($label, 0, self::LABEL),
                    'steps' => [],
                    'things' => $changed,
                ]);
            }

            return $result;
        }, self::TRIES);
    }
}
