<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Str;

/**
 * A co-teacher of all pieces of a director, those to come included: each piece has its share of theirs.
 *
 * @property int $id
 * @property int $user_id whose pieces they are
 * @property string $email
 * @property int|null $helper_id null while the invitation waits
 * @property Role $may read, propose or edit
 * @property list<string>|null $parts names of the parts it holds for; null for all
 */
final class Colleague extends Model
{
    protected $fillable = ['user_id', 'email', 'helper_id', 'may', 'parts'];

    protected function casts(): array
    {
        return ['may' => Role::class, 'parts' => 'array'];
    }

    /** @return HasMany<Share, $this> */
    public function shares(): HasMany
    {
        return $this->hasMany(Share::class);
    }

    /** Their place at a piece, as it holds for all; what was given for this piece alone gives way. */
    public function shareOf(Piece $piece): Share
    {
        /** @var Share $share */
        $share = $piece->shares()->firstOrNew(['email' => $this->email], ['token' => Str::random(32)]);
        $share->fill([
            'may' => $this->may,
            'parts' => $this->parts,
            'user_id' => $this->helper_id ?? $share->user_id,
            'colleague_id' => $this->id,
        ])->save();

        return $share;
    }
}
