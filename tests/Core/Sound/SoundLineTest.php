<?php

declare(strict_types=1);

namespace Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Sound\SoundLine;
use UprightPencil\Sound\SoundNote;

/** What a marked part sounds like. */
final class SoundLineTest extends TestCase
{
    public function testATieSoundsOnAndASlurIsOneBow(): void
    {
        $sound = self::sound(Passage::of('4/4', 'A4h~ A4q (B4e C5e) | D5w')->at(60));

        self::assertSame(['69 0-2.94 stroke', '71 3-3.5 stroke', '72 3.5-3.97', '74 4-7.94 stroke'], self::told($sound));
    }

    public function testSecondsFollowTheTempo(): void
    {
        $sound = self::sound(Passage::of('4/4', 'A4q B4q C5q D5q | [tempo 60] E5q D5q C5h')->at(120));

        self::assertSame([0.0, 0.5, 1.0, 1.5, 2.0, 3.0, 4.0], array_map(static fn (SoundNote $note): float => round($note->start, 3), $sound));
    }

    public function testWhatIsPrintedAtANoteSaysHowLongItIsHeld(): void
    {
        $sound = self::sound(Passage::of('4/4', "A4q' B4q^ C5q_ D5q | E5w")->at(60));

        self::assertSame([0.5, 0.35, 1.0, 0.94], array_map(
            static fn (SoundNote $note): float => round($note->end - $note->start, 2),
            array_slice($sound, 0, 4),
        ));
    }

    public function testBeforeAHookTheBowStops(): void
    {
        $sound = self::sound(Passage::of('4/4', 'A4q B4q C5h')->at(60)->marked('1.2 hook'));

        self::assertEqualsWithDelta(0.8, $sound[0]->end - $sound[0]->start, 1e-9);
        self::assertTrue($sound[1]->isStroke, 'the stopped note speaks anew');
    }

    public function testAChangeInsideALongNoteIsHeard(): void
    {
        $sound = self::sound(Passage::of('4/4', 'A4w~ | A4h B4h')->at(60)->marked('1.4 change up'));

        self::assertSame([0.0, 3.0, 6.0], array_map(static fn (SoundNote $note): float => $note->at, $sound));
        self::assertTrue($sound[1]->isStroke);
    }

    public function testABassSoundsAnOctaveLower(): void
    {
        self::assertSame(38, self::sound(Passage::of('4/4', 'D3w')->by('Bass'))[0]->key);
        self::assertSame(50, self::sound(Passage::of('4/4', 'D3w')->by('Cello'))[0]->key);
    }

    public function testPluckedNotesHaveNoBowAndRingOn(): void
    {
        $sound = self::sound(Passage::of('4/4', '[pizz.] A4q rq [arco] B4h')->at(120));

        self::assertSame([true, false], [$sound[0]->isPlucked, $sound[1]->isPlucked]);
        self::assertNull($sound[0]->from);
        self::assertNotNull($sound[1]->from);
    }

    public function testLoudnessGrowsAlongAHairpin(): void
    {
        $sound = self::sound(Passage::of('4/4', '[p] [<] A4q B4q C5q D5q | [f] E5w')->at(60));
        $levels = array_map(static fn (SoundNote $note): float => $note->level, $sound);

        self::assertSame([0.2, 0.8], [$levels[0], $levels[4]]);
        self::assertSame($levels, array_values(array_unique($levels)));
        self::assertGreaterThan($sound[0]->level, $sound[0]->leaves);
    }

    public function testChordsGraceNotesAndWhatIsLeftOut(): void
    {
        $sound = self::sound(Passage::of('4/4', 'rq g:C5e B4q D4+A4h')->at(60)->marked('1.3 leave out'));

        self::assertSame(['72 1-1 stroke', '71 1-1.94', '69 2-3.94 stroke'], self::told($sound));
        self::assertEqualsWithDelta(0.91, $sound[0]->start, 1e-9, 'before the beat');
    }

    /** @return list<SoundNote> */
    private static function sound(Passage $passage): array
    {
        return SoundLine::of($passage->score(), $passage->plan());
    }

    /**
     * @param list<SoundNote> $sound
     * @return list<string>
     */
    private static function told(array $sound): array
    {
        return array_map(static fn (SoundNote $note): string => "{$note->key} " . round($note->at, 2) . '-' . round($note->until, 2)
            . ($note->isStroke ? ' stroke' : ''), $sound);
    }
}
