<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\PublishEdition;
use App\HandOut\WhatChanged;
use App\Http\Contract\Answers;
use App\Http\Resources\HandOutResource;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Editions: a part as it is handed out. */
final class EditionController extends Controller
{
    #[Answers('HandOutSection')]
    public function store(Request $request, Section $section, PublishEdition $publish, HandOutResource $resource): JsonResponse
    {
        $this->authorize('edit', $section);
        $publish->publish($section, $this->user($request));

        return response()->json($resource->section($section->refresh()), 201);
    }

    /** What players will be told when the part is handed out as it stands. */
    #[Answers('array{changes: list<EditionChange>|null}')]
    public function changes(Section $section, WhatChanged $changed): JsonResponse
    {
        $this->authorize('view', $section);

        return response()->json(['changes' => $changed->sinceHandedOut($section)]);
    }
}
