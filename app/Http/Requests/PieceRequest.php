<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** Asks something of one piece; permitted before it is looked at. */
abstract class PieceRequest extends FormRequest
{
    /** What one must be allowed to do with it: view, propose, edit or manage. */
    protected const ABILITY = 'manage';

    public function authorize(): Response
    {
        $piece = $this->route('piece');

        return $piece instanceof Piece ? Gate::inspect(static::ABILITY, $piece) : Response::denyAsNotFound();
    }
}
