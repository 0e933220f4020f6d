<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\SettleRequest;
use App\Jobs\SendLetter;
use App\Marking\ChangeMarks;
use App\Marking\DeskAnswer;
use App\Models\Mark;
use App\Models\Section;
use App\Models\Thread;
use App\Models\User;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\MarkState;
use UprightPencil\Marks\Places;

/** Proposals and open choices. */
final class ProposalController extends Controller
{
    public function __construct(
        private readonly ChangeMarks $changes,
        private readonly DeskAnswer $answer,
        private readonly SectionPlanner $plans,
    ) {
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
        $score = $this->plans->score($section);
        $places = Places::of($score, $score->parts[0]);
        $what = "{$places->wordsOf($core)}, {$places->inWords($core->from)}";

        $write = function () use ($section, $user, $puts, $request, $label, $core, $what): void {
            $changed = $this->changes->change($section, $user, $puts, [$core->key()], $request->integer('seen'), $label);
            if ($changed !== null && $core->state === MarkState::Proposed) {
                Thread::query()->where('section_id', $section->id)->where('mark_key', $core->key())->whereNull('settled')
                    ->update(['settled' => ($puts === [] ? 'declined' : 'taken') . " by {$user->name}"]);
                self::tellProposer($section, $user, $core, $puts === [] ? "declined {$what}" : "took {$what}");
            }
        };

        return $this->answer->after($request, $section, $user, $write);
    }

    /** Whoever proposed is told what became of it. */
    private static function tellProposer(Section $section, User $user, CoreMark $mark, string $did): void
    {
        $proposer = $mark->authorId === '' ? null : User::query()->find((int) $mark->authorId);
        if ($proposer === null || $proposer->id === $user->id) {
            return;
        }
        $title = $section->piece->title;
        $text = "What you proposed for {$section->name} in “{$title}”: {$user->name} {$did}.\n";
        SendLetter::dispatch($proposer->email, "Upright Pencil: {$title}", $text, $user->id);
    }
}
