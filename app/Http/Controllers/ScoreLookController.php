<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Import\PreparedScore;
use App\Import\ScoreReading;
use App\Import\WaitingScores;
use App\Models\Piece;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Cache;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;

/** A score that is looked at before it is kept. */
final class ScoreLookController extends Controller
{
    /** Longer than reading may take, the wait in line included. */
    private const READING_SECONDS = 60;
    private const MOST_ALIKE = 20;

    public function __construct(private readonly ScoreReading $reading, private readonly WaitingScores $waiting)
    {
    }

    /** Reads an uploaded score and says what was understood. Nothing is kept yet. */
    #[Answers('Understanding')]
    public function store(Request $request): JsonResponse
    {
        $file = $request->file('score');
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            $limit = (new Limits())->megabytes();

            return $this->refuse("The file did not arrive. It may be larger than {$limit} MB; a score file is far smaller.");
        }
        $ending = strtolower($file->getClientOriginalExtension());
        if (!in_array($ending, Document::ENDINGS, true)) {
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
        if ($this->waiting->count($user) >= 2 * config()->integer('pencil.upload_waiting')) {
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
        $token = $this->waiting->put($user, (string) $file->getContent(), $prepared);

        return response()->json([
            'token' => $token,
            'file' => mb_substr($name, 0, 200),
            'already' => $this->already($user, (string) $file->getContent(), $prepared),
            ...$prepared->summary,
        ]);
    }

    /**
     * A piece of the user's that this may be a corrected score of: the same file, or one of the same title and some of its parts.
     *
     * @return array{id: int, title: string}|null
     */
    private function already(User $user, string $bytes, PreparedScore $prepared): ?array
    {
        $title = $prepared->summary['title'] ?? null;
        $parts = array_column($prepared->sections, 'name');
        /** @var list<Piece> $pieces */
        $pieces = $user->pieces()->where(static function (Builder $query) use ($bytes, $title): void {
            $query->where('source_hash', hash('sha256', $bytes))->orWhere('title', is_string($title) ? $title : '');
        })->orderByDesc('id')->limit(self::MOST_ALIKE)->get(['id', 'title', 'source_hash'])->all();
        foreach ($pieces as $piece) {
            $hasPart = $piece->sections()->whereIn('name', $parts)->exists();
            if ($hasPart || $piece->source_hash === hash('sha256', $bytes)) {
                return ['id' => $piece->id, 'title' => $piece->title];
            }
        }

        return null;
    }
}
