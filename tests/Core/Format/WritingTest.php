<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Printing\Density;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\ScorePlan;

final class WritingTest extends TestCase
{
    /** @return iterable<string, array{Passage}> */
    public static function passages(): iterable
    {
        yield 'pickup and slurs' => [Passage::of('4/4', 'A4q | (D5e E5e) F5q G5h | A5w')->withPickup()];
        yield 'hook by a mark' => [Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked('1.3 hook')];
        yield 'hook after a slur' => [Passage::of('4/4', '(D4q E4q) F4q G4q | A4w')->marked('1.3 hook')];
        yield 'retake and lift' => [Passage::of('4/4', 'D4q rq E4q rq | F4q G4q A4q B4q')->at(60)->marked("1.3 retake\n2.1 lift")];
        yield 'slur added and taken out' => [
            Passage::of('4/4', '(D4q E4q) F4q G4q | (A4q G4q) F4q E4q')->marked("1 no slurs\n1.3 slur 1.4"),
        ];
        yield 'printed signs crossed out' => [Passage::of('4/4', 'D4qu E4q F4q G4qd | A4w')->marked("1.1 no sign\n1.4 up")];
        yield 'a long rest' => [Passage::of('4/4', 'D4q E4q F4h | rw | G4q A4q B4h')];
        yield 'endings' => [Passage::of('4/4', '[repeat] D4q E4q F4h | [1] F4h E4q rq [back] | [2] F4h D4q G4q | A4w')];
        yield 'two voices' => [Passage::of('4/4', 'D5h E5h // D4q E4q F4q G4q | F5w // A4w')];
        yield 'grace notes and chords' => [Passage::of('4/4', 'g:E4e D4h (E4+G4q F4q) | F4w')];
        yield 'dotted slur groups' => [Passage::of('4/4', "(D4q' E4q' F4q' G4q') | A4w")];
        yield 'pizzicato between' => [Passage::of('4/4', 'D4q E4q F4h | [pizz.] G4q A4q B4q G4q | [arco] A4q G4q F4h')];
    }

    #[DataProvider('passages')]
    public function testTheExportedScoreReadsBackToTheSameStrokes(Passage $passage): void
    {
        $plan = $passage->plan();
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
        $score = (new ScoreReader())->read($written);
        $again = (new Planner($passage->options()))->plan($score)->parts[0];

        self::assertSame(self::strokes($plan), self::strokes($again));
    }

    public function testATieThatEndsIsWrittenBeforeTheOneThatBegins(): void
    {
        $passage = Passage::of('4/4', 'D4w~ | D4w')->marked('1.4 change up');
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$passage->plan()]);
        preg_match_all('~<(tied?) type="(\w+)"/>~', $written, $ties, PREG_SET_ORDER);
        $order = ['tie' => [], 'tied' => []];
        foreach ($ties as [, $element, $type]) {
            $order[$element][] = $type;
        }

        self::assertSame(['start', 'stop', 'start', 'stop'], $order['tie']);
        self::assertSame(['start', 'stop', 'start'], array_slice($order['tied'], 0, 3), 'else the engraving ties the middle part to itself');
    }

    public function testAChangeInsideALongNoteIsWrittenAsTiedPartsWithASign(): void
    {
        $passage = Passage::of('4/4', 'D4w | E4w')->marked('1.3 change up');
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$passage->plan()]);
        $score = (new ScoreReader())->read($written);
        $notes = $score->parts[0]->notes;

        self::assertCount(3, $notes);
        self::assertSame(['2', '2', '4'], array_map(static fn ($note): string => (string) $note->duration, $notes));
        self::assertTrue($notes[0]->tieStart && $notes[1]->tieStop);
        self::assertSame('up', $notes[1]->printedBow?->value);
        $again = (new Planner())->plan($score)->parts[0];
        self::assertSame('down', $again->bow->at($notes[2]->id)?->direction->value);
    }

    /** @param list<string> $pieces type, dots and length of every note of the first measure */
    #[DataProvider('splits')]
    public function testTheTiedPartsHaveTheirOwnNoteValues(string $music, string $marks, array $pieces): void
    {
        $passage = Passage::of('4/4', "{$music} | A4w")->marked($marks);
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$passage->plan()]);
        $measure = (new \SimpleXMLElement($written))->part->measure[0];
        $found = [];
        foreach ($measure->note ?? [] as $note) {
            $signs = [];
            foreach ($note->notations as $notations) {
                foreach ($notations->technical->children() ?? [] as $sign) {
                    $signs[] = $sign->getName();
                }
            }
            $signs = array_intersect($signs, ['down-bow', 'up-bow']);
            $found[] = trim("{$note->type}" . str_repeat('.', count($note->dot)) . ' ' . (int) $note->duration / 480 . ' ' . implode(' ', $signs));
        }

        self::assertSame($pieces, $found);
    }

    /** @return iterable<string, array{string, string, list<string>}> */
    public static function splits(): iterable
    {
        yield 'a dotted half, at its second beat' => ['D4h. E4q', '1.2 change up', ['quarter 1 down-bow', 'half 2 up-bow', 'quarter 1']];
        yield 'a dotted half, at its third' => ['D4h. E4q', '1.3 change up', ['half 2 down-bow', 'quarter 1 up-bow', 'quarter 1']];
        yield 'a whole note that becomes a dotted half' => ['D4w', '1.2 change up', ['quarter 1 down-bow', 'half. 3 up-bow']];
        yield 'two changes' => ['D4w', "1.2 change up\n1.4 change down", ['quarter 1 down-bow', 'half 2 up-bow', 'quarter 1 down-bow']];
        yield 'between the beats: no single value is that long' => ['D4w', '1.2.5 change up', ['quarter. 1.5 down-bow', 'half 2 up-bow', 'eighth 0.5']];
    }

    public function testASlurInsideAPrintedOneIsANotherSlur(): void
    {
        $passage = Passage::of('4/4', '(A4q B4q C5q D5q) | (E5q D5q) C5h')->marked('1.2 slur 1.3');
        $score = (new ScoreReader())->read((new ScoreWriter(Document::open($passage->musicXml())))->write([$passage->plan()]));
        $slurs = array_map(static fn ($slur): string => "{$slur->from}-{$slur->to}", $score->parts[0]->slurs);
        sort($slurs);

        self::assertSame(['0-3', '1-2', '4-5'], $slurs);
    }

    public function testANoteOfAChordIsNotSplit(): void
    {
        $passage = Passage::of('4/4', 'A4+C#5w | B4w')->marked('1.3 change up');
        $score = (new ScoreReader())->read((new ScoreWriter(Document::open($passage->musicXml())))->write([$passage->plan()]));

        self::assertSame(['4', '4', '4'], array_map(static fn ($note): string => (string) $note->duration, $score->parts[0]->notes));
    }

    public function testASilenceThatIsNotWrittenIsKept(): void
    {
        $forward = '<forward><duration>960</duration></forward>';
        $xml = str_replace(
            '<note><pitch><step>E</step>',
            "{$forward}<note><pitch><step>E</step>",
            Passage::of('4/4', 'D4h E4q | A4w')->musicXml(),
        );
        $passage = Document::open(str_replace('<duration>960</duration></forward><note>', '<duration>480</duration></forward><note>', $xml));
        $score = (new ScoreReader())->fromDocument($passage);
        $marks = (new PencilLinesReader($score, $score->parts))->read('1.2 change up')->marks['P1'];
        $plan = (new Planner())->part($score, $score->parts[0], MarkBook::of($marks, $score->parts[0]));
        $again = (new ScoreReader())->read((new ScoreWriter($passage))->write([$plan]));

        self::assertSame(['0:0', '0:1', '0:3', '1:0'], array_map(static fn ($note): string => "{$note->measure}:{$note->offset}", $again->parts[0]->notes));
    }

    public function testWhatIsAddedToANoteStandsWhereTheFormatWantsIt(): void
    {
        $lyric = '<lyric number="1"><text>la</text></lyric>';
        $xml = str_replace('</type></note>', "</type>{$lyric}</note>", Passage::of('4/4', 'F#4q G4q A4q F#4q | G4w')->musicXml());
        $document = Document::open($xml);
        $score = (new ScoreReader())->fromDocument($document);
        $marks = (new PencilLinesReader($score, $score->parts))->read("1.1 up\n1.4 courtesy")->marks['P1'];
        $plan = (new Planner())->part($score, $score->parts[0], MarkBook::of($marks, $score->parts[0]));
        $measure = (new \SimpleXMLElement((new ScoreWriter($document))->write([$plan])))->part->measure[0];
        $names = static fn (int $note): array => array_map(static fn ($child): string => $child->getName(), iterator_to_array($measure->note[$note]->children(), false));

        self::assertSame(['pitch', 'duration', 'voice', 'type', 'accidental', 'notations', 'lyric'], $names(0));
        self::assertSame(['accidental', 'lyric'], array_values(array_intersect($names(3), ['accidental', 'lyric'])));
        self::assertLessThan(array_search('lyric', $names(3), true), array_search('accidental', $names(3), true));
    }

    public function testALineGoesWithEveryPositionButTheFirst(): void
    {
        $passage = Passage::of('4/4', 'A5q B5q C6q D6q | C6q B5q A5h | E5q C5q B4q A4q | G4h F4h')->profile('third-position');
        $plan = $passage->plan();
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
        $numerals = array_values(array_filter(array_map(static fn ($print): string => $print->finger->position ?? '', $plan->prints)));

        self::assertSame(['III', 'I'], $numerals);
        self::assertSame(1, preg_match_all('~<bracket type="start"[^>]*line-type="dashed"~', $written));
        self::assertSame(1, preg_match_all('~<bracket type="stop"[^>]*line-type="dashed"[^>]*>~', $written));
    }

    public function testEverythingElseStaysAsItStood(): void
    {
        $xml = str_replace(
            '</measure>',
            '<figured-bass><figure><figure-number>6</figure-number></figure></figured-bass><!-- kept --></measure>',
            Passage::of('4/4', "D4q' E4q [mf] F4q>, G4q | A4w")->musicXml(),
        );
        $document = Document::open($xml);
        $score = (new ScoreReader())->fromDocument($document);
        $written = (new ScoreWriter($document))->write((new Planner())->plan($score)->parts);
        $stripped = (string) preg_replace(
            [
                '~<(down|up)-bow/>|<fingering placement="above">[^<]*</fingering>~',
                '~<technical></technical>~',
                '~<notations></notations>~',
                '~ id="P1-m\d-n\d"~',
            ],
            '',
            $written,
        );

        self::assertSame(
            (string) preg_replace('~\s+(?=<)~', '', $xml),
            (string) preg_replace('~\s+(?=<)~', '', trim($stripped)),
        );
    }

    public function testEveryNoteHasAnIdAndUsableOnesAreKept(): void
    {
        $xml = (string) preg_replace('~<note>~', '<note id="first">', Passage::of('4/4', 'D4h E4h')->musicXml(), 1);
        $document = Document::open($xml);

        self::assertSame(['first', 'P1-m1-n2'], array_keys($document->notes));
    }

    public function testTheJsonIsWhatTheContractSays(): void
    {
        $passage = Passage::of('4/4', 'A4q | D5q (C#5e Bb4e) C5q* D5q* E5q* | F#5w')->withPickup();
        $plan = (new Planner())->plan($passage->score());
        $json = json_decode((new MarkedScoreJson())->write($plan), true);
        self::assertIsArray($json);
        $part = $json['parts'][0];
        $note = $part['notes'][2];

        self::assertSame('upright-pencil/marked-score', $json['format']);
        self::assertSame(['0', '1', '2'], $part['roadmap']);
        self::assertSame(['P1-m1-n2', '1', 1, '2', '1', '2', '1/2', 'C#5'], [
            $note['id'], $note['measure'], $note['index'], $note['beat'], $note['voice'], $note['onset'], $note['duration'], $note['pitch'],
        ]);
        self::assertSame('11/3', $part['notes'][5]['beat']);
        self::assertSame(['direction' => 'up', 'join' => 'change', 'origin' => 'worked-out', 'changes' => []], array_intersect_key(
            $note['bow'],
            array_flip(['direction', 'join', 'origin', 'changes']),
        ));
        self::assertSame((new MarkedScoreJson())->write($plan), (new MarkedScoreJson())->write((new Planner())->plan($passage->score())));
        self::assertInstanceOf(ScorePlan::class, $plan);
    }

    /** @return list<string> */
    private static function strokes(PartPlan $plan): array
    {
        return array_map(
            static fn (NoteBow $bow): string => "{$bow->stroke} {$bow->direction->value} {$bow->connection->value}",
            array_values($plan->bow->notes),
        );
    }

    public function testWhatBelongsToTheLowerOfTwoVoicesStandsBelow(): void
    {
        $passage = Passage::of('4/4', 'D5h E5h // D4q E4q F4q G4q | F5w // A4w')->density(Density::EveryNote);
        $plan = $passage->plan();
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
        $sides = [];
        preg_match_all('~<voice>(\d)</voice>(?:(?!</note>).)*?<fingering placement="(\w+)"~s', $written, $found, PREG_SET_ORDER);
        foreach ($found as [, $voice, $side]) {
            $sides[$voice][$side] = true;
        }

        self::assertSame(['above'], array_keys($sides[1] ?? []));
        self::assertSame(['below'], array_keys($sides[2] ?? []));
        self::assertStringContainsString('<down-bow placement="below"/>', $written);
        self::assertStringContainsString('<down-bow/>', $written);
    }
}
