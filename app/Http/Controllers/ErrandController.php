<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\ErrandResource;
use App\Jobs\PackEverything;
use App\Jobs\UnpackEverything;
use App\Models\Errand;
use App\Models\User;
use Illuminate\Filesystem\FilesystemAdapter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Everything of mine, out and in: long work in the background. */
final class ErrandController extends Controller
{
    private const UNPACK_MEGABYTES = 200;

    /** Packs everything of the user's as a file in open formats. */
    #[Answers('ErrandRow')]
    public function pack(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $errand = $this->begin($user, 'pack');
        if ($errand->wasRecentlyCreated) {
            PackEverything::dispatch($errand->id);
        }

        return response()->json(ErrandResource::of($errand->refresh()), 202);
    }

    /** Brings in what was packed here or elsewhere. */
    #[Answers('ErrandRow')]
    public function unpack(Request $request): JsonResponse
    {
        $file = $request->file('file');
        if (!$file instanceof UploadedFile || !$file->isValid() || (int) $file->getSize() > self::UNPACK_MEGABYTES * 1024 * 1024) {
            $limit = self::UNPACK_MEGABYTES;

            return response()->json(['message' => "The file did not arrive. It may be larger than {$limit} MB."], 422);
        }
        $user = $this->user($request);
        $errand = $this->begin($user, 'unpack');
        if (!$errand->wasRecentlyCreated) {
            return response()->json(['message' => 'A file of yours is being brought in already. Wait until it is done.'], 409);
        }
        $path = "errands/{$user->id}/" . Str::random(20) . '.zip';
        Storage::disk('local')->putFileAs(dirname($path), $file, basename($path));
        $errand->update(['file' => $path]);
        UnpackEverything::dispatch($errand->id);

        return response()->json(ErrandResource::of($errand->refresh()), 202);
    }

    #[Answers('ErrandRow')]
    public function show(Request $request, Errand $errand): JsonResponse
    {
        $this->own($request, $errand);

        return response()->json(ErrandResource::of($errand));
    }

    #[Answers('ErrandRow')]
    public function destroy(Request $request, Errand $errand): JsonResponse
    {
        $this->own($request, $errand);
        if (!$errand->isOver()) {
            $errand->update(['state' => 'stopped', 'says' => 'Stopped.']);
        }

        return response()->json(ErrandResource::of($errand));
    }

    #[Answers('application/*')]
    public function file(Request $request, Errand $errand): StreamedResponse
    {
        $this->own($request, $errand);
        $disk = Storage::disk('local');
        $file = $errand->kind === 'pack' && $errand->state === 'done' ? $errand->file : null;
        if ($file === null || !$disk->exists($file)) {
            abort(404);
        }
        assert($disk instanceof FilesystemAdapter);

        return $disk->download($file, 'upright-pencil-' . $errand->created_at->toDateString() . '.zip');
    }

    private function begin(User $user, string $kind): Errand
    {
        /** @var Errand|null $running */
        $running = Errand::of($user, $kind)->whereIn('state', ['waits', 'works'])->first();

        return $running ?? Errand::query()->create(['user_id' => $user->id, 'kind' => $kind, 'state' => 'waits']);
    }

    private function own(Request $request, Errand $errand): void
    {
        abort_unless($errand->user_id === $this->user($request)->id, 404);
    }
}
