<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\LetterResource;
use App\Mail\LetterTransport;
use App\Models\Letter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Letters that were written on one's behalf. */
final class OutboxController extends Controller
{
    /** Older ones are swept away anyway. */
    private const MOST = 100;

    #[Answers('Outbox')]
    public function index(Request $request): JsonResponse
    {
        /** @var list<Letter> $letters */
        $letters = Letter::query()->where('user_id', $this->user($request)->id)->latest('id')->limit(self::MOST)->get()->all();

        return response()->json([
            'isSent' => config('mail.default') !== LetterTransport::NAME,
            'letters' => array_map(LetterResource::of(...), $letters),
        ]);
    }
}
