<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * Bytes in a binary column, alike on every database: PostgreSQL takes them as hexadecimal text and gives them as a stream.
 *
 * @implements CastsAttributes<string|null, string|null>
 */
final class Bytes implements CastsAttributes
{
    /** @param array<string, mixed> $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        if (is_resource($value)) {
            rewind($value);

            return (string) stream_get_contents($value);
        }

        if (!is_string($value)) {
            return null;
        }

        return str_starts_with($value, '\\x') && $this->isHexadecimal($model) ? (string) hex2bin(substr($value, 2)) : $value;
    }

    /** @param array<string, mixed> $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return is_string($value) && $this->isHexadecimal($model) ? '\\x' . bin2hex($value) : $value;
    }

    private function isHexadecimal(Model $model): bool
    {
        return $model->getConnection()->getDriverName() === 'pgsql';
    }
}
