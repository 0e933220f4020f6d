<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\SettleRequest;
use App\Marking\ChangeMarks;
use App\Marking\DeskAnswer;
use App\Models\Mark;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use UprightPencil\Marks\MarkState;

/** Proposals and open choices. */
final class ProposalController extends Controller
{
    public function __construct(private readonly ChangeMarks $changes, private readonly DeskAnswer $answer)
    {
    }

    /** Takes a proposal or declines it; decides an open choice. */
    #[Answers('DeskPlan')]
    public function store(SettleRequest $request, Section $section): JsonResponse
    {
        [$key, $answer] = [$request->string('key')->value(), $request->string('answer')->value()];
        $mark = $section->marks()->where('key', $key)->first();
        $core = $mark instanceof Mark ? $mark->toCore() : null;
        if ($core === null) {
            return response()->json(['message' => 'This proposal is not there any more.'], 409);
        }
        $choice = $request->integer('choice');
        if ($answer === 'choose' && !isset($core->kinds[$choice])) {
            return response()->json(['message' => 'There is no such choice.'], 422);
        }
        $puts = match ($answer) {
            'take' => [$core->isChoice() ? $core->inState(MarkState::Open) : $core->decided()],
            'choose' => [$core->decided($choice)],
            default => [],
        };
        $label = match ($answer) {
            'take' => "take {$core->author}’s proposal",
            'choose' => "decide {$core->kinds[$choice]->words()}",
            default => "decline {$core->author}’s proposal",
        };

        $user = $this->user($request);

        return $this->answer->after($request, $section, $user, fn () => $this->changes->change(
            $section,
            $user,
            $puts,
            [$key],
            $request->integer('seen'),
            $label,
        ));
    }
}
