<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\FingerboardRequest;
use App\Plans\ClassOf;
use Illuminate\Http\JsonResponse;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Instrument;
use UprightPencil\Practice\FingerboardCard;

/** Where the fingers lie in a position, in millimetres. */
final class FingerboardController extends Controller
{
    #[Answers('Card')]
    public function show(FingerboardRequest $request): JsonResponse
    {
        $settings = ClassOf::of($this->user($request), $request->input('shelf'))->settings();
        $card = FingerboardCard::of(
            Instrument::from($request->string('instrument')->value()),
            $request->string('size')->value(),
            $request->string('position')->value(),
            BassHand::from($settings->schools['bass']),
        );

        return response()->json($card->toArray());
    }
}
