<?php

declare(strict_types=1);

namespace Tests\Core\Marks;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Printing\PageList;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** A plucked note that rings on. */
final class LetRingTest extends TestCase
{
    private const PLUCKED = '[pizz.] D4q A4q D5h | [arco] D5q E5q F#5h';

    public function testThePageShowsAnOpenTie(): void
    {
        $passage = Passage::of('4/4', self::PLUCKED)->marked('1.3 let ring');
        $plan = $passage->plan();
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);

        self::assertSame(['let ring'], $plan->prints['P1-m1-n3']->tokens());
        self::assertSame(1, substr_count($written, '<tied type="let-ring"/>'));
        self::assertSame([], array_filter($plan->flags, static fn ($flag): bool => $flag->isToLookAt()));
        $again = (new ScoreReader())->read($written);
        self::assertFalse($again->parts[0]->notes[2]->tieStart, 'it ties to nothing');
        self::assertSame([], $again->oddities);
    }

    public function testTheListSaysItAsItIsRead(): void
    {
        $passage = Passage::of('4/4', self::PLUCKED)->marked('1.3 let ring');
        $lines = (new PageList())->lines($passage->score(), $passage->score()->parts[0], $passage->plan()->prints);

        self::assertContains('1.3     let ring', $lines);
        $again = $passage->marked(implode("\n", $lines))->plan();
        self::assertEquals($passage->plan()->prints, $again->prints);
    }

    public function testABowedNoteDoesNotRingOn(): void
    {
        $flags = array_values(array_filter(
            Passage::of('4/4', self::PLUCKED)->marked('2.1 let ring')->plan()->flags,
            static fn (Flag $flag): bool => $flag->isToLookAt(),
        ));

        self::assertSame([FlagCode::MarksContradict], array_column($flags, 'code'));
        self::assertSame('“let ring” stands at a bowed note: only a plucked one rings on.', $flags[0]->text);
    }

    public function testItStandsBesideAFinger(): void
    {
        $plan = Passage::of('4/4', '[pizz.] D4q E4q F#4h')->marked('1.2 1, let ring')->plan();

        self::assertSame(['1', 'let ring'], $plan->prints['P1-m1-n2']->tokens());
    }
}
