<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\CloseAccount;
use App\Accounts\SignIns;
use App\Jobs\PackEverything;
use App\Jobs\UnpackEverything;
use App\Models\Errand;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** One's own account: name, sign-ins, room, everything of mine out and in, and its end. */
final class AccountController extends Controller
{
    private const UNPACK_MEGABYTES = 200;

    public function show(Request $request, SignIns $signIns): JsonResponse
    {
        $user = $this->user($request);
        [$pack, $unpack] = [Errand::of($user, 'pack')->first(), Errand::of($user, 'unpack')->first()];

        return response()->json([
            'user' => $user->only('id', 'name', 'email'),
            'used' => $user->bytesUsed(),
            'quota' => config()->integer('pencil.quota_megabytes') * 1024 * 1024,
            'signIns' => $signIns->of($user, $request->session()->getId()),
            'pack' => $pack === null ? null : self::row($pack),
            'unpack' => $unpack === null ? null : self::row($unpack),
        ]);
    }

    public function update(Request $request): JsonResponse
    {
        $data = $request->validate(['name' => ['required', 'string', 'max:80']], ['*' => 'Type your name, in at most 80 letters.']);
        $user = $this->user($request);
        $user->update(['name' => trim($data['name'])]);

        return response()->json(['user' => $user->only('id', 'name', 'email')]);
    }

    public function endSignIns(Request $request, SignIns $signIns): JsonResponse
    {
        $user = $this->user($request);
        $signIns->endOthers($user, $request->session()->getId());
        // This browser stays known by the new token.
        Auth::login($user, true);

        return response()->json(['signIns' => $signIns->of($user, $request->session()->getId())]);
    }

    public function destroy(Request $request, CloseAccount $close): JsonResponse
    {
        $request->validate(
            ['password' => ['bail', 'required', 'string', 'max:200', 'current_password']],
            ['*' => 'The password is not right. Nothing was deleted.'],
        );
        $user = $this->user($request);
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $close->close($user);

        return response()->json(['message' => 'Your account is deleted, with everything that belonged to it.']);
    }

    /** Packs everything of the user's as a file in open formats. */
    public function pack(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $errand = $this->begin($user, 'pack');
        if ($errand->wasRecentlyCreated) {
            PackEverything::dispatch($errand->id);
        }

        return response()->json(self::row($errand->refresh()), 202);
    }

    /** Brings in what was packed here or elsewhere. */
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

        return response()->json(self::row($errand->refresh()), 202);
    }

    public function errand(Request $request, Errand $errand): JsonResponse
    {
        $this->own($request, $errand);

        return response()->json(self::row($errand));
    }

    public function stop(Request $request, Errand $errand): JsonResponse
    {
        $this->own($request, $errand);
        if (!$errand->isOver()) {
            $errand->update(['state' => 'stopped', 'says' => 'Stopped.']);
        }

        return response()->json(self::row($errand));
    }

    public function file(Request $request, Errand $errand): StreamedResponse
    {
        $this->own($request, $errand);
        $disk = Storage::disk('local');
        abort_unless($errand->kind === 'pack' && $errand->state === 'done' && $errand->file !== null && $disk->exists($errand->file), 404);

        return $disk->download($errand->file, 'upright-pencil-' . $errand->created_at->toDateString() . '.zip');
    }

    private function begin(User $user, string $kind): Errand
    {
        return Errand::of($user, $kind)->whereIn('state', ['waits', 'works'])->first()
            ?? Errand::query()->create(['user_id' => $user->id, 'kind' => $kind, 'state' => 'waits']);
    }

    private function own(Request $request, Errand $errand): void
    {
        abort_unless($errand->user_id === $this->user($request)->id, 404);
    }

    /** @return array<string, mixed> */
    private static function row(Errand $errand): array
    {
        return [
            ...$errand->only('id', 'kind', 'state', 'done', 'total', 'says'),
            'at' => $errand->created_at->toIso8601String(),
            'hasFile' => $errand->kind === 'pack' && $errand->state === 'done' && $errand->file !== null,
        ];
    }
}
