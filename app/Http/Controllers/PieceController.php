<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepScore;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Scores\Understanding;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;
use UprightPencil\Format\MusicXml\ScoreReader;

/** Pieces: looked at, kept, renamed, put away. */
final class PieceController extends Controller
{
    private const FOLDER = 'looked-at';

    /** Reads an uploaded score and says what was understood. Nothing is kept yet. */
    public function look(Request $request): JsonResponse
    {
        $file = $request->file('score');
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            $limit = (new Limits())->megabytes();

            return $this->refuse("The file did not arrive. It may be larger than {$limit} MB; a score file is far smaller.");
        }
        $ending = strtolower($file->getClientOriginalExtension());
        if (!in_array($ending, ['musicxml', 'xml', 'mxl'], true)) {
            return $this->refuse(UnreadableScore::unknownEnding('.' . $ending)->getMessage());
        }
        if ($file->getSize() > config('pencil.upload_kilobytes') * 1024) {
            return $this->refuse(UnreadableScore::isTooLarge((new Limits())->megabytes())->getMessage());
        }
        $bytes = (string) $file->getContent();
        $name = $file->getClientOriginalName();
        try {
            $understood = (new Understanding())->of((new ScoreReader())->read($bytes), pathinfo($name, PATHINFO_FILENAME));
        } catch (UnreadableScore $unreadable) {
            return $this->refuse($unreadable->getMessage());
        }
        $token = Str::random(40);
        $this->sweep();
        Storage::disk('local')->put(self::FOLDER . "/{$this->user($request)->id}-{$token}", $bytes);

        return response()->json(['token' => $token, 'file' => $name, ...$understood]);
    }

    public function store(Request $request, KeepScore $keep): JsonResponse
    {
        $data = $request->validate([
            'token' => ['required', 'alpha_num', 'size:40'],
            'file' => ['required', 'string', 'max:200'],
            'title' => ['nullable', 'string', 'max:120'],
            'shelf' => ['required', 'integer'],
            'lesson' => ['nullable', 'integer', 'min:1', 'max:999'],
        ]);
        $shelf = Shelf::query()->where('user_id', $this->user($request)->id)->find($data['shelf']);
        if ($shelf === null) {
            return $this->refuse('Choose a shelf of yours first.');
        }
        $path = self::FOLDER . "/{$this->user($request)->id}-{$data['token']}";
        if (!Storage::disk('local')->exists($path)) {
            return $this->refuse('This score was looked at too long ago. Choose the file again.');
        }
        $piece = $keep->keep(
            $shelf,
            (string) Storage::disk('local')->get($path),
            $data['file'],
            $data['title'] ?? null,
            isset($data['lesson']) ? (int) $data['lesson'] : null,
        );
        Storage::disk('local')->delete($path);

        return response()->json(['id' => $piece->id, 'section' => $piece->sections()->value('id')], 201);
    }

    public function show(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json([
            'id' => $piece->id,
            'title' => $piece->title,
            'lesson' => $piece->lesson_number,
            'summary' => $piece->summary,
            'tempos' => $piece->tempos ?? (object) [],
            'role' => $piece->roleOf($this->user($request)),
            'owner' => $piece->owner->name,
            'sections' => $piece->sections->map(fn (Section $section): array => [
                'id' => $section->id,
                'name' => $section->name,
                'instrument' => $section->instrument,
                'edition' => $section->editions()->max('number'),
                'proposals' => $section->marks()->where('state', 'proposed')->count(),
            ]),
        ]);
    }

    public function update(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);
        $data = $request->validate([
            'title' => ['sometimes', 'required', 'string', 'max:120'],
            'archived' => ['sometimes', 'boolean'],
            'shelf' => ['sometimes', 'integer'],
        ], ['title.required' => 'A piece needs a title.']);
        if (isset($data['title'])) {
            $piece->title = trim($data['title']);
        }
        if (isset($data['archived'])) {
            $piece->archived_at = $data['archived'] ? Carbon::now() : null;
        }
        if (isset($data['shelf'])) {
            $piece->shelf_id = Shelf::query()->where('user_id', $piece->user_id)->findOrFail($data['shelf'])->id;
            // Another ensemble may read it otherwise.
            $piece->sections()->update(['state' => null]);
        }
        $piece->save();

        return response()->json(['id' => $piece->id, 'title' => $piece->title]);
    }

    /** The director's tempos, each from a measure or rehearsal mark on; over what the score prints. */
    public function tempos(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('edit', $piece);
        $data = $request->validate([
            'tempos' => ['present', 'array', 'max:60'],
            'tempos.*' => ['numeric', 'min:5', 'max:1000'],
        ], ['tempos.*.*' => 'A tempo is a number of quarter notes a minute, from 5 to 1000.']);
        $tempos = array_map(floatval(...), $data['tempos']);
        $piece->update(['tempos' => $tempos === [] ? null : $tempos]);

        return response()->json(['tempos' => $piece->tempos ?? (object) []]);
    }

    public function destroy(Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);
        $piece->delete();

        return response()->json(['id' => $piece->id]);
    }

    public function restore(Request $request, int $piece): JsonResponse
    {
        $found = Piece::onlyTrashed()->where('user_id', $this->user($request)->id)->findOrFail($piece);
        $found->restore();

        return response()->json(['id' => $found->id]);
    }

    private function refuse(string $sentence): JsonResponse
    {
        return response()->json(['message' => $sentence], 422);
    }

    /** Scores that were looked at and never kept. */
    private function sweep(): void
    {
        $disk = Storage::disk('local');
        foreach ($disk->files(self::FOLDER) as $path) {
            if ($disk->lastModified($path) < Carbon::now()->subMinutes((int) config('pencil.upload_minutes'))->getTimestamp()) {
                $disk->delete($path);
            }
        }
    }
}
