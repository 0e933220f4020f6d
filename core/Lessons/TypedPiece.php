<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;

/**
 * What somebody types: a lesson for the class, a passage of a part on paper, or a rhythm alone.
 *
 * @phpstan-type ToldPassage array{part: string, first: int, abc: string}
 * @phpstan-type ToldChoice array{octaves: int|null, found: value-of<NotesFound>}
 * @phpstan-type Typed array{kind: value-of<TypedKind>, abc: string, reader: value-of<Instrument>,
 *     sections: list<value-of<LessonSection>>, choices: array<string, ToldChoice>, part: string, first: int,
 *     others: list<ToldPassage>}
 */
final readonly class TypedPiece
{
    /** Octaves that a line is typed lower than violins read it, by who reads it. */
    private const RAISED = ['cello' => 1, 'bass' => 1];
    private const MOST_OTHERS = 60;
    private const MOST_OCTAVES = 3;

    /**
     * @param Instrument $reader whose written notes are typed
     * @param non-empty-list<LessonSection> $sections that get a part of a lesson
     * @param array<string, SectionChoice> $choices by section
     * @param string $part of a passage: the name of the section's part
     * @param int $firstMeasure of a passage: the printed number of its first full measure
     * @param list<PaperPassage> $others of a passage: what else of the piece is typed already
     */
    public function __construct(
        public TypedKind $kind,
        public string $abc,
        public Instrument $reader = Instrument::Violin,
        public array $sections = [
            LessonSection::FirstViolins, LessonSection::SecondViolins, LessonSection::Violas, LessonSection::Cellos, LessonSection::Basses,
        ],
        public array $choices = [],
        public string $part = 'Violin I',
        public int $firstMeasure = 1,
        public array $others = [],
    ) {
    }

    /** @param array<mixed> $told as {@see toArray()} tells it; anything unknown in it is left aside */
    public static function from(array $told): self
    {
        $sections = [];
        foreach (is_array($told['sections'] ?? null) ? $told['sections'] : [] as $name) {
            $section = is_string($name) ? LessonSection::tryFrom($name) : null;
            if ($section !== null && !in_array($section, $sections, true)) {
                $sections[] = $section;
            }
        }
        $choices = [];
        foreach (is_array($told['choices'] ?? null) ? $told['choices'] : [] as $name => $choice) {
            if (!is_array($choice) || LessonSection::tryFrom((string) $name) === null) {
                continue;
            }
            $octaves = $choice['octaves'] ?? null;
            $choices[(string) $name] = new SectionChoice(
                is_int($octaves) ? max(-self::MOST_OCTAVES, min(self::MOST_OCTAVES, $octaves)) : null,
                NotesFound::tryFrom(self::text($choice, 'found')) ?? NotesFound::Kept,
            );
        }
        $others = [];
        foreach (array_slice(is_array($told['others'] ?? null) ? $told['others'] : [], 0, self::MOST_OTHERS) as $other) {
            if (is_array($other)) {
                $others[] = new PaperPassage(self::text($other, 'part'), self::number($other, 'first'), self::text($other, 'abc'));
            }
        }
        $part = trim(self::text($told, 'part'));

        $abc = self::text($told, 'abc');
        $kind = TypedKind::tryFrom(self::text($told, 'kind')) ?? TypedKind::Lesson;

        return new self(
            // A line for the class whose clef has no pitches is a rhythm.
            $kind === TypedKind::Lesson && preg_match('~^K:.*\bclef=perc\b~m', $abc) === 1 ? TypedKind::Rhythm : $kind,
            $abc,
            Instrument::tryFrom(self::text($told, 'reader')) ?? Instrument::Violin,
            $sections === [] ? LessonSection::orchestra() : $sections,
            $choices,
            $part === '' ? 'Violin I' : $part,
            self::number($told, 'first'),
            $others,
        );
    }

    /** @param array<mixed> $told */
    private static function text(array $told, string $name): string
    {
        $value = $told[$name] ?? '';

        return is_string($value) ? $value : '';
    }

    /** @param array<mixed> $told */
    private static function number(array $told, string $name): int
    {
        $value = $told[$name] ?? 1;

        return is_int($value) ? max(1, min(2000, $value)) : 1;
    }

    /** @return Typed */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'abc' => $this->abc,
            'reader' => $this->reader->value,
            'sections' => array_map(static fn (LessonSection $section): string => $section->value, $this->sections),
            'choices' => array_map(static fn (SectionChoice $choice): array => [
                'octaves' => $choice->octaves,
                'found' => $choice->found->value,
            ], $this->choices),
            'part' => $this->part,
            'first' => $this->firstMeasure,
            'others' => array_map(static fn (PaperPassage $other): array => [
                'part' => $other->part,
                'first' => $other->firstMeasure,
                'abc' => $other->abc,
            ], $this->others),
        ];
    }

    /**
     * What is typed now, as a score: of a passage it alone.
     *
     * @param string|null $only of a lesson the id of the one part that is written
     * @throws UnreadableScore
     * @throws MusicException
     */
    public function score(OctaveRule $rule, ?string $only = null): TypedScore
    {
        $reading = (new AbcReader())->read($this->readable());
        if ($reading->notes === 0) {
            return new TypedScore('', $reading->problems, [], []);
        }
        $typed = Document::open($reading->musicXml);
        if ($this->kind !== TypedKind::Lesson) {
            $this->namePart($typed);

            return new TypedScore($typed->toString(), $reading->problems, [], $reading->places);
        }
        $problems = $reading->problems;
        if (count($reading->places) > LessonScore::MOST_LINES) {
            $problems[] = new AbcProblem(1, 1, 'a duet has two lines; the voices after the second are left out');
        }
        $raised = self::RAISED[$this->reader->value] ?? 0;
        $lesson = LessonScore::of($typed, $rule, $this->sections, $this->choicesFor($raised), $raised, $only);

        return new TypedScore($lesson->musicXml, $problems, $lesson->lines, $reading->places);
    }

    /**
     * All of it as a score that can be kept: of a passage with all that is typed of its piece.
     *
     * @throws UnreadableScore
     * @throws MusicException
     */
    public function whole(OctaveRule $rule, string $title): string
    {
        if ($this->kind !== TypedKind::Passage) {
            return $this->score($rule)->musicXml;
        }

        return PaperScore::of($title, [...$this->others, new PaperPassage($this->part, $this->firstMeasure, $this->abc)]);
    }

    private function readable(): string
    {
        return match ($this->kind) {
            TypedKind::Lesson => $this->abc,
            TypedKind::Rhythm => str_contains($this->abc, 'clef=perc')
                ? $this->abc
                : (string) preg_replace('~^(K:[^%\n\r]*)~m', '$1 clef=perc', $this->abc, 1),
            TypedKind::Passage => PaperScore::numbered($this->abc, $this->firstMeasure),
        };
    }

    /**
     * The section that typed it reads what was typed.
     *
     * @return array<string, SectionChoice>
     */
    private function choicesFor(int $raised): array
    {
        $choices = $this->choices;
        foreach ($this->reader === Instrument::Violin ? [] : $this->sections as $section) {
            $choice = $choices[$section->value] ?? new SectionChoice();
            if ($section->instrument() === $this->reader && $choice->octaves === null) {
                $choices[$section->value] = new SectionChoice(-$raised, $choice->found);
            }
        }

        return $choices;
    }

    private function namePart(Document $typed): void
    {
        $list = Xml::child($typed->root, 'part-list');
        $label = $list === null || $this->kind !== TypedKind::Passage ? null : Xml::child($list, 'score-part');
        $name = $label === null ? null : Xml::child($label, 'part-name');
        if ($name !== null) {
            $name->nodeValue = '';
            $name->appendChild($typed->dom->createTextNode($this->part));
        }
    }
}
