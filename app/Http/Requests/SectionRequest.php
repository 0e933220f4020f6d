<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Section;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** Asks something of one section; permitted before it is looked at. */
abstract class SectionRequest extends FormRequest
{
    /** What one must be allowed to do with the piece: view, propose, edit or manage. */
    protected const ABILITY = 'edit';

    public function authorize(): Response
    {
        $section = $this->route('section');

        return $section instanceof Section ? Gate::inspect(static::ABILITY, $section) : Response::denyAsNotFound();
    }
}
