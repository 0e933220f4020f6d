<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Models\Section;
use App\Plans\KeptAnswers;
use App\Rehearsal\PieceParts;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\Tuning\TunedPart;
use UprightPencil\Rehearsal\Tuning\TuningPlace;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;

/**
 * Where a piece can be tuned, the best places first.
 *
 * @phpstan-type TuningPart array{section: int, name: string, note: string, pitch: string, isOpen: bool, against: string, key: int}
 * @phpstan-type TuningWithout array{section: int, name: string, instead: string|null}
 * @phpstan-type TuningRow array{measure: string, index: int, beat: string, onset: float, where: string, from: string, fromIndex: int,
 *     seconds: float, pitch: string, parts: list<TuningPart>, without: list<TuningWithout>, hear: list<string>}
 * @phpstan-type TuningList array{title: string, places: list<TuningRow>}
 */
final readonly class TuningResource
{
    public function __construct(private PieceParts $parts, private KeptAnswers $kept)
    {
    }

    /** @return TuningList */
    public function of(Piece $piece): array
    {
        /** @var TuningList $list */
        $list = $this->kept->remember('tuning', $piece, fn (): array => $this->list($piece));

        return $list;
    }

    /** @return TuningList */
    private function list(Piece $piece): array
    {
        $marked = $this->parts->of($piece);
        if ($marked === null) {
            return ['title' => $piece->title, 'places' => []];
        }
        $places = new TuningPlaces($marked);
        $sections = $piece->sections->keyBy('part_id')->all();

        return [
            'title' => $piece->title,
            'places' => array_map(
                static fn (TuningPlace $place): array => self::row($place, $places->where($place), $marked, $sections),
                $places->all(),
            ),
        ];
    }

    /**
     * @param array<array-key, Section> $sections by part id
     * @return TuningRow
     */
    private static function row(TuningPlace $place, string $where, MarkedParts $marked, array $sections): array
    {
        $measures = $marked->score->measures;
        $names = $marked->names();

        return [
            'measure' => $measures[$place->measure]->number,
            'index' => $place->measure,
            'beat' => (string) $place->beat,
            'onset' => $place->onset->toFloat(),
            'where' => $where,
            'from' => $measures[$place->from]->number,
            'fromIndex' => $place->from,
            'seconds' => $place->seconds,
            'pitch' => self::pitch($place->pitchClass),
            'parts' => array_map(static fn (TunedPart $part): array => [
                'section' => $sections[$part->partId]->id,
                'name' => $part->name,
                'note' => $part->noteId,
                'pitch' => $part->pitch->spoken(),
                'isOpen' => $part->isOpen,
                'against' => $part->against === null ? '' : $part->against->letter,
                'key' => $part->heard,
            ], $place->parts),
            'without' => array_map(static fn (string $part, ?int $instead): array => [
                'section' => $sections[$part]->id,
                'name' => $names[$part] ?? '',
                'instead' => $instead === null ? null : $measures[$instead]->number,
            ], array_map(strval(...), array_keys($place->without)), array_values($place->without)),
            'hear' => $place->hear,
        ];
    }

    /** "B♭" */
    public static function pitch(string $class): string
    {
        return strtr($class, ['#' => '♯', 'b' => '♭']);
    }
}
