<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Paper\FingerboardPicture;
use UprightPencil\Practice\FingerboardCard;

/**
 * The fingerboard card, and its picture.
 *
 * @phpstan-import-type Card from FingerboardCard
 * @phpstan-type FingerboardAnswer array{card: Card, picture: string}
 */
final class FingerboardResource
{
    /** @return FingerboardAnswer */
    public static function of(FingerboardCard $of): array
    {
        $card = $of->toArray();

        return ['card' => $card, 'picture' => (new FingerboardPicture($card))->whole()];
    }
}
