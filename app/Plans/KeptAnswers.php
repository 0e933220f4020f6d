<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Piece;
use App\Models\Section;
use Illuminate\Support\Facades\Cache;

/**
 * What was worked out of all sections of a piece together, kept as long as nothing it came from changes: the score, the marks (the
 * piece's revision counts them), the tempos, the class, how full the pages are, the rules.
 */
final readonly class KeptAnswers
{
    private const SECONDS = 86400;

    /**
     * @param string $what which answer
     * @param callable(): array<mixed> $work
     * @return array<mixed>
     */
    public function remember(string $what, Piece $piece, callable $work): array
    {
        $name = $this->name($piece);
        $slot = "answer:{$what}:{$piece->id}";
        $kept = Cache::get($slot);
        if (is_array($kept) && ($kept['name'] ?? null) === $name && is_array($kept['answer'] ?? null)) {
            return $kept['answer'];
        }
        $answer = $work();
        rescue(static fn () => Cache::put($slot, ['name' => $name, 'answer' => $answer], self::SECONDS), report: false);

        return $answer;
    }

    /** Under which name an answer about a piece is kept. */
    public function name(Piece $piece): string
    {
        return md5(serialize([
            $piece->source_hash,
            $piece->revision,
            $piece->title,
            $piece->tempos,
            ClassSettings::for($piece)->toArray(),
            $piece->sections()->get(Section::LIGHT)->map(
                static fn (Section $section): string => "{$section->id} {$section->density} {$section->bows} {$section->name}",
            )->all(),
            RulesVersion::now(),
        ]));
    }
}
