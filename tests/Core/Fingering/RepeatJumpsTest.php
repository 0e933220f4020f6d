<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Fingering\Result\NoteFinger;

/** The hand goes along repeats and endings as they are played, not only as they stand on the page. */
final class RepeatJumpsTest extends TestCase
{
    /** Ends in third position and leads back to D5 in first: at ♩ = 144 the eighths are 0.21 s apart. */
    private const BACK = '[repeat] D5e A4e A4e A4e C5e E5e F5e G5e | G5e A5e D6e D6e C6e D6e D6e B5e [back] | D5w';

    public function testWithTimeTheHandShiftsBackAtTheRepeatSign(): void
    {
        $passage = Passage::of('4/4', self::BACK)->at(96);
        $straight = Passage::of('4/4', str_replace(['[repeat] ', ' [back]'], '', self::BACK))->at(96);

        self::assertSame($straight->fingers(), $passage->fingers());
        self::assertNotContains('shift-without-time@1', $passage->flags());
    }

    public function testWithoutTimeTheFirstNoteIsTakenWhereTheHandComesFrom(): void
    {
        $passage = Passage::of('4/4', self::BACK)->at(144)->explained();

        self::assertStringStartsWith('III A:1 A:0 A:0 A:0 I', $passage->fingers());
        self::assertSame(
            'the hand is in third position already where measure 2 leads back to measure 1',
            $this->first($passage)->why,
        );
    }

    public function testTheOpenStringsAfterItBringTheHandHome(): void
    {
        // The open A lets the hand go: nothing at the jump needs a flag.
        self::assertNotContains('shift-without-time@1', Passage::of('4/4', self::BACK)->at(144)->flags());
    }

    public function testWhatIsMarkedIsKeptAndTold(): void
    {
        $passage = Passage::of('4/4', self::BACK)->at(144)->marked('1.1 I, 3');

        self::assertStringStartsWith('A:3', $passage->fingers());
        self::assertContains('shift-without-time@1', $passage->flags());
        $texts = array_column($passage->plan()->flags, 'text');
        self::assertStringContainsString(
            'Coming from measure 2 there is no time to shift to I: the hand needs 0.22 s, and the notes are 0.21 s apart.',
            implode(' ', $texts),
        );
    }

    public function testARestBeforeTheRepeatSignIsTimeEnough(): void
    {
        $music = str_replace('D6e D6e B5e [back]', 'D6e D6q [back]', self::BACK);
        $passage = Passage::of('4/4', str_replace('D6q [back]', 'rq [back]', $music))->at(144);

        self::assertStringStartsWith('A:3', $passage->fingers());
    }

    public function testASecondEndingIsComeToFromTheMeasureBeforeTheFirst(): void
    {
        $music = '[repeat] A5e B5e C6e D6e C6e D6e C6e D6e | [1] D5e C5e B4e C5e B4q A4q [back] | [2] B5e C6e D6e C6e D6h';
        $passage = Passage::of('4/4', $music)->at(144)->marked('3.1 I');

        self::assertContains('shift-without-time@3', $passage->flags());
    }

    public function testAPieceWithoutJumpsIsLeftAlone(): void
    {
        foreach ([96, 144, 200] as $tempo) {
            $passage = Passage::of('4/4', 'D5e A4e A4e A4e C5e E5e F5e G5e | D5w')->at($tempo)->explained();
            foreach ($passage->plan()->fingers->notes as $finger) {
                self::assertStringNotContainsString('leads', $finger->why);
            }
        }
    }

    private function first(Passage $passage): NoteFinger
    {
        $fingers = $passage->plan()->fingers->notes;

        return $fingers[array_key_first($fingers)] ?? self::fail('nothing is fingered');
    }
}
