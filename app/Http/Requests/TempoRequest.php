<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The director’s tempos of a piece, by measure number or rehearsal mark. */
final class TempoRequest extends PieceRequest
{
    protected const ABILITY = 'edit';

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'tempos' => ['present', 'array', 'max:60'],
            'tempos.*' => ['numeric', 'min:5', 'max:1000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'tempos.array' => 'Say where each tempo begins.',
            'tempos.max' => 'These are more tempos than a piece has.',
            'tempos.*.*' => 'A tempo is a number of quarter notes a minute, from 5 to 1000.',
        ];
    }

    /** @return array<string, float> quarter notes a minute by the place they begin at */
    public function tempos(): array
    {
        $tempos = [];
        foreach ($this->array('tempos') as $place => $speed) {
            $tempos[mb_substr((string) $place, 0, 40)] = is_numeric($speed) ? (float) $speed : 0.0;
        }

        return $tempos;
    }
}
