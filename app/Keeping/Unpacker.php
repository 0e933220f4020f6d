<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Import\KeepScore;
use App\Import\PreparedScore;
use App\Import\ScoreReading;
use App\HandOut\PublishEdition;
use App\History\Topic;
use App\Models\Change;
use App\Models\Mark;
use App\Lessons\LessonNotes;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\Thread;
use App\Models\User;
use App\Practice\LineChoice;
use App\Plans\ClassSettings;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Throwable;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MarksJson;
use UprightPencil\Lessons\LessonSection;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Music\Instrument;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;

/**
 * Brings in what {@see Packer} packed, here or on another installation: shelves, pieces, marks, editions and the log, each piece
 * whole or not at all. Everything is looked at as if a stranger had written it. Links to students' pages are not in it: they belong
 * to the place that made them.
 */
final readonly class Unpacker
{
    private const MOST_MARKS = 20_000;
    private const MOST_THREADS = 500;

    public function __construct(private ScoreReading $reading, private KeepScore $keep)
    {
    }

    /**
     * @param callable(int, int): bool $tell how far it is, of how much; false when it shall stop
     * @return string what was brought in, and what was not, in words
     * @throws NotPacked
     */
    public function unpack(User $user, string $path, callable $tell): string
    {
        $archive = Archive::open($path);
        $list = $archive->json(Packer::LIST);
        if (($list['format'] ?? null) !== Packer::FORMAT || !is_array($list['pieces'] ?? null) || !is_int($list['version'] ?? null)) {
            throw NotPacked::hasNoList();
        }
        if ($list['version'] > Packer::VERSION) {
            throw NotPacked::isNewer($list['version']);
        }
        $shelves = $this->shelves($user, is_array($list['shelves'] ?? null) ? $list['shelves'] : []);
        $kept = 0;
        $problems = $pieces = [];
        $rows = array_values(array_filter($list['pieces'], is_array(...)));
        foreach ($rows as $done => $row) {
            if (!$tell($done, count($rows))) {
                return "Stopped: {$kept} of " . count($rows) . ' pieces were brought in.';
            }
            $title = self::text($row, 'title', 120) ?: 'A piece without a title';
            try {
                $shelf = is_int($row['shelf'] ?? null) ? $shelves[$row['shelf']] ?? null : null;
                $pieces[$done] = $this->piece($user, $archive, $row, $title, $shelf ?? $this->shelf($user));
                $kept++;
            } catch (UprightPencilException $problem) {
                $problems[] = "“{$title}”: {$problem->getMessage()}";
            } catch (Throwable $problem) {
                report($problem);
                $problems[] = "“{$title}” could not be brought in.";
            }
        }
        foreach ($shelves as $place => $shelf) {
            $dates = $list['shelves'][$place]['dates'] ?? [];
            PackedTerm::unpack($shelf, is_array($dates) ? array_values($dates) : [], $pieces);
        }
        $tell(count($rows), count($rows));
        $told = $kept === 1 ? '1 piece was brought in.' : "{$kept} pieces were brought in.";

        return trim("{$told} " . implode(' ', array_slice($problems, 0, 20)));
    }

    /**
     * @param array<mixed> $rows
     * @return array<int, Shelf> by their place in the list; a shelf of the same name and kind is used again
     */
    private function shelves(User $user, array $rows): array
    {
        $shelves = [];
        foreach (array_slice(array_values($rows), 0, 200) as $place => $row) {
            if (!is_array($row)) {
                continue;
            }
            $settings = is_array($row['settings'] ?? null) ? ClassSettings::from($row['settings'])->toArray() : null;
            /** @var Shelf $shelf */
            $shelf = $user->shelves()->firstOrCreate([
                'name' => self::text($row, 'name', 80) ?: 'A shelf',
                'kind' => ($row['kind'] ?? '') === 'book' ? 'book' : 'programme',
            ], ['note' => self::text($row, 'note', 120), 'position' => $user->shelves()->count(), 'settings' => $settings]);
            $shelves[$place] = $shelf;
        }

        return $shelves;
    }

    private function shelf(User $user): Shelf
    {
        /** @var Shelf $shelf */
        $shelf = $user->shelves()->firstOrCreate(
            ['name' => 'Brought in', 'kind' => 'programme'],
            ['position' => $user->shelves()->count()],
        );

        return $shelf;
    }

    /**
     * @param array<mixed> $row
     * @return int id of the piece
     * @throws UnreadableScore
     */
    private function piece(User $user, Archive $archive, array $row, string $title, Shelf $shelf): int
    {
        $bytes = $archive->bytes(self::text($row, 'score', 300)) ?? throw UnreadableScore::because('its score is not in the file.');
        if ($user->bytesUsed() + strlen($bytes) > config()->integer('pencil.quota_megabytes') * 1024 * 1024) {
            throw UnreadableScore::because('your rack has no room for it.');
        }
        $file = self::text($row, 'file', 200) ?: 'score.musicxml';
        $prepared = self::corrected($this->reading->readBytes($bytes, $file), $row['parts'] ?? null);
        $folder = self::text($row, 'folder', 300);
        $marks = $archive->json("{$folder}/marks.json") ?? [];
        $log = $archive->json("{$folder}/log.json") ?? [];
        $talk = $archive->json("{$folder}/talk.json") ?? [];
        $work = function () use ($user, $archive, $row, $title, $shelf, $bytes, $file, $prepared, $marks, $log, $talk): int {
            $lesson = $row['lesson'] ?? null;
            $piece = $this->keep->keepPrepared(
                $shelf,
                $bytes,
                $prepared,
                $file,
                $title,
                is_int($lesson) && $lesson >= 1 && $lesson <= 999 ? $lesson : null,
            );
            $piece->update([
                'archived_at' => self::time($row['archived'] ?? null),
                'tempos' => self::tempos($row['tempos'] ?? null),
                'lesson_page' => self::number($row['page'] ?? null),
                'book_place' => self::number($row['place'] ?? null),
                'typed' => is_array($row['typed'] ?? null) ? TypedPiece::from($row['typed'])->toArray() : null,
                'lesson' => is_array($row['notes'] ?? null) ? LessonNotes::from($row['notes'])->toArray() : null,
            ]);
            $sections = $piece->sections()->get()->keyBy('part_id');
            foreach (is_array($row['parts'] ?? null) ? $row['parts'] : [] as $part) {
                if (!is_array($part)) {
                    continue;
                }
                $sections->get(self::text($part, 'id', 64))?->update([
                    'density' => Density::tryFrom(self::text($part, 'density', 20))?->value,
                    'bows' => BowDensity::tryFrom(self::text($part, 'bows', 20))?->value,
                    'practice' => is_array($part['practice'] ?? null) ? LineChoice::from($part['practice'])->toArray() : null,
                    'follows' => self::follows($part['follows'] ?? null),
                    'bowed_at' => self::time($part['bowed'] ?? null),
                    'fingered_at' => self::time($part['fingered'] ?? null),
                ]);
            }
            foreach ($sections as $partId => $section) {
                $this->marks($user, $section, is_array($marks[$partId] ?? null) ? $marks[$partId] : []);
            }
            $this->editions($user, $archive, $sections->all(), is_array($row['editions'] ?? null) ? $row['editions'] : []);
            $this->log($user, $piece, $sections->all(), $log);
            $this->talk($sections->all(), $talk);
            PackedTerm::unpackHeard($user, $piece, is_array($row['heard'] ?? null) ? array_values($row['heard']) : []);

            return $piece->id;
        };

        return DB::connection()->transaction($work, 3);
    }

    /** @return array{part: string, for: string}|null */
    private static function follows(mixed $follows): ?array
    {
        $follows = is_array($follows) ? $follows : [];
        $for = LessonSection::tryFrom(self::text($follows, 'for', 20));

        return $for === null ? null : ['part' => self::text($follows, 'part', 64), 'for' => $for->value];
    }

    private static function number(mixed $value): ?int
    {
        return is_int($value) && $value >= 1 && $value <= 9999 ? $value : null;
    }

    /** Parts for the instruments they were for, without those that were left out. */
    private static function corrected(PreparedScore $prepared, mixed $parts): PreparedScore
    {
        $choices = [];
        foreach (is_array($parts) ? $parts : [] as $part) {
            if (is_array($part) && self::text($part, 'id', 200) !== '') {
                $choices[self::text($part, 'id', 200)] = Instrument::tryFrom(self::text($part, 'instrument', 20));
            }
        }
        if (array_filter($choices) === []) {
            // Packed before this was written down.
            return $prepared;
        }
        $ids = array_column($prepared->sections, 'part_id');
        $corrected = $prepared->corrected($choices + array_fill_keys($ids, null));

        return $corrected->sections === [] ? $prepared : $corrected;
    }

    /** @param array<mixed> $records */
    private function marks(User $user, Section $section, array $records): void
    {
        foreach (array_slice(array_values($records), 0, self::MOST_MARKS) as $record) {
            $record = self::record($record);
            $mark = $record === null ? null : MarksJson::fromRecord($record, '');
            if ($mark !== null && strlen($mark->key()) <= 255) {
                Mark::query()->updateOrCreate(
                    ['section_id' => $section->id, 'key' => $mark->key()],
                    ['user_id' => $user->id, 'body' => MarksJson::toRecord($mark)],
                );
            }
        }
    }

    /**
     * A mark's record from a file: who made it is kept by name alone, since ids of another place are somebody else's here.
     *
     * @return array<string, mixed>|null
     */
    private static function record(mixed $record): ?array
    {
        if (!is_array($record) || strlen((string) json_encode($record)) > 4000) {
            return null;
        }
        foreach (array_keys($record) as $name) {
            if (!is_string($name)) {
                return null;
            }
        }
        /** @var array<string, mixed> $record */
        return [...$record, 'authorId' => ''];
    }

    /**
     * @param array<array-key, Section> $sections by part
     * @param array<mixed> $rows
     */
    private function editions(User $user, Archive $archive, array $sections, array $rows): void
    {
        foreach ($rows as $row) {
            $section = is_array($row) ? $sections[self::text($row, 'part', 64)] ?? null : null;
            $name = is_array($row) ? self::text($row, 'files', 300) : '';
            $music = $section === null ? null : $archive->bytes("{$name}.musicxml");
            if ($section === null || $music === null || !is_int($row['number'] ?? null)) {
                continue;
            }
            $pages = [];
            foreach ($archive->json("{$name}.pages.json") ?? [] as $key => $page) {
                if (is_array($page) && is_string($page['musicxml'] ?? null) && is_array($page['list'] ?? null)) {
                    $lines = array_values(array_filter($page['list'], is_string(...)));
                    $pages[(string) $key] = ['musicxml' => $page['musicxml'], 'list' => $lines];
                }
            }
            $section->editions()->firstOrCreate(['number' => $row['number']], [
                'user_id' => $user->id,
                'revision' => 0,
                'musicxml' => (string) gzcompress($music),
                'pencil_list' => trim((string) $archive->bytes("{$name}.txt")),
                'pages' => (string) gzcompress((string) json_encode($pages)),
                'offers' => PublishEdition::offers($music, $pages),
                'density' => Density::tryFrom(self::text($row, 'density', 20))->value ?? Density::Standard->value,
                'bows' => BowDensity::tryFrom(self::text($row, 'bows', 20))->value ?? BowDensity::EveryMeasure->value,
                'changed' => self::changed($row['changed'] ?? null),
                'created_at' => self::time($row['at'] ?? null) ?? Carbon::now(),
            ]);
        }
    }

    /** @return array{added: list<string>, removed: list<string>}|null */
    private static function changed(mixed $changed): ?array
    {
        if (!is_array($changed)) {
            return null;
        }
        $lines = static fn (mixed $list): array => is_array($list) ? array_values(array_filter($list, is_string(...))) : [];

        return ['added' => $lines($changed['added'] ?? null), 'removed' => $lines($changed['removed'] ?? null)];
    }

    /**
     * @param array<array-key, Section> $sections by part
     * @param array<mixed> $rows
     */
    private function log(User $user, Piece $piece, array $sections, array $rows): void
    {
        $ids = [];
        $revision = 0;
        foreach (array_slice(array_values($rows), 0, self::MOST_MARKS) as $number => $row) {
            if (!is_array($row) || !in_array($row['kind'] ?? null, ['do', 'undo', 'redo'], true)) {
                continue;
            }
            $steps = [];
            foreach (is_array($row['steps'] ?? null) ? $row['steps'] : [] as $step) {
                $section = is_array($step) ? $sections[self::text($step, 'part', 64)] ?? null : null;
                if ($section === null) {
                    continue;
                }
                $before = self::record($step['before'] ?? null);
                $after = self::record($step['after'] ?? null);
                $mark = MarksJson::fromRecord($after ?? $before ?? [], '');
                if ($mark !== null) {
                    $steps[] = ['section' => $section->id, 'key' => $mark->key(), 'before' => $before, 'after' => $after];
                }
            }
            $who = self::text($row, 'who', 80);
            $label = self::text($row, 'label', 120);
            $target = $row['target'] ?? null;
            $change = Change::query()->create([
                'piece_id' => $piece->id,
                'section_id' => ($sections[self::text($row, 'part', 64)] ?? null)?->id,
                'user_id' => $user->id,
                'revision' => ++$revision,
                'kind' => $row['kind'],
                // Acts besides marks are told, and are not taken back in another rack.
                'topic' => $steps === [] ? Topic::Score : Topic::Marks,
                'target_id' => is_int($target) ? $ids[$target] ?? null : null,
                'label' => $who === '' || $who === $user->name ? $label : "{$label} ({$who})",
                'steps' => $steps,
                'created_at' => self::time($row['at'] ?? null) ?? Carbon::now(),
            ]);
            $ids[$number] = $change->id;
        }
        $piece->update(['revision' => $revision]);
    }

    /**
     * @param array<array-key, Section> $sections by part
     * @param array<mixed> $rows
     */
    private function talk(array $sections, array $rows): void
    {
        foreach (array_slice(array_filter($rows, is_array(...)), 0, self::MOST_THREADS) as $row) {
            $section = $sections[self::text($row, 'part', 64)] ?? null;
            $remarks = is_array($row['remarks'] ?? null) ? array_filter($row['remarks'], is_array(...)) : [];
            if ($section === null || $remarks === []) {
                continue;
            }
            $thread = Thread::query()->create([
                'section_id' => $section->id,
                'note' => self::text($row, 'note', 80),
                'place' => self::text($row, 'place', 80),
                'proposal' => self::text($row, 'proposal', 200) ?: null,
                'settled' => self::text($row, 'settled', 120) ?: null,
            ]);
            foreach (array_slice($remarks, 0, self::MOST_THREADS) as $remark) {
                $thread->remarks()->create([
                    'who' => self::text($remark, 'who', 80) ?: 'Somebody',
                    'text' => self::text($remark, 'text', 1000),
                    'created_at' => self::time($remark['at'] ?? null) ?? Carbon::now(),
                ]);
            }
        }
    }

    /** @return array<string, float>|null */
    private static function tempos(mixed $tempos): ?array
    {
        $kept = [];
        foreach (is_array($tempos) ? array_slice($tempos, 0, 60, true) : [] as $place => $speed) {
            if (is_numeric($speed) && $speed >= 5 && $speed <= 1000) {
                $kept[mb_substr((string) $place, 0, 40)] = (float) $speed;
            }
        }

        return $kept === [] ? null : $kept;
    }

    private static function time(mixed $time): ?Carbon
    {
        return is_string($time) && preg_match('~^\d{4}-\d\d-\d\dT~', $time) === 1
            ? rescue(static fn (): Carbon => Carbon::parse($time), null, false)
            : null;
    }

    /** @param array<mixed> $row */
    private static function text(array $row, string $name, int $longest): string
    {
        $text = $row[$name] ?? null;

        return is_string($text) && mb_check_encoding($text, 'UTF-8') ? mb_substr(str_replace("\0", '', $text), 0, $longest) : '';
    }
}
