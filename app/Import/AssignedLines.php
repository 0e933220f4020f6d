<?php

declare(strict_types=1);

namespace App\Import;

use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Plans\ClassSettings;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Lessons\AssignedLine;
use UprightPencil\Lessons\LessonSection;
use UprightPencil\Lessons\OctaveRule;

/**
 * A section's line assigned to another: a part of its own in the piece's score, with the bows of the line it comes from. A corrected score
 * gets it anew.
 */
final readonly class AssignedLines
{
    public function __construct(private ScoreCorrection $corrections)
    {
    }

    /** What the line would be for a section, before it is made. */
    public static function look(Section $section, LessonSection $for): ?AssignedLine
    {
        return self::line($section->piece, (string) gzuncompress($section->piece->source), $section->part_id, $for);
    }

    /**
     * @return Section the new one
     * @throws UprightPencilException
     */
    public function make(Section $section, LessonSection $for, string $name, User $user): ?Section
    {
        $piece = $section->piece;
        $bytes = (string) gzuncompress($piece->source);
        $line = self::line($piece, $bytes, $section->part_id, $for);
        if ($line === null) {
            return null;
        }
        $before = $piece->sections()->pluck('id')->all();
        $this->corrections->bringIn(
            $piece,
            $user,
            $line->addedTo($bytes, 'A' . ($piece->corrections()->count() + 1), $name),
            $piece->source_name,
            [],
            $piece->revision,
        );
        /** @var Section|null $made */
        $made = $piece->sections()->whereNotIn('id', $before)->first();
        $made?->update(['instrument' => $for->instrument()->value, 'follows' => ['part' => $section->part_id, 'for' => $for->value]]);

        return $made;
    }

    /** A corrected score with the lines that follow one of its parts. */
    public static function with(Piece $piece, string $bytes): string
    {
        foreach ($piece->sections()->whereNotNull('follows')->get(Section::LIGHT) as $section) {
            /** @var Section $section */
            $for = LessonSection::tryFrom($section->follows['for'] ?? '');
            $line = $for === null ? null : self::line($piece, $bytes, $section->follows['part'] ?? '', $for);
            $bytes = $line?->addedTo($bytes, $section->part_id, $section->name) ?? $bytes;
        }

        return $bytes;
    }

    /**
     * The score without them: they are made anew when it is brought in.
     *
     * @throws UnreadableScore
     */
    public static function without(Piece $piece, string $bytes): string
    {
        $ids = $piece->sections()->whereNotNull('follows')->pluck('part_id')->all();
        $document = Document::open($bytes);
        $list = Xml::child($document->root, 'part-list');
        foreach ([...($list === null ? [] : Xml::children($list)), ...$document->parts()] as $element) {
            if (in_array($element->getAttribute('id'), $ids, true)) {
                Xml::remove($element);
            }
        }

        return $ids === [] ? $bytes : $document->toString();
    }

    private static function line(Piece $piece, string $bytes, string $partId, LessonSection $for): ?AssignedLine
    {
        $score = (new ScoreReader())->fromDocument(Document::open($bytes));
        $line = $score->part($partId);
        $class = ClassSettings::for($piece);
        $rule = new OctaveRule($class->profile, $class->options('bass')->fingerSettings()->bassHand);

        return $line === null || $line->notes === [] ? null : AssignedLine::of($score, $line, $for, $rule);
    }
}
