<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/**
 * Lessons in their order: what each brings that none before it had, and from which on a piece can be played.
 *
 * For one instrument at a time.
 */
final class Book
{
    /** @var array<string, int> the lesson that brings it, by the key of a fact */
    private array $broughtBy = [];
    private int $count = 0;

    /**
     * The next lesson: what it brings.
     *
     * @param list<LessonFact> $facts of the instrument's part, or of its two lines
     * @return list<LessonFact> in their order
     */
    public function next(array $facts): array
    {
        $new = $this->notYetIn($facts);
        foreach ($new as $fact) {
            $this->broughtBy[$fact->key] = $this->count;
        }
        $this->count++;

        return $this->worded($new);
    }

    /**
     * What a piece asks that no lesson has brought so far.
     *
     * @param list<LessonFact> $facts
     * @return list<LessonFact>
     */
    public function missing(array $facts): array
    {
        return $this->worded($this->notYetIn($facts));
    }

    /**
     * The lesson from which on all of a piece has come that comes at all.
     *
     * @param list<LessonFact> $facts
     * @return int|null position from 0; null where nothing of it comes
     */
    public function fromWhichOn(array $facts): ?int
    {
        $last = null;
        foreach ($facts as $fact) {
            $lesson = $this->broughtBy[$fact->key] ?? null;
            $last = $lesson === null ? $last : max($last ?? 0, $lesson);
        }

        return $last;
    }

    /**
     * @param list<LessonFact> $facts
     * @return list<LessonFact> each once
     */
    private function notYetIn(array $facts): array
    {
        $new = [];
        foreach ($facts as $fact) {
            if (!isset($this->broughtBy[$fact->key])) {
                $new[$fact->key] ??= $fact;
            }
        }

        return array_values($new);
    }

    /**
     * What goes without saying is left out, and a natural is called one where the letter was met otherwise before.
     *
     * @param list<LessonFact> $facts
     * @return list<LessonFact>
     */
    private function worded(array $facts): array
    {
        $keys = array_fill_keys(array_map(static fn (LessonFact $fact): string => $fact->key, $facts), true);
        $worded = [];
        foreach ($facts as $fact) {
            $string = $fact->kind === FactKind::Place && str_starts_with($fact->text, 'open ') ? substr($fact->text, 5) : '';
            if ($string !== '' && isset($keys["string {$string}"])) {
                continue;
            }
            if ($fact->kind === FactKind::Pitch && strlen($fact->text) === 1) {
                $isKnownOtherwise = isset($this->broughtBy["pitch {$fact->text}♯"]) || isset($this->broughtBy["pitch {$fact->text}♭"])
                    || isset($keys["pitch {$fact->text}♯"]) || isset($keys["pitch {$fact->text}♭"]);
                $fact = $isKnownOtherwise ? $fact->saying("{$fact->text} natural") : $fact;
            }
            $worded[] = $fact;
        }

        return $worded;
    }
}
