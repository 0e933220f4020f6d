<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** A typed line as one section reads it. */
final readonly class SectionLine
{
    /** Behind the name of a part that has the second line of a duet. */
    public const SECOND = ' (second line)';

    /**
     * @param int $line 0; of a duet 0 and 1
     * @param list<MovedNote> $moved notes that were moved, in their order
     * @param list<MovedNote> $offered notes outside what the class has learned, each an octave away where it would be inside
     * @param list<array{int, int}> $lost index of the measure and position of notes outside that no octave brings inside
     * @param bool $offersPhrases whether whole phrases can go instead
     */
    public function __construct(
        public string $partId,
        public LessonSection $section,
        public int $line,
        public LineOctave $octave,
        public array $moved,
        public array $offered,
        public array $lost,
        public bool $offersPhrases,
    ) {
    }

    public function partName(): string
    {
        return $this->section->partName() . ($this->line > 0 ? self::SECOND : '');
    }
}
