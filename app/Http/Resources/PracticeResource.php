<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Section;
use App\Practice\LineChoice;
use App\Practice\SectionLines;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLine;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Music\Instrument;
use UprightPencil\Sound\PlayAlong;

/**
 * What a part gives to practise: its lines with their music, and the rules of the ladder.
 *
 * @phpstan-import-type Play from PlayResource
 * @phpstan-import-type Ladder from PlayResource
 * @phpstan-type StudentLine array{key: string, kind: value-of<LineKind>, title: string, how: string, why: string, caution: string,
 *     serves: list<string>, from: int, to: int, minutes: float, ladder: Ladder, play: Play}
 * @phpstan-type DirectorLine array{key: string, kind: value-of<LineKind>, title: string, how: string, why: string, caution: string,
 *     serves: list<string>, from: int, to: int, minutes: float, ladder: Ladder, play: Play, xml: string, goal: int|null}
 * @phpstan-type OfferedLine array{key: string, kind: value-of<LineKind>, title: string, why: string, serves: list<string>, minutes: float}
 * @phpstan-type KindOfLine array{kind: value-of<LineKind>, words: string}
 * @phpstan-type SectionPractice array{title: string, section: array{id: int, name: string, instrument: string}, mayEdit: bool,
 *     isOwn: bool, lines: list<DirectorLine>, offered: list<OfferedLine>, kinds: list<KindOfLine>, ladder: Ladder}
 * @phpstan-type StudentPractice array{lines: list<StudentLine>}
 */
final readonly class PracticeResource
{
    public function __construct(private SectionLines $lines)
    {
    }

    /** @return SectionPractice */
    public function of(Section $section, bool $mayEdit): array
    {
        $lines = $this->lines->of($section);
        $built = $this->lines->built($section, $lines);
        $choice = LineChoice::from($section->practice);
        $keys = array_map(static fn (PracticeLine $one): string => $one->proposal->key(), $built);

        return [
            'title' => $section->piece->title,
            'section' => ['id' => $section->id, 'name' => $section->name, 'instrument' => $section->instrument],
            'mayEdit' => $mayEdit,
            'isOwn' => $choice->keys !== null,
            'lines' => array_map(static fn (PracticeLine $one): array => self::director($one, $choice), $built),
            'offered' => array_map(
                static fn (LineProposal $one): array => self::offered($one, $lines),
                array_values(array_filter($lines->all(), static fn (LineProposal $one): bool => !in_array($one->key(), $keys, true))),
            ),
            'kinds' => array_map(
                static fn (LineKind $kind): array => ['kind' => $kind->value, 'words' => $kind->words()],
                LineKind::cases(),
            ),
            'ladder' => PlayResource::ladder($lines->ladder()),
        ];
    }

    /** @return StudentLine */
    public static function student(PracticeLine $line): array
    {
        $proposal = $line->proposal;
        $instrument = $line->music->plan->part->instrument;

        return [
            'key' => $proposal->key(),
            'kind' => $proposal->kind->value,
            'title' => $proposal->kind->title(),
            'how' => $proposal->kind->how(),
            'why' => $proposal->why,
            'caution' => $proposal->kind->caution(),
            'serves' => $line->serves,
            'from' => $proposal->places[0][0],
            'to' => $proposal->places[0][1],
            'minutes' => $line->minutes(),
            'ladder' => PlayResource::ladder($line->ladder),
            'play' => self::play($line, $instrument),
        ];
    }

    /** @return DirectorLine */
    private static function director(PracticeLine $line, LineChoice $choice): array
    {
        return [...self::student($line), 'xml' => $line->music->musicXml(), 'goal' => $choice->goals[$line->proposal->key()] ?? null];
    }

    /** @return Play */
    private static function play(PracticeLine $line, Instrument $instrument): array
    {
        return PlayResource::of(PlayAlong::of($line->music->score, $line->music->plan), $instrument);
    }

    /** @return OfferedLine */
    public static function offered(LineProposal $proposal, PracticeLines $lines): array
    {
        return [
            'key' => $proposal->key(),
            'kind' => $proposal->kind->value,
            'title' => $proposal->kind->title(),
            'why' => $proposal->why,
            'serves' => $lines->serves($proposal),
            'minutes' => PracticeLine::minutesOf($proposal->sketch),
        ];
    }
}
