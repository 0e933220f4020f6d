<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\CloseAccount;
use App\Http\Contract\Answers;
use App\Http\Requests\CloseAccountRequest;
use App\Http\Requests\NameRequest;
use App\Http\Resources\AccountResource;
use App\Http\Resources\UserResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/** One's own account: name, room, and its end. */
final class AccountController extends Controller
{
    #[Answers('Account')]
    public function show(Request $request, AccountResource $resource): JsonResponse
    {
        return response()->json($resource->of($this->user($request), $request->session()->getId()));
    }

    #[Answers('array{user: UserRow}')]
    public function update(NameRequest $request): JsonResponse
    {
        $user = $this->user($request);
        $user->update(['name' => trim($request->string('name')->value())]);

        return response()->json(['user' => UserResource::of($user)]);
    }

    #[Answers('array{message: string}')]
    public function destroy(CloseAccountRequest $request, CloseAccount $close): JsonResponse
    {
        $user = $this->user($request);
        Auth::logout();
        $request->session()->invalidate();
        $close->close($user);

        return response()->json(['message' => 'Your account is deleted, with everything that belonged to it.']);
    }
}
