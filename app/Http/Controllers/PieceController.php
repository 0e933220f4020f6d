<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Import\KeepScore;
use App\Import\PreparedScore;
use App\Import\ScoreReading;
use App\Jobs\WorkOutStates;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;

/** Pieces: looked at, kept, renamed, put away. */
final class PieceController extends Controller
{
    private const FOLDER = 'looked-at';
    /** Longer than reading may take, the wait in line included. */
    private const READING_SECONDS = 60;

    public function __construct(private readonly ScoreReading $reading)
    {
    }

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
            return $this->refuse(UnreadableScore::unknownEnding('.' . mb_substr($ending, 0, 20))->getMessage());
        }
        if ($file->getSize() > config()->integer('pencil.upload_kilobytes') * 1024) {
            return $this->refuse(UnreadableScore::isTooLarge((new Limits())->megabytes())->getMessage());
        }
        $user = $this->user($request);
        $quota = config()->integer('pencil.quota_megabytes');
        if ($user->bytesUsed() + (int) $file->getSize() > $quota * 1024 * 1024) {
            return $this->refuse("Your rack holds {$quota} MB of scores, and this one would not fit any more. "
                . 'Throw something away for good first: what lies in the bin counts until it is emptied.');
        }
        $folder = self::FOLDER . "/{$user->id}";
        $disk = Storage::disk('local');
        $waiting = $disk->files($folder);
        if (count($waiting) >= 2 * config()->integer('pencil.upload_waiting')) {
            return $this->refuse('Many of your scores wait to be kept already. Keep or close those first.');
        }
        $name = $file->getClientOriginalName();
        // One at a time for each: nobody's files keep everybody waiting.
        $turn = "reading:{$user->id}";
        if (!Cache::store('database')->add($turn, true, self::READING_SECONDS)) {
            return $this->refuse('A score of yours is being read already. Wait until it is there.');
        }
        try {
            $prepared = $this->reading->read($file->getRealPath(), $name);
        } catch (UprightPencilException $unreadable) {
            return $this->refuse($unreadable->getMessage());
        } finally {
            Cache::store('database')->forget($turn);
        }
        $token = Str::random(40);
        $disk->put("{$folder}/{$token}", (string) $file->getContent());
        $disk->put("{$folder}/{$token}.prepared", $prepared->pack());

        return response()->json(['token' => $token, 'file' => mb_substr($name, 0, 200), ...$prepared->summary]);
    }

    public function store(Request $request, KeepScore $keep): JsonResponse
    {
        $data = $request->validate([
            'token' => ['required', 'string', 'alpha_num:ascii', 'size:40'],
            'file' => ['required', 'string', 'max:200'],
            'title' => ['nullable', 'string', 'max:120'],
            'shelf' => ['required', 'integer', 'min:1', 'max:999999999999'],
            'lesson' => ['nullable', 'integer', 'min:1', 'max:999'],
        ], [
            'title.*' => 'A title has at most 120 letters.',
            'lesson.*' => 'A lesson’s number lies between 1 and 999.',
            'shelf.*' => 'Choose a shelf of yours first.',
            '*' => 'This score was not looked at. Choose the file again.',
        ]);
        $shelf = Shelf::query()->where('user_id', $this->user($request)->id)->find($data['shelf']);
        if ($shelf === null) {
            return $this->refuse('Choose a shelf of yours first.');
        }
        $disk = Storage::disk('local');
        $path = self::FOLDER . "/{$this->user($request)->id}/{$data['token']}";
        $prepared = $disk->exists("{$path}.prepared") ? PreparedScore::unpack((string) $disk->get("{$path}.prepared")) : null;
        if ($prepared === null || !$disk->exists($path)) {
            return $this->refuse('This score was looked at too long ago. Choose the file again.');
        }
        $piece = $keep->keepPrepared(
            $shelf,
            (string) $disk->get($path),
            $prepared,
            $data['file'],
            $data['title'] ?? null,
            isset($data['lesson']) ? (int) $data['lesson'] : null,
        );
        $disk->delete([$path, "{$path}.prepared"]);
        $id = $this->user($request)->id;
        rescue(static function () use ($id): void {
            WorkOutStates::dispatch($id);
        });

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
            'sections' => $piece->sections()->get(Section::LIGHT)->map(fn (Section $section): array => [
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
            'shelf' => ['sometimes', 'integer', 'min:1', 'max:999999999999'],
        ], [
            'title.required' => 'A piece needs a title.',
            'title.*' => 'A title has at most 120 letters.',
            '*' => 'Choose a shelf of yours.',
        ]);
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
        ], [
            'tempos.array' => 'Say where each tempo begins.',
            'tempos.max' => 'These are more tempos than a piece has.',
            'tempos.*.*' => 'A tempo is a number of quarter notes a minute, from 5 to 1000.',
        ]);
        $tempos = [];
        foreach ($data['tempos'] as $place => $speed) {
            $tempos[mb_substr((string) $place, 0, 40)] = (float) $speed;
        }
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

    /** Throws a piece that lies in the bin away for good. */
    public function burn(Request $request, int $piece): JsonResponse
    {
        $found = Piece::onlyTrashed()->where('user_id', $this->user($request)->id)->findOrFail($piece);
        $found->forceDelete();

        return response()->json(['id' => $found->id]);
    }

    private function refuse(string $sentence): JsonResponse
    {
        return response()->json(['message' => $sentence], 422);
    }
}
