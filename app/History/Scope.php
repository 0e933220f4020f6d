<?php

declare(strict_types=1);

namespace App\History;

use App\Models\Change;
use App\Models\Piece;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;

/** Which acts a screen takes back: those of the piece it shows and of its class, those of the rack, or those of the class. */
final readonly class Scope
{
    private function __construct(public ?Piece $piece, private ?Topic $topic)
    {
    }

    public static function piece(Piece $piece): self
    {
        return new self($piece, null);
    }

    public static function topic(Topic $topic): self
    {
        return new self(null, $topic);
    }

    /** @return Builder<Change> a user's own */
    public function acts(User $user): Builder
    {
        $acts = Change::query()->where('user_id', $user->id)->where('topic', '!=', Topic::Score);
        $piece = $this->piece;
        if ($piece === null) {
            return $acts->where('topic', $this->topic);
        }

        return $acts->where(static fn (Builder $one) => $one->where('piece_id', $piece->id)
            ->orWhere(static fn (Builder $class) => $class->whereNull('piece_id')->where('topic', Topic::OfClass)));
    }
}
