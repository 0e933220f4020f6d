<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Bowing\Settings\BowSettings;
use UprightPencil\Bowing\Settings\LongNotes;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\Wording;

/** What the director chose for a class: its profile, its schools, a tempo over the score's. */
final readonly class PlanOptions
{
    public const PROFILES = ['first-year', 'second-year', 'third-position', 'advanced'];

    public const SCHOOLS = [
        'bow' => ['as-it-comes', 'downbeat'],
        'long' => ['together', 'staggered'],
        'open' => ['open', 'descending-four', 'four', 'either'],
        'bass' => ['124', '1234'],
        'stay' => ['stay', 'home'],
    ];

    /**
     * @param string $profile one of {@see PROFILES}
     * @param array<string, string> $schools choices from {@see SCHOOLS}; what is not named takes its first
     * @param float|null $tempo quarter notes a minute over what the score says
     * @param array<int, float> $tempos the director's, by the index of the measure they begin in
     * @param string $size of the instrument, as {@see \UprightPencil\Fingering\Hand\Fingerboard::LENGTHS} names it
     * @param bool $namesNotes letter names under the notes, for beginners
     */
    public function __construct(
        public string $profile = 'second-year',
        public array $schools = [],
        public ?float $tempo = null,
        public array $tempos = [],
        public Density $density = Density::Standard,
        public Wording $wording = Wording::Words,
        public string $size = '',
        public bool $namesNotes = false,
    ) {
    }

    public function school(string $key): string
    {
        return $this->schools[$key] ?? self::SCHOOLS[$key][0];
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
        );
    }

    public function fingerSettings(): FingerSettings
    {
        return new FingerSettings(
            $this->profile,
            $this->school('open'),
            $this->school('stay') === 'home',
            $this->school('bass') === '1234',
            $this->size,
        );
    }

    public function bowSettings(): BowSettings
    {
        return new BowSettings(
            BowSchool::from($this->school('bow')),
            LongNotes::from($this->school('long')),
            in_array($this->profile, ['first-year', 'second-year'], true),
        );
    }
}
