<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Somebody at the desk with a piece, as long as they look at it.
 *
 * @property int $id
 * @property int $piece_id
 * @property int $user_id
 * @property int $section_id
 * @property int $measure index of the one they look at
 * @property Carbon $seen_at
 * @property User $user
 * @property Section $section
 */
final class Presence extends Model
{
    public $timestamps = false;

    /** Who was not heard of for so long has gone. */
    private const GONE_AFTER = 12;
    /** Said again only after so long, while somebody stays where they are: thirty people would write all the time. */
    private const SAID_AGAIN = 5;

    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['seen_at' => 'datetime'];
    }

    public static function say(Section $section, User $user, int $measure): void
    {
        $who = ['piece_id' => $section->piece_id, 'user_id' => $user->id];
        $before = self::query()->where($who)->first();
        $isNews = $before === null || $before->section_id !== $section->id || $before->measure !== $measure
            || $before->seen_at->lt(Carbon::now()->subSeconds(self::SAID_AGAIN));
        if ($isNews) {
            self::query()->updateOrCreate($who, ['section_id' => $section->id, 'measure' => $measure, 'seen_at' => Carbon::now()]);
        }
    }

    /** @return list<self> the others at a piece */
    public static function others(int $piece, User $user): array
    {
        /** @var list<self> $others */
        $others = self::query()->with(['user', 'section:id,name'])->where('piece_id', $piece)->where('user_id', '!=', $user->id)
            ->where('seen_at', '>', Carbon::now()->subSeconds(self::GONE_AFTER))->orderBy('id')->get()->all();

        return $others;
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Section, $this> */
    public function section(): BelongsTo
    {
        return $this->belongsTo(Section::class);
    }
}
