<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Note;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Settings\Profile;

/** A thousand reasons and runners-up, held against the plan they speak of. */
final class TrueWordsTest extends TestCase
{
    private int $said = 0;
    private int $dear = 0;
    /** @var list<string> */
    private array $false = [];

    public function testNoReasonSaysWhatIsNotSo(): void
    {
        foreach (range(1, 12) as $seed) {
            $this->check(Tunes::make($seed, ['Violin I', 'Viola', 'Cello', 'Bass'][$seed % 4])->explained()->plan());
            $this->check(Tunes::high($seed)->explained()->plan());
        }
        foreach (['cobblers-holiday', 'paper-boats'] as $name) {
            $score = (new ScoreReader())->read((string) file_get_contents(dirname(__DIR__, 3) . "/demo/scores/{$name}.musicxml"));
            foreach ((new Planner(new PlanOptions(Profile::ThirdPosition)))->plan($score)->parts as $part) {
                $this->check($part);
            }
        }
        self::assertGreaterThan(1000, $this->said);
        self::assertSame([], array_slice($this->false, 0, 20));
        self::assertLessThan(0.02 * $this->said, $this->dear, 'comparisons with what nobody would try');
    }

    public function testWhereNothingElseIsWorthTryingItSaysWhatTheNoteIs(): void
    {
        $plan = Passage::of('4/4', 'D4q E4q F#4q G4q | A4w')->inKey(2)->profile('first-year')->explained()->plan();

        self::assertContains('first finger, first position', array_column($plan->fingers->notes, 'why'));
    }

    private function check(PartPlan $plan): void
    {
        $before = null;
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            if ($finger === null) {
                continue;
            }
            $this->checkChosen($finger, $note->id);
            foreach ($finger->others as $other) {
                $this->said++;
                $this->dear += $other->costs > 3.0 ? 1 : 0;
                $pitch = $note->pitch?->spoken() . $note->pitch?->octave;
                $isSaidOfHome = str_starts_with($other->why, "{$pitch} in first position") && !$this->isRepeated($plan, $pitch, $note->measure);
                if ($isSaidOfHome && $other->position !== 'I' && $other->number !== 0) {
                    $this->false[] = "{$note->id} {$other->string}{$other->number} {$other->position}: {$other->why}";
                }
                $isOfThisNote = str_starts_with($other->why, "{$pitch} on a higher string") && !$this->isRepeated($plan, $pitch, $note->measure);
                if ($isOfThisNote && $other->string === $finger->string) {
                    $this->false[] = "{$note->id}: {$other->why}";
                }
            }
            $before = $finger;
        }
        self::assertNotNull($before);
    }

    /** Whether a pitch comes more than once around a measure: then it cannot be told which of them is meant. */
    private function isRepeated(PartPlan $plan, string $pitch, int $measure): bool
    {
        $times = array_filter($plan->part->notes, static fn (Note $note): bool => abs($note->measure - $measure) <= 1
            && $note->pitch?->spoken() . $note->pitch?->octave === $pitch);

        return count($times) > 1;
    }

    private function checkChosen(NoteFinger $finger, string $id): void
    {
        $this->said++;
        foreach (Position::NUMERALS as $numeral) {
            $words = Position::inWords($numeral);
            $isOfThisHand = str_ends_with($finger->why, ", {$words}") || str_contains($finger->why, "{$words} serves");
            if ($isOfThisHand && $finger->number > 0 && $finger->position !== $numeral && !$this->isOneHand($finger->position, $numeral)) {
                $this->false[] = "{$id} in {$finger->position}: {$finger->why}";
            }
        }
    }

    /** Second and low third position are one place of the hand with two names, and so on upwards. */
    private function isOneHand(string $one, string $other): bool
    {
        return abs((int) array_search($one, Position::NUMERALS, true) - (int) array_search($other, Position::NUMERALS, true)) === 1
            && $one !== 'I' && $other !== 'I';
    }
}
