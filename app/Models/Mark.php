<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use UprightPencil\Format\MarksJson;
use UprightPencil\Marks\Mark as CoreMark;

/**
 * One mark of a person at a place in a section's part.
 *
 * @property int $id
 * @property int $section_id
 * @property int $user_id
 * @property string $key
 * @property array<string, mixed> $body
 * @property-read string $state as the body has it: the database reads it there
 */
final class Mark extends Model
{
    protected $guarded = ['id'];

    protected function casts(): array
    {
        return ['body' => 'array'];
    }

    public function toCore(): ?CoreMark
    {
        return MarksJson::fromRecord($this->body, (string) $this->id);
    }
}
