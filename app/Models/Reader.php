<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * That somebody opened a link: a random number of their browser's, and which edition's list they finished. Gone when the link ends.
 *
 * @property int $id
 * @property int $link_id
 * @property string $token
 * @property int|null $finished number of an edition
 */
final class Reader extends Model
{
    public $timestamps = false;

    protected $guarded = ['id'];
}
