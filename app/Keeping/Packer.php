<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Change;
use App\Models\Edition;
use App\Models\Piece;
use App\Models\Remark;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\Thread;
use App\Models\User;
use App\Plans\SectionPlanner;
use RuntimeException;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use ZipArchive;

/**
 * Everything of a director's as one zip file in open formats: scores as they were uploaded, marks as pencil lines and as JSON,
 * editions as MusicXML and lists, the log. docs/everything.md describes it for other programs.
 */
final readonly class Packer
{
    public const FORMAT = 'upright-pencil/everything';
    public const VERSION = 1;
    public const LIST = 'upright-pencil.json';
    private const AT_ONCE = 40;

    public function __construct(private SectionPlanner $plans)
    {
    }

    /**
     * @param callable(int, int): bool $tell how far it is, of how much; false when it shall stop
     * @return bool whether the file is whole
     */
    public function pack(User $user, string $path, callable $tell): bool
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new RuntimeException('No file can be made: No space left on device?');
        }
        $shelves = $user->shelves()->get();
        $pieces = Piece::query()->where('user_id', $user->id)->orderBy('shelf_id')->orderBy('lesson_number')->orderBy('id');
        /** @var list<int> $ids */
        $ids = array_values($pieces->pluck('id')->all());
        $list = [
            'format' => self::FORMAT,
            'version' => self::VERSION,
            'name' => $user->name,
            'settings' => $user->settings,
            'shelves' => $shelves->map(static fn (Shelf $shelf): array => [
                ...$shelf->only('name', 'note', 'kind', 'settings'),
                'dates' => PackedTerm::of($shelf, array_flip($ids)),
            ])->all(),
            'pieces' => [],
        ];
        $places = array_flip($shelves->map(static fn (Shelf $shelf): int => $shelf->id)->all());
        foreach ($ids as $done => $id) {
            if (!$tell($done, count($ids))) {
                $zip->close();

                return false;
            }
            if ($done % self::AT_ONCE === self::AT_ONCE - 1) {
                // What is added is held in memory until it is written.
                $zip->close();
                $zip->open($path);
            }
            $piece = Piece::query()->find($id);
            if ($piece instanceof Piece) {
                $list['pieces'][] = $this->piece($zip, $piece, $done + 1, $places[$piece->shelf_id] ?? 0);
            }
        }
        $zip->addFromString(self::LIST, self::json($list));
        if (!$zip->close()) {
            throw new RuntimeException('The file could not be written: No space left on device?');
        }

        return $tell(count($ids), count($ids));
    }

    /** @return array<string, mixed> its row in the list */
    private function piece(ZipArchive $zip, Piece $piece, int $number, int $shelf): array
    {
        $folder = sprintf('pieces/%03d %s', $number, self::fileName($piece->title));
        $ending = strtolower(pathinfo($piece->source_name, PATHINFO_EXTENSION));
        $score = "{$folder}/score." . (in_array($ending, Document::ENDINGS, true) ? $ending : 'musicxml');
        $zip->addFromString($score, (string) gzuncompress($piece->source));
        $marks = $editions = $parts = [];
        foreach ($piece->sections as $section) {
            $marks[$section->part_id] = $section->marks()->get()->map(static fn ($mark): array => $mark->body)->all();
            $zip->addFromString("{$folder}/marks/" . self::fileName($section->name) . " ({$section->part_id}).txt", $this->lines($section));
            foreach ($section->editions()->get() as $edition) {
                /** @var Edition $edition */
                $editions[] = $this->edition($zip, $folder, $section, $edition);
            }
            $parts[] = [
                'id' => $section->part_id,
                'name' => $section->name,
                'instrument' => $section->instrument,
                'density' => $section->density,
                'bows' => $section->bows,
                'practice' => $section->practice,
                'follows' => $section->follows,
                'bowed' => $section->bowed_at?->toIso8601String(),
                'fingered' => $section->fingered_at?->toIso8601String(),
            ];
        }
        $zip->addFromString("{$folder}/marks.json", self::json($marks));
        $zip->addFromString("{$folder}/log.json", self::json($this->log($piece)));
        $zip->addFromString("{$folder}/talk.json", self::json($this->talk($piece)));

        return [
            'folder' => $folder,
            'score' => $score,
            'file' => $piece->source_name,
            'title' => $piece->title,
            'lesson' => $piece->lesson_number,
            'page' => $piece->lesson_page,
            'place' => $piece->book_place,
            'typed' => $piece->typed,
            'notes' => $piece->lesson,
            'shelf' => $shelf,
            'archived' => $piece->archived_at?->toIso8601String(),
            'tempos' => $piece->tempos,
            'parts' => $parts,
            'heard' => PackedTerm::heard($piece),
            'editions' => $editions,
        ];
    }

    private function lines(Section $section): string
    {
        $score = $this->plans->score($section);

        return (new PencilLinesWriter($score, $score->parts[0]))->write($this->plans->book($section, $score));
    }

    /** @return array<string, mixed> */
    private function edition(ZipArchive $zip, string $folder, Section $section, Edition $edition): array
    {
        $name = "{$folder}/editions/" . self::fileName($section->name) . " ({$section->part_id}) {$edition->number}";
        $page = $edition->page('', null);
        $zip->addFromString("{$name}.musicxml", $page['musicxml']);
        $zip->addFromString("{$name}.txt", implode("\n", $page['list']) . "\n");
        $zip->addFromString("{$name}.pages.json", self::json($edition->pages()));

        return [
            'part' => $section->part_id,
            'number' => $edition->number,
            'density' => $edition->density,
            'bows' => $edition->bows,
            'changed' => $edition->changed,
            'at' => $edition->created_at->toIso8601String(),
            'files' => $name,
        ];
    }

    /** @return list<array<string, mixed>> */
    private function log(Piece $piece): array
    {
        $parts = $piece->sections->pluck('part_id', 'id');
        $numbers = [];

        return array_values($piece->changes()->with('user')->get()->map(static function (Change $change) use ($parts, &$numbers): array {
            $numbers[$change->id] = count($numbers);

            return [
                'who' => $change->user->name,
                'at' => $change->created_at->toIso8601String(),
                'part' => $change->section_id === null ? null : $parts[$change->section_id] ?? null,
                'kind' => $change->kind,
                'label' => $change->label,
                'target' => $change->target_id === null ? null : $numbers[$change->target_id] ?? null,
                'steps' => array_map(static fn (array $step): array => [
                    'part' => $parts[$step['section']] ?? null,
                    'key' => $step['key'],
                    'before' => $step['before'],
                    'after' => $step['after'],
                ], $change->steps),
            ];
        })->all());
    }

    /** @return list<array<string, mixed>> what co-teachers wrote to each other, by the part's id */
    private function talk(Piece $piece): array
    {
        $talk = [];
        foreach ($piece->sections as $section) {
            foreach ($section->threads()->with('remarks')->get() as $thread) {
                /** @var Thread $thread */
                $talk[] = [
                    'part' => $section->part_id,
                    ...$thread->only('note', 'place', 'proposal', 'settled'),
                    'remarks' => $thread->remarks->map(static fn (Remark $remark): array => [
                        'who' => $remark->who,
                        'at' => $remark->created_at->toIso8601String(),
                        'text' => $remark->text,
                    ])->all(),
                ];
            }
        }

        return $talk;
    }

    public static function fileName(string $title): string
    {
        $plain = trim((string) preg_replace('~[^\p{L}\p{N} ._-]+~u', ' ', $title));

        return mb_substr(trim((string) preg_replace('~\s+~', ' ', $plain), '. '), 0, 60) ?: 'untitled';
    }

    private static function json(mixed $data): string
    {
        return json_encode($data, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR) . "\n";
    }
}
