<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Marks\Kind\Bow\Change;
use UprightPencil\Marks\Kind\Bow\SlurTo;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\PageList;
use UprightPencil\Printing\ReadersList;
use UprightPencil\Settings\Profile;

/**
 * Everything arrives: each form of every kind of mark, at each kind of place, on each way out. What is marked is shown, or not shown
 * by a rule that has a name; no way out loses a note. The forms come from {@see MarkKinds}: a new kind is tried without being listed.
 */
final class EverythingArrivesTest extends TestCase
{
    /** Music, the notehead a mark stands at, the one a slur reaches, and the time through it is for. */
    private const PLACES = [
        'a plain note' => ['D4q E4q F#4q G4q | A4q B4q D5h', 1, 2, null],
        'the first note of a measure' => ['D4q E4q F#4q G4q | A4q B4q D5h', 4, 5, null],
        'the upper note of a chord' => ['D4q G3+B4q F#4q G4q | A4q B4q D5h', 2, 3, null],
        'a grace note' => ['D4q g:F#4e E4q F#4q G4q | A4q B4q D5h', 1, 2, null],
        'a tied note' => ['D4q E4q F#4q G4q~ | G4q B4q D5h', 3, 5, null],
        'a dotted note' => ['D4q E4q. F#4e G4q | A4q B4q D5h', 1, 2, null],
        'a tuplet' => ['D4q* E4q* F#4q* G4h | A4q B4q D5h', 1, 2, null],
        'the second time' => ['[repeat] D4q E4q F#4q G4q | A4q rq B4q D5q [back] | D4w', 1, 2, 2],
        'the last measure of an ending' => ['[repeat] D4q E4q F#4h | [1] G4q A4q B4h [back] | [2] G4q A4q B4h | D4w', 5, 8, null],
        'the second voice' => ['D5h E5h // D4q E4q F#4q G4q | F#5w // A4w', 3, 4, null],
        'a note after a rest' => ['D4q rq F#4q G4q | A4q B4q D5h', 1, 2, null],
        'the pickup' => ['A4q | D4q E4q F#4q G4q | A4q B4q D5h', 0, 1, null],
    ];

    /** Forms that take something away: where there is nothing, nothing is shown. They are tried by themselves below. */
    private const TAKES_AWAY = ['no retake', 'no lift', 'freeze', 'no sign', 'no slurs', 'no finger'];

    /** What a way out has no sign for: form, place and way. */
    private const NO_SIGN_FOR_IT = [
        'slur 1.2 at a grace note as abc', 'let ring at a grace note as abc',
    ];

    /** @return iterable<string, array{string, string}> */
    public static function everyFormAtEveryPlace(): iterable
    {
        foreach (MarkKinds::examples() as $form) {
            foreach (array_keys(self::PLACES) as $place) {
                yield "{$form} at {$place}" => [$form, $place];
            }
        }
    }

    #[DataProvider('everyFormAtEveryPlace')]
    public function testItIsShownOnEveryWayOut(string $form, string $place): void
    {
        [$passage, $score, $plain, $marked] = self::tried($form, $place);
        $before = self::ways($passage, $score, $plain);
        $after = self::ways($passage, $score, $marked);
        foreach (['musicxml', 'abc'] as $way) {
            self::assertGreaterThanOrEqual($before["notes in {$way}"], $after["notes in {$way}"], "{$way} loses notes");
        }
        $hidden = array_keys(array_filter(
            $after,
            static fn (string|int $text, string $way): bool => !str_starts_with($way, 'notes in') && $text === $before[$way],
            ARRAY_FILTER_USE_BOTH,
        ));
        $unexplained = array_filter($hidden, static fn (string $way): bool => !in_array("{$form} at {$place} as {$way}", self::NO_SIGN_FOR_IT, true));

        self::assertTrue($unexplained === [] || self::hasARule($form, $plain, $marked, $unexplained), 'not shown: ' . implode(', ', $hidden));
    }

    /** @return iterable<string, array{string, string}> */
    public static function takenAway(): iterable
    {
        yield 'a printed sign' => ['D4q E4qu F#4q G4q | A4w', '1.2 no sign'];
        yield 'a slur' => ['(D4q E4q) F#4q G4q | A4w', '1.1 no slurs'];
        yield 'a retake' => ['D4h. rq | E4h. rq | F#4w', '2.1 no retake'];
        yield 'a retake, in other words' => ['D4h. rq | E4h. rq | F#4w', '2.1 freeze'];
    }

    #[DataProvider('takenAway')]
    public function testWhatIsTakenAwayIsGoneEverywhere(string $music, string $mark): void
    {
        $make = static fn (): Passage => Passage::of('4/4', $music)->at(60)->inKey(2)->with('bow=downbeat');
        $passage = $make();
        $with = $make()->marked($mark);
        $before = self::ways($passage, $passage->score(), $passage->plan());
        $after = self::ways($with, $with->score(), $with->plan());
        foreach (['page', 'musicxml', 'abc', 'page list'] as $way) {
            self::assertNotSame($before[$way], $after[$way], $way);
        }
    }

    /** @return array{Passage, Score, PartPlan, PartPlan} */
    private static function tried(string $form, string $place): array
    {
        [$music, $at, $to, $pass] = self::PLACES[$place];
        $passage = Passage::of('4/4', $music)->at(60)->inKey(2);
        if ($place === 'the pickup') {
            $passage->withPickup();
        }
        $score = $passage->score();
        $part = $score->parts[0];
        $kind = MarkKinds::read($form);
        self::assertNotNull($kind);
        $isForAPass = in_array($kind->slot(), [Slot::Direction, Slot::Connection, Slot::Change], true);
        $id = $part->notes[$at]->id;
        $mark = new Mark(
            'm',
            [$kind],
            $id,
            $id,
            $kind instanceof Change ? Fraction::of(1, 2) : null,
            pass: $isForAPass ? $pass : null,
            targets: [$kind instanceof SlurTo ? $part->notes[$to]->id : ''],
        );
        $planner = new Planner(new PlanOptions(Profile::Advanced));

        return [
            $passage,
            $score,
            $planner->part($score, $part, MarkBook::of([], $part)),
            $planner->part($score, $part, MarkBook::of([$mark], $part)),
        ];
    }

    /** @return array<string, string|int> what leaves, by the way it goes */
    private static function ways(Passage $passage, Score $score, PartPlan $plan): array
    {
        $musicXml = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
        $abc = (new AbcWriter())->write(Document::open($musicXml));
        $list = ReadersList::of($score, $plan->part, $plan->book, $plan->bow, $plan->prints);

        return [
            'page' => serialize(array_map(static fn ($print): array => $print->tokens(), $plan->prints)),
            'musicxml' => $musicXml,
            'abc' => $abc,
            'page list' => (new PageList())->write($score, $plan->part, $plan->prints),
            'reader’s list' => implode("\n", array_map(static fn ($row): string => $row->text(), $list->all)),
            'notes in musicxml' => count((new ScoreReader())->read($musicXml)->parts[0]->notes),
            'notes in abc' => count((new ScoreReader())->read($abc)->parts[0]->notes),
        ];
    }

    /**
     * Why a mark may be shown nowhere new.
     *
     * @param array<string> $hidden ways on which it is not seen
     */
    private static function hasARule(string $form, PartPlan $plain, PartPlan $marked, array $hidden): bool
    {
        $flags = static fn (PartPlan $plan): array => array_map(static fn ($flag): string => $flag->text, [...$plan->bow->flags, ...$plan->fingers->flags]);
        $directions = static fn (PartPlan $plan): string => $plan->bow->directions();
        $hand = static fn (PartPlan $plan): string => serialize(array_map(static fn ($finger): array => [$finger->string, $finger->number, $finger->position], $plan->fingers->notes));

        return match (true) {
            // There is nothing to take away here.
            in_array($form, self::TAKES_AWAY, true) => true,
            // It cannot be done, and a flag says so.
            array_diff($flags($marked), $flags($plain)) !== [] => true,
            // It is so already, and the page says so: the bow and the hand do what they did.
            $directions($plain) === $directions($marked) && $hand($plain) === $hand($marked)
                => MarkKinds::read($form)?->slot()->group() !== MarkGroup::Text && in_array('page', $hidden, true),
            default => false,
        };
    }
}
