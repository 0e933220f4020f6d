<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\LeaveFlagRequest;
use App\Marking\DeskAnswer;
use App\Models\LeftFlag;
use App\Models\Section;
use Illuminate\Http\JsonResponse;

/** Flags that are left as they are. */
final class LeftFlagController extends Controller
{
    /** Leaves a flag as it is, and remembers who did; or takes that back. */
    #[Answers('DeskPlan')]
    public function store(LeaveFlagRequest $request, Section $section, DeskAnswer $answer, Acts $acts): JsonResponse
    {
        $user = $this->user($request);
        $key = $request->string('key')->value();
        $where = ['piece_id' => $section->piece_id, 'key' => $key];
        $isLeft = $request->boolean('leave');
        $reason = $request->filled('reason') ? $request->string('reason')->trim()->value() : null;
        $acts->do(
            $user,
            $section->piece,
            Topic::Look,
            ($isLeft ? 'left as it is' : 'looked at again') . ": {$request->label()}" . ($reason === null ? '' : " ({$reason})"),
            ["left:{$section->piece_id}:{$key}"],
            static fn () => $isLeft
                ? LeftFlag::query()->updateOrCreate($where, ['user_id' => $user->id, 'reason' => $reason])
                : LeftFlag::query()->where($where)->delete(),
        );

        return $answer->now($request, $section, $user);
    }
}
