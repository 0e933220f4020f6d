<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** Who a mark or a page is for: everybody, the outside player (audience side), the inside player, or the players of one stand. */
final readonly class Chair
{
    private function __construct(public string $value)
    {
    }

    public static function all(): self
    {
        return new self('all');
    }

    public static function outside(): self
    {
        return new self('outside');
    }

    public static function inside(): self
    {
        return new self('inside');
    }

    /** @return self|null null when nobody sits there; read are all, outside, inside, "stand 2", stand-2 and stand2 */
    public static function read(string $words): ?self
    {
        $words = (string) preg_replace('~^stand[- ]?(\d+)$~', 'stand $1', $words);

        return preg_match('~^(all|outside|inside|stand \d{1,2})$~D', $words) === 1 ? new self($words) : null;
    }

    public function isAll(): bool
    {
        return $this->value === 'all';
    }

    /** Whether a mark for this chair counts for the player on another. */
    public function covers(self $player): bool
    {
        return $this->isAll() || $this->value === $player->value;
    }

    public function is(self $other): bool
    {
        return $this->value === $other->value;
    }
}
