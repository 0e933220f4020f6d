<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Piece;

/** What a director says of a lesson: news that are not told, or otherwise, and the first steps that are taken. */
final readonly class LessonNotes
{
    /** The order of first steps before a lesson is played. Source: the order in which a class learns a line. */
    public const STEPS = [
        'count' => 'count and clap',
        'letters' => 'say the letter names',
        'air' => 'bow in the air',
        'open' => 'on open strings',
        'hooks' => 'slurs as hooks',
        'play' => 'play',
    ];
    private const MOST = 200;
    private const LETTERS = 80;

    /**
     * @param list<string> $muted keys of facts that are not told as new
     * @param array<string, string> $words what is said instead, by the key of the fact
     * @param list<string> $steps keys of {@see STEPS}, in their order
     */
    private function __construct(public array $muted, public array $words, public array $steps)
    {
    }

    public static function of(Piece $piece): self
    {
        return self::from($piece->lesson ?? []);
    }

    /** @param array<mixed> $told anything unknown in it is left aside */
    public static function from(array $told): self
    {
        $muted = array_filter(is_array($told['muted'] ?? null) ? $told['muted'] : [], is_string(...));
        $words = [];
        foreach (is_array($told['words'] ?? null) ? $told['words'] : [] as $key => $text) {
            if (is_string($text) && trim($text) !== '') {
                $words[(string) $key] = mb_substr(trim($text), 0, self::LETTERS);
            }
        }
        $steps = is_array($told['steps'] ?? null) ? $told['steps'] : [];

        return new self(
            array_slice(array_values(array_unique($muted)), 0, self::MOST),
            array_slice($words, 0, self::MOST),
            array_values(array_filter(array_keys(self::STEPS), static fn (string $step): bool => in_array($step, $steps, true))),
        );
    }

    /** @return array{muted: list<string>, words: array<string, string>, steps: list<string>} */
    public function toArray(): array
    {
        return ['muted' => $this->muted, 'words' => $this->words, 'steps' => $this->steps];
    }
}
