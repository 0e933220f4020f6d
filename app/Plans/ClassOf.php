<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\User;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The class that is meant: all of a director's, or one ensemble with its shelf. */
final readonly class ClassOf
{
    private function __construct(private User $user, public ?Shelf $shelf)
    {
    }

    /**
     * @param mixed $shelf the id of the shelf whose ensemble is meant; nothing for all
     * @throws \Illuminate\Database\Eloquent\ModelNotFoundException when the shelf is not the user's
     */
    public static function of(User $user, mixed $shelf): self
    {
        if ($shelf === null || $shelf === '' || $shelf === 0 || $shelf === '0') {
            return new self($user, null);
        }
        $id = is_string($shelf) || is_int($shelf) ? (string) $shelf : '';
        abort_unless(preg_match('~^\d{1,12}$~D', $id) === 1, 404);
        /** @var Shelf $own */
        $own = $user->shelves()->whereKey((int) $id)->firstOrFail();

        return new self($user, $own);
    }

    /** Whether the ensemble has settings of its own. */
    public function isOwn(): bool
    {
        return $this->shelf?->settings !== null;
    }

    public function settings(): ClassSettings
    {
        return $this->shelf?->settings === null ? ClassSettings::of($this->user) : ClassSettings::from($this->shelf->settings);
    }

    /** @return Collection<int, Piece> those that follow it now, of this year */
    public function pieces(): Collection
    {
        $pieces = Piece::query()->where('user_id', $this->user->id)->whereNull('archived_at')->orderBy('id');
        $own = $this->user->shelves()->whereNotNull('settings')->select('id');
        $this->shelf === null ? $pieces->whereNotIn('shelf_id', $own) : $pieces->where('shelf_id', $this->shelf->id);

        /** @var Collection<int, Piece> $found */
        $found = $pieces->get(['id', 'title']);

        return $found;
    }

    /** @param array<string, mixed>|null $settings null: as all of the director's */
    public function keep(?array $settings): void
    {
        $keeper = $this->shelf ?? $this->user;
        DB::transaction(function () use ($keeper, $settings): void {
            $keeper->update(['settings' => $settings]);
            $pieces = $this->shelf === null ? Piece::query()->where('user_id', $this->user->id) : $this->shelf->pieces();
            // What the rack shows of them is to be worked out again.
            Section::query()->whereIn('piece_id', $pieces->select('id'))->update(['state' => null]);
        }, 3);
    }
}
