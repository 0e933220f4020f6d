<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\VisitBow;
use UprightPencil\Music\Direction;
use UprightPencil\Music\PlaceWords;

/** What the page says of a stroke that is played differently on some times through: small words, and the sign of the bow. */
final readonly class VisitWords
{
    /** @param string $words before the sign, for example "2nd time: retake" */
    private function __construct(public string $words, public Direction $sign)
    {
    }

    /**
     * @param array<int, VisitBow> $visits by the time through
     * @return list<self> times that are played alike share one
     */
    public static function of(array $visits): array
    {
        $alike = [];
        foreach ($visits as $pass => $visit) {
            $alike["{$visit->direction->value} {$visit->connection->value}"][] = $pass;
        }
        $all = [];
        foreach ($alike as $passes) {
            $visit = $visits[$passes[0]];
            $join = self::join($visit);
            $times = implode(', ', array_map(PlaceWords::ordinal(...), $passes));
            $all[] = new self("{$times} time:" . ($join === '' ? '' : " {$join}"), $visit->direction);
        }

        return $all;
    }

    /** How the stroke is reached, in the words of the page; empty where it just turns. */
    public static function join(VisitBow $visit): string
    {
        return match ($visit->connection) {
            BowConnection::Hook => 'hook',
            BowConnection::Retake => 'retake',
            // Alone, "lift" means a retake to many.
            BowConnection::Lift => 'lift, then',
            default => '',
        };
    }

    public function text(): string
    {
        return "{$this->words} " . self::sign($this->sign);
    }

    public static function sign(Direction $direction): string
    {
        return $direction === Direction::Down ? '⊓' : 'V';
    }
}
