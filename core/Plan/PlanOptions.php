<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\Settings\AfterDots;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\InRest;
use UprightPencil\Bowing\Settings\LongChange;
use UprightPencil\Bowing\Settings\LongNotes;
use UprightPencil\Bowing\Settings\SoftBow;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Fingering\Settings\FifthHabit;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Settings\HandHabit;
use UprightPencil\Fingering\Settings\OpenStringSchool;
use UprightPencil\Fingering\Settings\ShiftSound;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\OpenSign;
use UprightPencil\Printing\Wording;
use UprightPencil\Settings\CountingWords;
use UprightPencil\Settings\Profile;
use UprightPencil\Settings\School;

/** What the director chose for a class: its profile, its schools, a tempo over the score's. */
final readonly class PlanOptions
{
    /** @var array<string, class-string<School>> by the key they are chosen with; the first case of each is the default */
    public const SCHOOLS = [
        'bow' => BowSchool::class,
        'long' => LongNotes::class,
        'change' => LongChange::class,
        'rest' => InRest::class,
        'soft' => SoftBow::class,
        'style' => AfterDots::class,
        'open' => OpenStringSchool::class,
        'bass' => BassHand::class,
        'stay' => HandHabit::class,
        'shift' => ShiftSound::class,
        'fifth' => FifthHabit::class,
        'hard' => HardNotes::class,
        'zero' => OpenSign::class,
        'words' => CountingWords::class,
    ];

    /**
     * @param array<string, string> $schools choices by the keys of {@see SCHOOLS}; what is not named takes the default
     * @param float|null $tempo quarter notes a minute over what the score says
     * @param array<int, float> $tempos the director's, by the index of the measure they begin in
     * @param string $size of the instrument, as {@see \UprightPencil\Fingering\Hand\Fingerboard::LENGTHS} names it
     * @param bool $namesNotes letter names under the notes, for beginners
     * @param bool $signsTheEnd whether the last stroke says its direction: for files that are read again
     */
    public function __construct(
        public Profile $profile = Profile::SecondYear,
        public array $schools = [],
        public ?float $tempo = null,
        public array $tempos = [],
        public Density $density = Density::Standard,
        public Wording $wording = Wording::Words,
        public string $size = '',
        public bool $namesNotes = false,
        public BowDensity $bows = BowDensity::Some,
        public bool $signsTheEnd = false,
    ) {
    }

    /**
     * The values of one school, the default first.
     *
     * @return non-empty-list<string>
     */
    public static function choices(string $key): array
    {
        return array_map(static fn (School $school): string => (string) $school->value, self::SCHOOLS[$key]::cases());
    }

    /** @return array<string, non-empty-list<string>> the values of all schools by their keys */
    public static function allChoices(): array
    {
        $keys = array_keys(self::SCHOOLS);

        return array_combine($keys, array_map(self::choices(...), $keys));
    }

    private function school(string $key): string
    {
        return $this->schools[$key] ?? self::choices($key)[0];
    }

    /** @param array<int, float> $tempos by the index of the measure they begin in */
    public function withTempos(array $tempos): self
    {
        return new self(
            $this->profile,
            $this->schools,
            $this->tempo,
            $tempos,
            $this->density,
            $this->wording,
            $this->size,
            $this->namesNotes,
            $this->bows,
            $this->signsTheEnd,
        );
    }

    public function withDensity(Density $density): self
    {
        return new self(
            $this->profile,
            $this->schools,
            $this->tempo,
            $this->tempos,
            $density,
            $this->wording,
            $this->size,
            $this->namesNotes,
            $this->bows,
            $this->signsTheEnd,
        );
    }

    /** How many directions of the bow the page shows. */
    public function withBows(BowDensity $bows): self
    {
        return new self(
            $this->profile,
            $this->schools,
            $this->tempo,
            $this->tempos,
            $this->density,
            $this->wording,
            $this->size,
            $this->namesNotes,
            $bows,
            $this->signsTheEnd,
        );
    }

    public function fingerSettings(): FingerSettings
    {
        return new FingerSettings(
            $this->profile,
            OpenStringSchool::from($this->school('open')),
            HandHabit::from($this->school('stay')),
            BassHand::from($this->school('bass')),
            $this->size,
            shifts: ShiftSound::from($this->school('shift')),
            fifths: FifthHabit::from($this->school('fifth')),
        );
    }

    public function hardNotes(): HardNotes
    {
        return HardNotes::from($this->school('hard'));
    }

    /** How a change of bow inside a long note is played. */
    public function longChange(): LongChange
    {
        return LongChange::from($this->school('change'));
    }

    /** "low 2" or "0 or 4" as this class reads it. */
    public function fingerAsRead(string $finger): string
    {
        return OpenSign::from($this->school('zero'))->write($this->wording->write($finger));
    }

    /** What measures and lengths are called. */
    public function countingWords(): CountingWords
    {
        return CountingWords::from($this->school('words'));
    }

    public function bowSettings(): BowSettings
    {
        return new BowSettings(
            BowSchool::from($this->school('bow')),
            LongNotes::from($this->school('long')),
            $this->profile->isBeginner(),
            SoftBow::from($this->school('soft')),
            rests: InRest::from($this->school('rest')),
            afterDots: AfterDots::from($this->school('style')),
        );
    }
}
