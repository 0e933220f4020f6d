<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

// Proposals were known by their author's display name, which two people may share; now by the user's id, in the log as well.
return new class extends Migration {
    public function up(): void
    {
        $renames = [];
        DB::table('marks')->orderBy('id')->eachById(function (object $mark) use (&$renames): void {
            $body = json_decode($mark->body, true);
            if (!is_array($body) || isset($body['authorId']) || ($body['state'] ?? null) !== 'proposed') {
                return;
            }
            $key = self::key($mark->key, (int) $mark->user_id);
            $renames["{$mark->section_id} {$mark->key}"] = $mark->user_id;
            DB::table('marks')->where('id', $mark->id)->update([
                'key' => $key,
                'body' => json_encode([...$body, 'authorId' => (string) $mark->user_id]),
            ]);
        }, 200);
        DB::table('changes')->orderBy('id')->eachById(function (object $change) use (&$renames): void {
            $steps = json_decode($change->steps, true);
            $changed = false;
            foreach (is_array($steps) ? $steps : [] as $index => $step) {
                if (!str_contains((string) ($step['key'] ?? ''), '|proposed by ') || str_contains($step['key'], '|proposed by #')) {
                    continue;
                }
                // The first to put it is its author; whoever takes or declines it later is not.
                $author = $renames["{$step['section']} {$step['key']}"] ??= $change->user_id;
                $steps[$index]['key'] = self::key($step['key'], (int) $author);
                foreach (['before', 'after'] as $side) {
                    if (is_array($step[$side] ?? null)) {
                        $steps[$index][$side]['authorId'] = (string) $author;
                    }
                }
                $changed = true;
            }
            if ($changed) {
                DB::table('changes')->where('id', $change->id)->update(['steps' => json_encode($steps)]);
            }
        }, 200);
    }

    /** As a mark makes it: the author stands at its end. */
    private static function key(string $key, int $author): string
    {
        return preg_replace('~\|proposed by .*$~s', "|proposed by #{$author}", $key);
    }

    public function down(): void
    {
        // Names and ids say the same as long as nobody shares a name: nothing to take back.
    }
};
