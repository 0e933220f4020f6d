<?php

declare(strict_types=1);

namespace Tests\Core\Settings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Test;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Settings\BowRegion;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\DistributionSettings;
use UprightPencil\Fingering\Costs\EventContext;
use UprightPencil\Fingering\Costs\MoveContext;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Music\Pitch;

/**
 * Every number of the settings is read where the answer is made: changing it changes an answer, or the words it gives, in one of the
 * passages below. A number that nothing reads, or that is written a second time elsewhere, is found here.
 */
final class SettingsTest extends TestCase
{
    /** @var array<array-key, Passage>|null */
    private static ?array $passages = null;
    /** @var array<string, string> digests of the answers with the settings as they are */
    private static array $usual = [];

    #[Test, DataProvider('numbers')]
    public function everyNumberChangesAnAnswer(string $room, string $name): void
    {
        foreach (self::shortestFirst() as $passage => $music) {
            $settings = $room === 'hand' ? $music->options()->fingerSettings() : $music->options()->bowSettings();
            foreach (self::changed($settings, explode('.', $name)) as $other) {
                if (self::answer($music, $other) !== (self::$usual["{$room} {$passage}"] ??= self::answer($music, $settings))) {
                    $this->addToAssertionCount(1);

                    return;
                }
            }
        }
        self::fail("No passage is answered otherwise when {$name} changes: either nothing reads it, or write a passage for it.");
    }

    /** The answers of the cost model are remembered by these keys: a thing that is read but not in the key would be answered wrongly. */
    #[Test, DataProvider('contexts')]
    public function theKeyFollowsAllThatIsRead(EventContext|MoveContext $context, string $name): void
    {
        $values = get_object_vars($context);
        $value = $values[$name];
        $other = match (true) {
            is_bool($value) => !$value,
            is_array($value) => [Pitch::of('B', 0, 4)],
            default => $value + 1,
        };

        self::assertNotSame($context->key(), (new ($context::class)(...[...$values, $name => $other]))->key());
    }

    /** @return iterable<string, array{EventContext|MoveContext, string}> */
    public static function contexts(): iterable
    {
        $event = new EventContext([Pitch::of('A', 0, 4)], 0, false, true, false, true);
        foreach ([$event, new MoveContext(0.5, 0.25, false, true, false, true)] as $context) {
            foreach (array_keys(get_object_vars($context)) as $name) {
                yield $context::class . " {$name}" => [$context, $name];
            }
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function numbers(): iterable
    {
        foreach (['hand' => new FingerSettings(), 'bow' => new BowSettings()] as $room => $settings) {
            foreach (self::names($settings) as $name) {
                yield "{$room}: {$name}" => [$room, $name];
            }
        }
    }

    /** @return list<string> */
    private static function names(object $settings): array
    {
        $names = [];
        foreach (get_object_vars($settings) as $name => $value) {
            $names = match (true) {
                is_float($value), $value instanceof BowRegion => [...$names, $name],
                $value instanceof DistributionSettings => [
                    ...$names,
                    ...array_map(static fn (string $inner): string => "{$name}.{$inner}", self::names($value)),
                ],
                default => $names,
            };
        }

        return $names;
    }

    /**
     * @template T of object
     * @param T $settings
     * @param list<string> $path names from the outside in
     * @return list<T> the same with one number much larger, much smaller, and somewhat larger
     */
    private static function changed(object $settings, array $path): array
    {
        $values = get_object_vars($settings);
        $name = array_shift($path);
        $value = $values[$name];
        $others = match (true) {
            $value instanceof BowRegion => [new BowRegion(0.9, 1.0, 5.0), new BowRegion(0.0, 0.1, 5.0)],
            $value instanceof DistributionSettings => self::changed($value, $path),
            default => [$value * 4 + 0.3, $value * 0.2, $value * 1.7],
        };

        return array_map(static fn (mixed $other): object => new ($settings::class)(...[...$values, $name => $other]), $others);
    }

    private static function answer(Passage $music, FingerSettings|BowSettings $settings): string
    {
        return md5(serialize($settings instanceof FingerSettings ? $music->fingersBy($settings) : $music->bowsBy($settings)));
    }

    /** @return array<array-key, Passage> */
    private static function shortestFirst(): array
    {
        if (self::$passages === null) {
            self::$passages = self::passages();
            uasort(self::$passages, static fn (Passage $a, Passage $b): int => strlen($a->text()) <=> strlen($b->text()));
        }

        return self::$passages;
    }

    /** @return array<array-key, Passage> */
    private static function passages(): array
    {
        return [
            'bows that stop in rests' => Passage::of('4/4', 'D5q. E5e F#5q rq | G5q F#5q E5h | D5q E5q F#5q rq | G5q F#5q E5q rq | D5h. rq | E5h. rq | D5w')->inKey(1)->at(84)
                ->school(BowSchool::Downbeat)->with('rest=freeze')->explained(),
            'shifts that are heard' => Passage::of('4/4', '(A4e B4e C5e E5e) A5h | (A5q C6q) B5h | (E5q F5q G5q C6q | B5h) A5h | (B4q D5q) (F5q A5q)')
                ->profile('advanced')->with('shift=heard')->at(66)->explained(),
            'fingers moved over' => Passage::of('4/4', 'E4q B4q C#5q F#4q | (E4q B4q) A4h | F#4e C#5e F#4e C#5e G4q D5q | (E4q B4q) (F4q C5q)')->inKey(2)
                ->profile('second-year')->with('fifth=move')->explained(),
            'a section against the last note' => Passage::of('4/4', 'D4q E4q F#4q G4q | A4q B4q (C#5e B4e) A4e G4e [double]'
                . ' | D5e C#5e (B4e A4e) G4e F#4e E4e D4e | D4w')->inKey(2)->at(150)->school(BowSchool::Downbeat)->explained(),
            'words for the bow' => Passage::of('4/4', '[at the frog] A4q B4q C5q D5q | [at the tip] A4e B4e C5e D5e E5q D5q | [ord.] A4h A4h')->at(96)->explained(),
            'parts of the bow' => Passage::of('4/4', 'A4q B4q C5q D5q | A4e B4e C5e D5e E5q D5q | A4q B4q C5q D5q | A4e B4e C5e D5e E5q D5q'
                . ' | A4q B4q C5q D5q | E5e D5e C5e B4e A4h | A4h B4h | C5h D5h | A4w')->at(84)
                ->marked("1 frog\n2 balance\n3 middle\n4 tip\n5 lower half\n6 upper half\n7 whole bow\n8 save\n9 frog"),
            'touched or shifted to' => Passage::of('4/4', 'A5q C6q B5q A5q | E6w')->profile('advanced')->at(80)->explained(),
            'soft and light' => Passage::of('4/4', '[pp] A4q B4q C5q D5q | A4h B4h')->at(80)->with('soft=light')->explained(),
            'a march' => Passage::of('4/4', "[f] D4q D4q (F#4e G4e) A4q | [p] B4h' C5h' | A4q. F#4e (D4q E4q) | [ff] F#4e> E4e D4e E4e D4h"
                . " | [mark A] [pp] A4e A4e B4e B4e C5e C5e D5e D5e | (D5h. E5q) | F5w | (D5q C5q B4q A4q) | D4w")->inKey(1)
                ->school(BowSchool::Downbeat)->at(96)->explained(),
            'through third position' => Passage::of('4/4', "C6q D6q C6q B5q | A5e G5e F5e E5e D5q A4q | (C5q E5q) (G5q B5q) | D6q. C6e rh"
                . ' | G#5q A5q Bb5q F#5q | A4e C6e E5e G4e B5q D4q | (E5e D#5e) (E5e F5e) (G5e A5e) (B5e C6e) | E5h [p] E5h | A4w')
                ->profile('third-position')->at(88)->explained(),
            'quick notes' => Passage::of('4/4', "A4s B4s C5s D5s E5s D5s C5s B4s (A4s G4s F4s G4s) A4s' B4s' C5s' D5s' | [spiccato] E5e E5e D5e D5e C5e C5e B4e B4e"
                . ' | (A4e. G4s) (A4e. G4s) (F4e. E4s) D4q | [p] A4e A4e A4e A4e G4e G4e G4e G4e | A4s A4s A4s A4s rq A4w')->at(132)->explained(),
            'a first-year tune' => Passage::of('4/4', 'D4q E4q F#4q G4q | A4h B4q A4q | (E5q D5q) A4h | A4q A4q B4q A4q | E5h. A4q | D4w')->inKey(2)
                ->profile('first-year')->school(BowSchool::Downbeat)->at(72)->explained(),
            'the fourth finger wanted' => Passage::of('4/4', 'A4q B4q C#5q D5q | E5q D5q C#5q B4q | A4h E5h | E5q. C#5e A4h | A4q G4q F#4q E4q | D4h A4h')
                ->inKey(2)->profile('second-year')->with('open=four')->at(66)->explained(),
            'fourth going down' => Passage::of('4/4', 'B4q A4q G4q F#4q | E5q D5q C#5q B4q | A4q G4q F#4h | A4w')->inKey(2)
                ->profile('second-year')->with('open=descending-four')->at(66)->explained(),
            'either printed' => Passage::of('4/4', 'F#4q G4q A4h | G4q A4q B4h | D5q E5h C#5q | A4w')->inKey(2)
                ->profile('second-year')->with('open=either')->at(66)->explained(),
            'home is first position' => Passage::of('4/4', 'A4q C5q E5q A5q | B5q C6q D6q C6q | A5q E5q C5q A4q | E5q G5q B5q D6q | C6h A5h')
                ->profile('third-position')->with('stay=home')->at(72)->explained(),
            'a cello line' => Passage::of('4/4', "C3q D3q E3q F3q | G3e A3e Bb3e A3e G3q F3q | (D3e F#3e) (E3e G#3e) A3h | [mf] Bb2q C#3q Eb3q F#3q"
                . ' | A3q C4q D4q F4q | E4e D4e C4e B3e A3q E3q | (C3s F3s A3s F3s) C3q (D3s G3s B3s G3s) D3q | C3w')->by('Cello')
                ->profile('third-position')->at(84)->explained(),
            'a bass line' => Passage::of('4/4', 'D2q E2q F#2q G2q | A2q B2q C#3q D3q | F#3q E3q D3q C#3q | A2h D2h | G2q. A2e (B2e C3e) D3q')->by('Bass')
                ->inKey(2)->profile('third-position')->at(84)->explained(),
            'a figure and its return' => Passage::of('4/4', '[repeat] A5q B5q C6q D6q | E5q C5q A4q E4q | A5q B5q C6q A5q | (G5e E5e) C5q A4h [back]'
                . ' | E4q A4q C5q E5q | A5q B5q C6q D6q | E5q C5q A4q E4q | C6w')->profile('third-position')->at(112)->explained(),
            'fingers next door' => Passage::of('4/4', '(G4e D5e) (Bb4e F5e) (E4e Bb4e) (F4e C#5e) | (F#4s C5s F#4s C5s) (G4s C#5s E5s A5s) G#4q C5q'
                . ' | (C5q. F5e) Bb4q Eb5q | F4q F#4q Bb5q F4q | D4e A4e D5e A4e (B3e A4e) (G5e D4e)')->profile('third-position')->at(96)->explained(),
            'accents and rests' => Passage::of('4/4', "A4q> B4q> rq C5q> | D5q rq rq D5q> | [f] (A4e B4e) C5q> rq C5q | rq A4q> A4q> rq | B4e B4e rq B4q> rq | E5h. E5q"
                . " | rq D5q' D5q' rq | C5e rq B4e A4q rq")->school(BowSchool::Downbeat)->at(120)->profile('second-year')->explained(),
            'accents as they come' => Passage::of('4/4', "A4q> B4q> C5q> D5q> | E5q> rq D5e> C5e> B4q> | A4h> [pp] A4e B4e C5e D5e | E5e^ D5e^ C5e^ B4e^ A4q rq")
                ->at(104)->explained(),
            'strong beats' => Passage::of('4/4', "A4q (B4q C5q) D5q | C5e. C5s B4q (A4q B4q) | C5q. C5e (D5q E5q) | (A4q B4q C5q) C5q | D5w | D5w | [ff] E5h E5h | A4q rh.")
                ->school(BowSchool::Downbeat)->at(72)->marked("5.1 down\n7.3 down")->explained(),
            'goals' => Passage::of('4/4', "A4q A4q B4q C5q | D5q rq C5q B4q | A4e A4e rq A4q (B4q | C5s) C5s D5s D5s E5q rq E5q | (D5q C5q) B4q A4q | A4w")
                ->at(126)->marked("3.1 goal down\n4.4 goal up\n5.1 goal up\n6.1 goal down")->explained(),
            'long and slow' => Passage::of('4/4', "[ff] A4w~ | A4w | [pp] B4h. B4q | [f] (C5h D5h | E5h D5h) | [p] rh A4h' | (A4w | B4w | C5w) | rq [ff] D5e' D5e' D5h>")
                ->at(56)->explained(),
            'leads back without time' => Passage::of('4/4', '[repeat] C5q A4q A4q A4q | A4e B4e E5e A5e C6e D6e D6e B5e [back]')->at(144)
                ->profile('third-position')->explained(),
            'leads back with little time' => Passage::of('4/4', '[repeat] C5q D5q B4q C5q | A4e B4e E5e A5e C6e D6e B5q [back] | A4w')->at(76)
                ->profile('third-position')->explained(),
            'beside the nut' => Passage::of('4/4', 'Bb4q B4q Bb4q B4q | F4q F#4q E4q Eb4q | Bb4q E5q F4q B4q | Bb3q F4q C5q F#5q | A4e F5e Bb4e F#5e B4e F5e A4h')
                ->profile('second-year')->at(80)->explained(),
            'squeezed' => Passage::of('4/4', '(D#5q Eb5q) (E#4q Gb4q) | (F#4e Gb5e) (G#4e Ab4e) (B#4e Db5e) A4q | (C#5s Db5s D#5s Eb5s) E5h. | C#5e D4e Fb5e C#5e Db5e F5e B#4q')
                ->profile('second-year')->at(100)->explained(),
            'after a breath' => Passage::of('4/4', 'A4e rs B4s A4e rt A4t. G4t E5e rt D5s. C5e | A4q rq G4h | D5e. rs C5e. rs B4h | A4w')->profile('second-year')
                ->with('open=descending-four')->at(90)->explained(),
            'ups and rests' => Passage::of('4/4', "A4qu rh. | B4q' C5q' rq D5qd | D5s rs D5s rs E5q E5q rq | A4s A4s rq B4s B4s rq C5q | rh C5hu | C5e rq. C5qd rq | [pp] D5e D5e D5e rq E5e E5q | A4q rh A4q")
                ->at(138)->profile('second-year')->marked("2.4 down\n4.1 down")->explained(),
            'a figure again' => Passage::of('4/4', 'A4q (B4q C5q) D5q | E5h C5h | A4q (B4q C5q) D5q | E5q C5h. | A4q (B4q C5q) D5q | E5q. C5e (D5q C5q) | A4q (B4q C5q) D5q | E5h rh')
                ->school(BowSchool::Downbeat)->at(84)->explained(),
            'saved and spent' => Passage::of('4/4', "[ff] (A4w~ | A4h) B4h | [pp] (C5q D5q E5q D5q | C5w) | [ff] (A4w | B4h.) C5e> D5e> | E5w | [p] D5h. C5e' C5e' | [ff] (B4w | A4w) | D4s E4s F4s G4s A4w~ | A4h. rq")
                ->by('Cello')->at(48)->explained(),
            'sharps beside the nut' => Passage::of('4/4', 'A#4q B4q A#4q B4q | B4e A#4e B4e C#5e D#5q E5q | E#5q F#5q E#5q F#5q | B4w')->inKey(5)
                ->profile('second-year')->at(80)->explained(),
            'hooked where the bow is spent' => Passage::of('4/4', '[ff] A4w | B4h C5h | D5w | E5h E5h')->at(80)
                ->marked("2.1 hook\n4.1 hook")->profile('third-position')->explained(),
            'a retake without a rest' => Passage::of('4/4', '[f] A4q B4q C5q D5q | E5q D5q C5h | B4e A4e G4h.')->at(100)
                ->marked("1.3 retake\n2.1 retake\n3.2 retake")->explained(),
            'a hook before a rest, or later' => Passage::of('4/4', '(A4q B4q C5q) D5e. rs | (C5q B4q A4q B4q) | (A4q B4q C5q) D5q | E5h C5h')->at(120)
                ->marked('4.1 goal down')->explained(),
            'a hook across a rest, or later' => Passage::of('4/4', '(A4q B4q C5q) rs D5e. | (C5q B4q A4q B4q) | (A4q B4q) (C5q D5q) | E5h C5h')->at(120)
                ->marked('4.1 goal down')->explained(),
            'too fast to hook' => Passage::of('4/4', 'A4s B4s C5s D5s E5s D5s C5s B4s A4s G4s A4s B4s C5s D5s E5e | A4h A4h | E5s D5s C5s B4s A4s G4s A4s B4s (C5q B4e) A4e | A4w')
                ->at(132)->school(BowSchool::Downbeat)->explained(),
            'leads back, and saves a little' => Passage::of('4/4', '[repeat] C6q D6q C6q B5q | G5q F5e C5e D5q C5q | A4q C5q A4h | A4q B4q E5h'
                . ' | C5q D5e B4e D5q F5q | C5q E5q A5h | C6q A5q G5h [back]')->at(132)->profile('third-position')->explained(),
            'a figure that comes three times' => Passage::of('4/4', "G4e C4e B3q A3e (D4e C4q) | (G3q G3q) (A3q' G3q) | B3e A3e (G3q G3e) G3e G3q"
                . " | G3e' C4e F4q' G4e A4e G4q | G4e C4e B3q A3e (D4e C4q) | (G3q G3q) (A3q' G3q) | B3e A3e (G3q G3e) G3e G3q | [ff] B4w"
                . " | (A4q.' A4e) D4h | G4e C4e B3q A3e (D4e C4q) | (G3q G3q) (A3q' G3q) | B3e A3e (G3q G3e) G3e G3q | D4h. rq"
                . " | C4q B3q G3h | (A3q G3q) G3q G3q'")->at(84)->school(BowSchool::Downbeat)->explained(),
            ...array_map(static fn (int $seed): Passage => Tunes::make($seed), [1, 3, 21, 28]),
        ];
    }
}
