<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\CalendarDate;
use App\Models\Shelf;
use DateTimeImmutable;
use DateTimeInterface;
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

    /**
     * @return array{dates: list<ReadDate>, told: list<string>} the earliest first, and what was left out
     * @throws NoCalendar when it cannot be read
     */
    public static function read(string $file): array
    {
        if (strlen($file) > self::BYTES) {
            throw NoCalendar::isTooLarge();
        }
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
            $expanded = $calendar->expand($from, $until);
        } catch (Throwable) {
            $expanded = $calendar;
            $told[] = 'Dates that repeat could not be worked out; each is there once.';
        }
        $dates = [];
        $wholeDays = 0;
        foreach ($expanded->select('VEVENT') as $event) {
            $read = $event instanceof VEvent ? self::event($event, $calendar) : null;
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

    /** @return ReadDate|null null where no time of the day is said */
    private static function event(VEvent $event, VCalendar $calendar): ?array
    {
        $start = $event->select('DTSTART')[0] ?? null;
        if (!$start instanceof CalendarTime || !$start->hasTime()) {
            return null;
        }
        $begins = self::clock($start, $event, $calendar);
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

    /** What the clock in the room shows when it begins. */
    private static function clock(CalendarTime $start, VEvent $event, VCalendar $calendar): Carbon
    {
        $time = $start->getDateTime();
        // Expanding turns times into universal ones: the room's zone is what the calendar itself said.
        $zone = null;
        foreach ($calendar->select('VEVENT') as $own) {
            if ($own instanceof VEvent && self::text($own, 'UID') === self::text($event, 'UID')) {
                $first = $own->select('DTSTART')[0] ?? null;
                $said = $first instanceof CalendarTime ? $first->getDateTime() : null;
                $zone = $first instanceof CalendarTime && !$first->isFloating() ? $said?->getTimezone() : null;
                break;
            }
        }

        $here = $zone === null ? $time : DateTimeImmutable::createFromInterface($time)->setTimezone($zone);

        return Carbon::parse($here->format('Y-m-d H:i:s'));
    }

    private static function text(VEvent $event, string $name): string
    {
        $property = $event->select($name)[0] ?? null;
        $text = $property instanceof \Sabre\VObject\Property ? $property->getValue() : '';

        return trim((string) preg_replace('~[\x00-\x1F\x7F]+~u', ' ', mb_scrub($text)));
    }
}
