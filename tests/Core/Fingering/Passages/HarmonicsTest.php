<?php

declare(strict_types=1);

namespace Tests\Core\Fingering\Passages;

use Tests\Support\FingeredPassages;
use Tests\Support\Passage;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Result\OtherFinger;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreWriter;

/** The octave harmonic among the other answers for its pitch: on long notes, taken when it saves a shift. */
final class HarmonicsTest extends FingeredPassages
{
    /** @return iterable<string, array{Passage, string}> */
    public static function passages(): iterable
    {
        yield 'violin: a long top E from third position is touched, not shifted to' => [
            Passage::of('4/4', 'A5q C6q B5q A5q | E6w')->profile('advanced')->at(80),
            'III E:1 E:3 E:high2 E:1 | E:4harmonic',
        ];
        yield 'violin: the same short is stopped' => [
            Passage::of('4/4', 'A5q C6q B5q A5q | E6e D6e C6q A5h')->profile('advanced')->at(112),
            'III E:1 E:3 E:high2 E:1 | IV E:4 E:3 E:low2 A:4',
        ];
        yield 'violin: a long A lies under the third finger in first position' => [
            Passage::of('4/4', 'E5q F#5q G5q E5q | A5w')->inKey(1)->profile('advanced')->at(80),
            'E:0 E:1 E:low2 E:0 | E:3',
        ];
        yield 'cello: the octave of the A string from fourth position' => [
            Passage::of('4/4', 'E4q F#4q E4h | A4w')->by('Cello')->inKey(2)->profile('advanced')->at(72),
            'IV A:1 A:3 A:1 | A:4harmonic',
        ];
        yield 'a class that has not learned them shifts or stretches' => [
            Passage::of('4/4', 'E4q F#4q E4h | A3w')->by('Cello')->inKey(2)->profile('third-position')->at(72),
            'III A:2 A:4 A:2 | A:0',
        ];
    }

    public function testItStandsAmongTheOthersWhereAStoppedNoteIsAsNear(): void
    {
        $plan = Passage::of('4/4', 'B5q C6q D6q B5q | E6w')->profile('advanced')->at(80)->explained()->plan();
        $at = $plan->fingers->at('P1-m2-n1');
        self::assertNotNull($at);
        $shapes = [$at->shape, ...array_map(static fn (OtherFinger $other): FingerShape => $other->shape, $at->others)];

        self::assertContains(FingerShape::Harmonic, $shapes);
    }

    public function testAMarkAsksForItAndThePageAndTheFileShowIt(): void
    {
        $passage = Passage::of('4/4', 'A5q C6q B5q A5q | E6q E6h.')->profile('advanced')->at(144)->marked('2.1 4 harmonic');
        $plan = $passage->plan();

        self::assertSame([], array_filter($plan->flags, static fn ($flag): bool => $flag->code->value === 'marks-contradict'));
        self::assertSame(FingerShape::Harmonic, $plan->fingers->at('P1-m2-n1')?->shape);
        self::assertContains('4 harmonic', $plan->prints['P1-m2-n1']->fingerWords());
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
        self::assertStringContainsString('<harmonic><natural/></harmonic>', $written);
        self::assertMatchesRegularExpression('~<fingering[^>]*>4</fingering>~', $written);
    }
}
