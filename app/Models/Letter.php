<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A letter the mail stand-in kept instead of sending it.
 *
 * @property int $id
 * @property string $to
 * @property int|null $user_id on whose behalf it was written; null for letters that only their receiver may read
 * @property string $subject
 * @property string $text
 * @property Carbon $created_at
 */
final class Letter extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = ['id'];
}
