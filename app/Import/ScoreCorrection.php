<?php

declare(strict_types=1);

namespace App\Import;

use App\Marking\ChangeMarks;
use App\Marking\MarkClash;
use App\Models\Correction;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use UprightPencil\Correction\CorrectedScore;
use UprightPencil\Correction\MarkQuestion;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MarksJson;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Score;

/**
 * Brings a corrected score in over a piece. Notes that are the same keep their ids, so their marks, the log and what was left stay as
 * they are; marks at other notes go where the director says. It can be taken back, whatever was marked since.
 *
 * @phpstan-import-type Before from Correction
 * @phpstan-import-type Step from ChangeMarks
 */
final readonly class ScoreCorrection
{
    private const TRIES = 3;

    public function __construct(private ScoreReading $reading, private ChangeMarks $changes)
    {
    }

    /** @throws UnreadableScore */
    public function look(Piece $piece, string $bytes): CorrectedScore
    {
        $old = (new ScoreReader())->read((string) gzuncompress($piece->source));
        $bytes = AssignedLines::with($piece, $bytes);

        return CorrectedScore::of($old, $bytes, $piece->corrections()->count() + 1);
    }

    /** @return array<int, MarkQuestion> marks that somebody has to place, by the id of their row, section after section */
    public function questions(Piece $piece, CorrectedScore $corrected): array
    {
        $questions = [];
        foreach ($piece->sections()->get(Section::LIGHT) as $section) {
            $places = $corrected->places($section->part_id);
            foreach ($section->marks()->get() as $row) {
                $mark = $row->toCore();
                $question = $mark === null ? null : $places?->ask($mark);
                if ($question !== null) {
                    $questions[$row->id] = $question;
                }
            }
        }

        return $questions;
    }

    /**
     * @param list<int> $keep rows of the marks that go to their new place; the others that have lost theirs are put away
     * @param int $seen the piece's revision when they were chosen
     * @param array<string, mixed>|null $typed what the corrected score was typed as
     * @param string $act what was done, in the words of the log, where it is no file that came in
     * @throws MarkClash when marks were changed since
     * @throws UnreadableScore
     */
    public function bringIn(
        Piece $piece,
        User $user,
        string $bytes,
        string $file,
        array $keep,
        int $seen,
        ?array $typed = null,
        string $act = '',
    ): Correction {
        $corrected = $this->look($piece, $bytes);
        $prepared = $this->reading->readBytes($corrected->bytes, $file);

        return DB::connection()->transaction(function () use (
            $piece,
            $user,
            $corrected,
            $prepared,
            $file,
            $keep,
            $seen,
            $typed,
            $act,
        ): Correction {
            if ($piece->newQuery()->whereKey($piece->id)->lockForUpdate()->value('revision') !== $seen) {
                throw MarkClash::sinceLooked();
            }
            $steps = [];
            foreach ($this->questions($piece, $corrected) as $row => $question) {
                $steps = [...$steps, ...self::steps(Mark::query()->findOrFail($row), $question, in_array($row, $keep, true))];
            }
            $change = $this->changes->across($piece, $user, $steps, $act ?: "Corrected score: {$file}");
            /** @var Correction $correction */
            $correction = Correction::query()->create([
                'piece_id' => $piece->id,
                'user_id' => $user->id,
                'change_id' => $change->id,
                'file' => $act ?: $file,
                'source' => $piece->source,
                'source_bytes' => $piece->source_bytes,
                'before' => self::before($piece),
            ]);
            $piece->refresh()->update([
                'source' => (string) gzcompress($corrected->bytes),
                'source_bytes' => strlen($corrected->bytes),
                'source_hash' => hash('sha256', $corrected->bytes),
                'source_name' => pathinfo($file, PATHINFO_FILENAME) . '.musicxml',
                'summary' => $prepared->summary,
                'tempos' => self::tempos($piece, $corrected),
                'typed' => $typed,
            ]);
            $this->lay($piece, $prepared, array_column($corrected->old->parts, 'id'));

            return $correction;
        }, self::TRIES);
    }

    /**
     * The score before, with the marks that were moved where they were. Marks made since stay with their notes; those at notes that
     * only the corrected score has are seen again when it is brought in again.
     *
     * @throws UnreadableScore
     */
    public function takeBack(Correction $correction, User $user): void
    {
        $before = $correction->before;
        $prepared = $this->reading->readBytes((string) gzuncompress($correction->source), $before['name']);
        DB::connection()->transaction(function () use ($correction, $user, $before, $prepared): void {
            $piece = $correction->piece;
            $this->changes->reverse($piece, $user, $correction->change_id, "Corrected score taken back: {$correction->file}");
            $piece->refresh()->update([
                'source' => $correction->source,
                'source_bytes' => $correction->source_bytes,
                'source_hash' => $before['hash'],
                'source_name' => $before['name'],
                'summary' => $before['summary'],
                'tempos' => $before['tempos'],
                'typed' => $before['typed'] ?? null,
            ]);
            $ids = array_column($before['sections'], 'part_id');
            $all = array_column($prepared->sections, 'part_id');
            // What had been left out when the piece was brought in stays out.
            $this->lay($piece, $prepared, array_values(array_diff($all, $ids)), array_column($before['sections'], 'name', 'part_id'));
            $correction->update(['taken_back_at' => Carbon::now()]);
        }, self::TRIES);
    }

    /** @return list<Step> */
    private static function steps(Mark $row, MarkQuestion $question, bool $isKept): array
    {
        $steps = [['section' => $row->section_id, 'key' => $row->key, 'before' => $row->body, 'after' => null]];
        if ($isKept && $question->moved !== null) {
            $key = $question->moved->key();
            $there = Mark::query()->where('section_id', $row->section_id)->where('key', $key)->first();
            $steps[] = [
                'section' => $row->section_id,
                'key' => $key,
                'before' => $there?->body,
                'after' => MarksJson::toRecord($question->moved),
            ];
        }

        return $steps;
    }

    /** @return Before */
    private static function before(Piece $piece): array
    {
        return [
            'name' => $piece->source_name,
            'hash' => $piece->source_hash,
            'summary' => $piece->summary,
            'tempos' => $piece->tempos,
            'typed' => $piece->typed,
            'sections' => array_values($piece->sections()->get(Section::LIGHT)->map(
                static fn (Section $section): array => ['part_id' => $section->part_id, 'name' => $section->name],
            )->all()),
        ];
    }

    /** @return array<string, float>|null the director's tempos at the measures where they are now */
    private static function tempos(Piece $piece, CorrectedScore $corrected): ?array
    {
        $tempos = [];
        foreach ($piece->temposFor($corrected->old) as $index => $speed) {
            $now = $corrected->match->measures[$index] ?? null;
            if ($now !== null) {
                $tempos[$corrected->score->measures[$now]->number] = $speed;
            }
        }

        return $tempos === [] ? null : $tempos;
    }

    /**
     * Gives every section its part of the score; one that has none rests until a score has it again.
     *
     * @param list<string> $known parts that get no section when they have none: they were left out on purpose
     * @param array<string, string> $names of parts that had another name
     */
    private function lay(Piece $piece, PreparedScore $prepared, array $known, array $names = []): void
    {
        /** @var Collection<string, Section> $sections */
        $sections = Section::withTrashed()->where('piece_id', $piece->id)->get()->keyBy('part_id');
        $there = [];
        foreach ($prepared->sections as $part) {
            $id = $part['part_id'];
            $section = $sections->get($id);
            if ($section === null && in_array($id, $known, true)) {
                continue;
            }
            $section ??= $piece->sections()->make();
            $section->fill([
                ...$part,
                'name' => $names[$id] ?? $part['name'],
                // The director may have known better than the file what a part is for.
                'instrument' => $section->exists ? $section->instrument : $part['instrument'],
                'reading_version' => $prepared->readingVersion,
                'state' => null,
                'deleted_at' => null,
            ])->save();
            $there[] = $section->id;
        }
        $piece->sections()->whereNotIn('id', $there)->delete();
    }
}
