<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\CalendarDate;
use App\Models\Shelf;
use DateTimeImmutable;
use DateTimeInterface;
use DateTimeZone;
use Illuminate\Support\Carbon;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\Property\ICalendar\DateTime as CalendarTime;
use Sabre\VObject\Reader;
use Throwable;
use UprightPencil\Rehearsal\Planning\PlanWishes;

/**
 * Rehearsals and concerts as an iCalendar file (RFC 5545), out and in. Times are those of the clock in the room.
 *
 * @phpstan-type ReadDate array{uid: string, kind: 'rehearsal'|'concert', title: string, place: string, startsAt: Carbon, minutes: int}
 */
final class CalendarFile
{
    private const MOST = 400;
    private const YEARS = 2;
    private const BYTES = 2_000_000;
    private const CONCERT = '~\b(concert|performance|recital|festival|show)\b~i';

    /** @param list<CalendarDate> $dates */
    public static function write(Shelf $shelf, array $dates): string
    {
        $calendar = new VCalendar(['PRODID' => '-//Upright Pencil//Calendar//EN', 'X-WR-CALNAME' => $shelf->name]);
        foreach ($dates as $date) {
            $title = $date->title === '' ? ($date->kind === 'concert' ? 'Concert' : 'Rehearsal') : $date->title;
            $event = $calendar->add('VEVENT', [
                'UID' => $date->uid ?? "date-{$date->id}@upright-pencil",
                'SUMMARY' => "{$title} ({$shelf->name})",
                'CATEGORIES' => $date->kind === 'concert' ? 'CONCERT' : 'REHEARSAL',
            ]);
            if (!$event instanceof VEvent) {
                continue;
            }
            // Without a time zone: fourteen o'clock is fourteen o'clock.
            $event->add('DTSTART', $date->starts_at->format('Ymd\THis'));
            $event->add('DTEND', $date->starts_at->copy()->addMinutes($date->minutes)->format('Ymd\THis'));
            if ($date->place !== '') {
                $event->add('LOCATION', $date->place);
            }
        }

        return (string) $calendar->serialize();
    }

    /** @throws NoCalendar when it is too large to be looked at */
    public static function check(string $file): void
    {
        if (strlen($file) > self::BYTES) {
            throw NoCalendar::isTooLarge();
        }
    }

    /**
     * @param bool $expands works dates that repeat out; some never come to an end, so somebody has to watch the time
     * @return array{dates: list<ReadDate>, told: list<string>} the earliest first, and what was left out
     * @throws NoCalendar when it cannot be read
     */
    public static function read(string $file, bool $expands = true): array
    {
        self::check($file);
        try {
            $calendar = Reader::read($file, Reader::OPTION_FORGIVING);
        } catch (Throwable) {
            throw NoCalendar::isOtherKind();
        }
        if (!$calendar instanceof VCalendar) {
            throw NoCalendar::isOtherKind();
        }
        $told = [];
        try {
            $from = new DateTimeImmutable('-1 year');
            $until = new DateTimeImmutable('+' . self::YEARS . ' years');
            $expanded = $expands ? $calendar->expand($from, $until) : null;
        } catch (Throwable) {
            $expanded = null;
        }
        if ($expanded === null) {
            $expanded = $calendar;
            $told[] = 'Dates that repeat could not be worked out; each is there once.';
        }
        $zones = self::zones($calendar);
        $dates = [];
        $wholeDays = 0;
        foreach ($expanded->select('VEVENT') as $event) {
            $read = $event instanceof VEvent ? self::event($event, $zones) : null;
            if ($read === null) {
                $wholeDays++;
            } else {
                $dates[] = $read;
            }
        }
        if ($wholeDays > 0) {
            $told[] = $wholeDays === 1
                ? 'One entry has no time of the day, and was left out.'
                : "{$wholeDays} entries have no time of the day, and were left out.";
        }
        usort($dates, static fn (array $a, array $b): int => $a['startsAt'] <=> $b['startsAt']);
        if (count($dates) > self::MOST) {
            $told[] = 'There are more than ' . self::MOST . ' dates; the earliest ' . self::MOST . ' were read.';
            $dates = array_slice($dates, 0, self::MOST);
        }

        return ['dates' => $dates, 'told' => $told];
    }

    /**
     * @param array<string, DateTimeZone> $zones of the room, by the event's name
     * @return ReadDate|null null where no time of the day is said
     */
    private static function event(VEvent $event, array $zones): ?array
    {
        $start = $event->select('DTSTART')[0] ?? null;
        if (!$start instanceof CalendarTime || !$start->hasTime()) {
            return null;
        }
        $begins = self::clock($start, $zones[self::text($event, 'UID')] ?? null);
        $end = $event->select('DTEND')[0] ?? null;
        try {
            $ends = $end instanceof CalendarTime ? $end->getDateTime() : null;
            $length = self::text($event, 'DURATION');
            $minutes = match (true) {
                $ends instanceof DateTimeInterface => intdiv($ends->getTimestamp() - $start->getDateTime()->getTimestamp(), 60),
                $length !== '' => intdiv((new DateTimeImmutable('@0'))->add(new \DateInterval($length))->getTimestamp(), 60),
                default => PlanWishes::USUAL_MINUTES,
            };
        } catch (Throwable) {
            $minutes = PlanWishes::USUAL_MINUTES;
        }
        $title = mb_substr(self::text($event, 'SUMMARY'), 0, 120);
        $category = strtoupper(self::text($event, 'CATEGORIES'));
        // Ours say which they are; of others the name does.
        $isConcert = match ($category) {
            'REHEARSAL' => false,
            default => preg_match(self::CONCERT, "{$title} {$category}") === 1,
        };
        $uid = self::text($event, 'UID') ?: md5($begins->toIso8601String() . $title);

        return [
            // Of what repeats, each has the same name: its time tells it from the others.
            'uid' => mb_substr($uid, 0, 160) . ' ' . $begins->format('YmdHi'),
            'kind' => $isConcert ? 'concert' : 'rehearsal',
            'title' => $title,
            'place' => mb_substr(self::text($event, 'LOCATION'), 0, 120),
            'startsAt' => $begins,
            'minutes' => max(1, min(PlanWishes::MOST_MINUTES, $minutes)),
        ];
    }

    /**
     * Expanding turns times into universal ones: the room's zone is what the calendar itself said.
     *
     * @return array<string, DateTimeZone> by the event's name
     */
    private static function zones(VCalendar $calendar): array
    {
        $zones = [];
        foreach ($calendar->select('VEVENT') as $event) {
            $start = $event instanceof VEvent ? ($event->select('DTSTART')[0] ?? null) : null;
            if ($event instanceof VEvent && $start instanceof CalendarTime && !$start->isFloating()) {
                try {
                    $zones[self::text($event, 'UID')] ??= $start->getDateTime()->getTimezone();
                } catch (Throwable) {
                    // A time that is none has no zone; the event is left out with its time.
                    continue;
                }
            }
        }

        return $zones;
    }

    /** What the clock in the room shows when it begins. */
    private static function clock(CalendarTime $start, ?DateTimeZone $zone): Carbon
    {
        $time = DateTimeImmutable::createFromInterface($start->getDateTime());

        return Carbon::parse(($zone === null ? $time : $time->setTimezone($zone))->format('Y-m-d H:i:s'));
    }

    private static function text(VEvent $event, string $name): string
    {
        $property = $event->select($name)[0] ?? null;
        $text = $property instanceof \Sabre\VObject\Property ? $property->getValue() : '';

        return trim((string) preg_replace('~[\x00-\x1F\x7F]+~u', ' ', mb_scrub($text)));
    }
}
