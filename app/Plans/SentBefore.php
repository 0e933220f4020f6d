<?php

declare(strict_types=1);

namespace App\Plans;

use Illuminate\Support\Facades\Cache;

/**
 * Remembers long answers by the fingerprints of their pieces: who has one of the last of them is sent only the pieces that changed.
 *
 * Kept while it is on its way; where nothing can be kept, the next answer is sent whole.
 */
final readonly class SentBefore
{
    private const SECONDS = 86400;
    /** How many answers of a kind are remembered: of two who mark a part at once, and of the key before. */
    private const KEPT = 4;
    /** Bytes of a fingerprint. */
    private const LENGTH = 8;

    /**
     * @param string $slot what the answer is of: a section's page, its bows
     * @param string $name of the answer that is sent now: it is remembered under it
     * @param string $known name of the answer somebody has; empty for none
     * @param list<string> $pieces of which the answer consists
     * @return list<int>|null which of them differ from those somebody has; null when that answer is not remembered
     */
    public function changed(string $slot, string $name, string $known, array $pieces): ?array
    {
        $now = implode('', array_map(static fn (string $piece): string => hash('xxh64', $piece, true), $pieces));
        $kept = Cache::get("sent:{$slot}");
        $kept = is_array($kept) ? array_filter($kept, is_string(...)) : [];
        $packed = base64_encode($now);
        if (($kept[$name] ?? null) !== $packed) {
            $answers = array_slice([$name => $packed, ...$kept], 0, self::KEPT);
            defer(static fn () => rescue(static fn () => Cache::put("sent:{$slot}", $answers, self::SECONDS), report: false))->always();
        }
        $before = (string) base64_decode($kept[$known] ?? '', true);
        if (strlen($before) !== strlen($now)) {
            return null;
        }

        return array_keys(array_diff_assoc(str_split($now, self::LENGTH), str_split($before, self::LENGTH)));
    }
}
