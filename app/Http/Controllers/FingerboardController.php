<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Http\Requests\FingerboardRequest;
use App\Http\Resources\FingerboardResource;
use App\Paper\FingerboardPicture;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\PrintedPart;
use App\Plans\ClassOf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Instrument;
use UprightPencil\Practice\FingerboardCard;

/** Where the fingers lie in a position, in millimetres. */
final class FingerboardController extends Controller
{
    #[Answers('FingerboardAnswer')]
    public function show(FingerboardRequest $request): JsonResponse
    {
        return response()->json(FingerboardResource::of($this->card($request)));
    }

    /** At true scale, in pieces where it is longer than the paper. */
    #[Answers('application/pdf')]
    public function pdf(FingerboardRequest $request, PdfFile $file): Response
    {
        $card = $this->card($request)->toArray();
        $paper = $request->enum('paper', Paper::class) ?? Paper::A4;
        $title = ucfirst($card['instrument']) . " {$card['size']}, {$card['position']}";
        $pages = (new FingerboardPicture($card))->pages($paper);
        $part = new PrintedPart($title, "String {$card['length']} mm from nut to bridge", '', $pages);

        return Downloads::send('pdf', "Fingerboard {$title}", ['pdf' => static fn (): string => $file->of([$part], $paper)]);
    }

    private function card(FingerboardRequest $request): FingerboardCard
    {
        $settings = ClassOf::of($this->user($request), $request->input('shelf'))->settings();

        return FingerboardCard::of(
            Instrument::from($request->string('instrument')->value()),
            $request->string('size')->value(),
            $request->string('position')->value(),
            BassHand::from($settings->schools['bass']),
        );
    }
}
