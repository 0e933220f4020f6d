<?php

declare(strict_types=1);

namespace Tests\Core\Drills;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\MusicXmlSchema;
use Tests\Support\Passage;
use UprightPencil\Drills\BuiltLine;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Format\MusicXml\Document;

/** What a class does with a line of a method book before it plays it. What a teacher would say was written down first. */
final class FirstStepsTest extends TestCase
{
    #[DataProvider('counts')]
    public function testItIsCountedAsATeacherCountsIt(Passage $passage, string $aloud): void
    {
        $line = self::built($passage, LineKind::Count);

        self::assertSame($aloud, self::words($line));
        self::assertCount(1, array_unique(self::pitches($line)), 'a clap has no pitch');
    }

    /** @return iterable<string, array{Passage, string}> a bar between measures, a comma between notes */
    public static function counts(): iterable
    {
        yield 'what is held is counted on in brackets' => [Passage::of('4/4', 'D4q E4q F4h | G4h. rq | A4w'), '1, 2, 3 (4) | 1 (2 3), (4) | 1 (2 3 4)'];
        yield 'eighths are counted with and' => [Passage::of('4/4', 'D4q E4e F4e G4e A4e G4q | D4w'), '1, 2, &, 3, &, 4 | 1 (2 3 4)'];
        yield 'a dotted quarter: the and of the next beat' => [Passage::of('4/4', 'D4q. E4e F4h | D4w'), '1 (2), &, 3 (4) | 1 (2 3 4)'];
        yield 'sixteenths are four to a beat' => [Passage::of('2/4', 'D4s E4s F4s G4s A4q | D4h'), '1, e, &, a, 2 | 1 (2)'];
        yield 'triplets' => [Passage::of('2/4', 'D4e* E4e* F4e* G4q | D4h'), '1, la, li, 2 | 1 (2)'];
        yield 'three in a measure' => [Passage::of('3/4', 'D4q E4q F4q | G4h.'), '1, 2, 3 | 1 (2 3)'];
        yield 'six eighths are counted in eighths' => [Passage::of('6/8', 'D4q. E4e F4e G4e | A4h.'), '1 (2 3), 4, 5, 6 | 1 (2 3 4 5 6)'];
        yield 'a pickup has the last number of its measure' => [Passage::of('4/4', 'A4q | D5q E5q F5h | D5h.')->withPickup(), '4 | 1, 2, 3 (4) | 1 (2 3)'];
        yield 'silences are counted too' => [Passage::of('4/4', 'rq D4q re D4e rq | D4w'), '(1), 2, (3), &, (4) | 1 (2 3 4)'];
        yield 'over the bar nothing is clapped again' => [Passage::of('4/4', 'D4h E4h~ | E4h F4h'), '1 (2), 3 (4) | (1 2), 3 (4)'];
    }

    public function testNamesAreSaidWithTheirSharps(): void
    {
        $line = self::built(Passage::of('4/4', 'D4q F#4q C5q Bb4q | A4q rq D5h')->inKey(2), LineKind::Letters);

        preg_match_all('~<text>([^<]+)</text>~', $line->musicXml(), $said);
        self::assertSame(['D', 'F♯', 'C', 'B♭', 'A', 'D'], $said[1]);
        self::assertSame(['D4', 'F#4', 'C5', 'Bb4', 'A4', 'D5'], self::pitches($line));
        self::assertStringNotContainsString('bow/>', $line->musicXml(), 'nothing is bowed while it is said');
        self::assertStringNotContainsString('fingering', $line->musicXml());
    }

    public function testEveryBowIsShownInTheAirAndNoFinger(): void
    {
        $line = self::built(Passage::of('4/4', 'D4q E4q (F#4q G4q) | A4h rh | A4q G4q F#4q E4q | D4w')->inKey(2)->marked('2.1 up'), LineKind::Air);
        $xml = $line->musicXml();

        self::assertSame(
            ['down', 'up', 'down', 'up', 'down', 'up', 'down', 'up', 'down'],
            self::directions($xml),
            'one sign for each stroke, the mark among them',
        );
        self::assertStringNotContainsString('<fingering', $xml);
        self::assertSame([], MusicXmlSchema::complaints($xml));
    }

    public function testTheWholeLineOnTheStringsItsFingersUse(): void
    {
        $line = self::built(Passage::of('4/4', 'D4q E4q F#4q A4q | B4q A4q G4h | D4w')->inKey(2), LineKind::Open);

        self::assertSame(['D4', 'D4', 'D4', 'A4', 'A4', 'A4', 'D4', 'D4'], self::pitches($line));
    }

    public function testSlursAreStoppedAndTiesAreNot(): void
    {
        $line = self::built(Passage::of('4/4', '(D4q E4q F#4q) G4q | A4h~ A4q B4q | D4w')->inKey(2), LineKind::Hooks);
        $joins = array_map(static fn ($note): string => $line->plan->bow->at($note->id)->connection->value ?? '', $line->plan->part->notes);

        self::assertSame(['start', 'hook', 'hook', 'change', 'change', 'tie', 'change', 'change'], $joins);
        self::assertSame([], self::lines(Passage::of('4/4', 'D4q E4q F#4q G4q | A4h~ A4q B4q'))->ofKind(LineKind::Hooks), 'nothing to stop');
    }

    public function testTheyAreMadeWhenTheyAreAskedForAlone(): void
    {
        $lines = self::lines(Passage::of('4/4', '(D4q E4q) F#4q G4q | A4w')->inKey(2));
        foreach (LineKind::cases() as $kind) {
            if (!$kind->isFirstStep()) {
                continue;
            }
            self::assertNotContains($kind, array_map(static fn (LineProposal $one): LineKind => $one->kind, $lines->all()));
            $own = $lines->ofKind($kind)[0];
            self::assertSame($own->key(), $lines->byKey($own->key())?->key());
            self::assertNotSame('', $kind->how());
            self::assertSame([], MusicXmlSchema::complaints($lines->line($own)->music->musicXml()), $kind->value);
        }
    }

    public function testAPieceIsNoLineOfABook(): void
    {
        $long = Passage::of('4/4', implode(' | ', array_fill(0, 60, 'D4q E4q F4q G4q')));

        self::assertSame([], self::lines($long)->ofKind(LineKind::Count));
    }

    private static function lines(Passage $passage): PracticeLines
    {
        $score = $passage->score();

        return new PracticeLines(PracticePart::of($score, $passage->plan(), $passage->options()));
    }

    private static function built(Passage $passage, LineKind $kind): BuiltLine
    {
        $lines = self::lines($passage);

        return $lines->line($lines->ofKind($kind)[0])->music;
    }

    /** What is said at the notes and rests of a line. */
    private static function words(BuiltLine $line): string
    {
        $measures = [];
        foreach (Document::open($line->musicXml())->parts() as $part) {
            foreach ($part->getElementsByTagName('measure') as $measure) {
                $words = [];
                $said = '';
                foreach ($measure->childNodes as $element) {
                    if ($element instanceof \DOMElement && $element->nodeName === 'direction' && $element->getElementsByTagName('words')->length > 0) {
                        $said = $element->textContent;
                    }
                    if ($element instanceof \DOMElement && $element->nodeName === 'note') {
                        $words[] = trim($said);
                        $said = '';
                    }
                }
                $measures[] = implode(', ', $words);
            }
        }

        return implode(' | ', $measures);
    }

    /** @return list<string> */
    private static function pitches(BuiltLine $line): array
    {
        return array_map(static fn ($note): string => (string) $note->pitch, $line->score->parts[0]->notes);
    }

    /** @return list<string> */
    private static function directions(string $musicXml): array
    {
        preg_match_all('~<(up|down)-bow~', $musicXml, $found);

        return $found[1];
    }
}
