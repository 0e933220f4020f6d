<?php

declare(strict_types=1);

namespace App\Http\Controllers;

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
    public function store(LeaveFlagRequest $request, Section $section, DeskAnswer $answer): JsonResponse
    {
        $user = $this->user($request);
        $where = ['piece_id' => $section->piece_id, 'key' => $request->string('key')->value()];
        if ($request->boolean('leave')) {
            LeftFlag::query()->updateOrCreate($where, ['user_id' => $user->id]);
        } else {
            LeftFlag::query()->where($where)->delete();
        }

        return $answer->now($request, $section, $user);
    }
}
