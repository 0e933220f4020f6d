<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\SignIns;
use App\Http\Contract\Answers;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/** Where one is signed in. */
final class SignInController extends Controller
{
    /** Ends all others. */
    #[Answers('array{signIns: list<SignIn>}')]
    public function destroy(Request $request, SignIns $signIns): JsonResponse
    {
        $user = $this->user($request);
        $signIns->endOthers($user, $request->session()->getId());
        // This browser stays known by the new token.
        Auth::login($user, true);

        return response()->json(['signIns' => $signIns->of($user, $request->session()->getId())]);
    }
}
