<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Section;
use App\Rehearsal\PieceParts;
use UprightPencil\Music\Instrument;
use UprightPencil\Rehearsal\Unison\UnisonLine;
use UprightPencil\Rehearsal\Unison\UnisonPart;
use UprightPencil\Sound\PlayAlong;
use UprightPencil\Drills\TempoLadder;

/**
 * A stretch of a section's part as a line for everybody.
 *
 * @phpstan-import-type Play from PlayResource
 * @phpstan-import-type Ladder from PlayResource
 * @phpstan-type UnisonVoice array{section: int, name: string, isLead: bool, octaves: int, moved: list<string>, lost: list<string>,
 *     xml: string, abc: string, play: Play}
 * @phpstan-type UnisonSheet array{title: string, section: int, name: string, from: string, to: string, ladder: Ladder,
 *     voices: list<UnisonVoice>}
 */
final readonly class UnisonResource
{
    public function __construct(private PieceParts $parts)
    {
    }

    /** @return UnisonSheet|null null where nothing is played in the stretch */
    public function of(Section $section, int $from, int $to): ?array
    {
        $piece = $section->piece;
        $marked = $this->parts->of($piece);
        $lead = null;
        foreach ($marked->parts ?? [] as $part) {
            $lead = $part->plan->part->id === $section->part_id ? $part : $lead;
        }
        $voices = $marked === null || $lead === null ? [] : (new UnisonLine($marked))->of($lead, $from, $to);
        if ($marked === null || $lead === null || $voices === []) {
            return null;
        }
        $sections = $piece->sections->keyBy('part_id');
        $tempo = $marked->tempo->quartersPerMinuteAt($marked->score->measures[$from]->onset);

        return [
            'title' => $piece->title,
            'section' => $section->id,
            'name' => $section->name,
            'from' => $marked->score->measures[$from]->number,
            'to' => $marked->score->measures[$to]->number,
            'ladder' => PlayResource::ladder(TempoLadder::of($tempo, null)),
            'voices' => array_map(static fn (UnisonPart $one): array => [
                'section' => $sections[$one->partId]->id,
                'name' => $one->name,
                'isLead' => $one->partId === $section->part_id,
                'octaves' => $one->octaves,
                'moved' => $one->moved,
                'lost' => $one->lost,
                'xml' => $one->music->musicXml(),
                'abc' => $one->music->abc(),
                'play' => PlayResource::of(
                    PlayAlong::of($one->music->score, $one->music->plan),
                    Instrument::from($sections[$one->partId]->instrument),
                ),
            ], $voices),
        ];
    }
}
