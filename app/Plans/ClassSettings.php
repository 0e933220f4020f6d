<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Piece;
use App\Models\User;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\Wording;
use UprightPencil\Settings\CountingWords;
use UprightPencil\Settings\Profile;

/**
 * What a director's class can do and how it is used to reading: profile, schools, instrument sizes, wording.
 *
 * @phpstan-type Settings array{profile: value-of<Profile>, schools: array<string, string>, sizes: array<string, string>,
 *     density: value-of<Density>, bows: value-of<BowDensity>, wording: value-of<Wording>, namesNotes: bool}
 */
final readonly class ClassSettings
{
    /**
     * @param array<string, string> $schools by {@see PlanOptions::SCHOOLS}
     * @param array<string, string> $sizes by instrument, as {@see Fingerboard::LENGTHS} names them
     */
    private function __construct(
        public Profile $profile,
        public array $schools,
        public array $sizes,
        public Density $density,
        public BowDensity $bows,
        public Wording $wording,
        public bool $namesNotes,
    ) {
    }

    public static function of(User $user): self
    {
        return self::from($user->settings ?? []);
    }

    /** What the ensemble can do on whose shelf a piece lies; where nothing is said of it, what all of the director's do. */
    public static function for(Piece $piece): self
    {
        return self::from($piece->shelf->settings ?? $piece->owner->settings ?? []);
    }

    /** @param array<mixed> $settings anything unknown in it is left aside */
    public static function from(array $settings): self
    {
        $profile = $settings['profile'] ?? null;
        $schools = $sizes = [];
        foreach (PlanOptions::allChoices() as $key => $values) {
            $value = is_array($settings['schools'] ?? null) ? $settings['schools'][$key] ?? null : null;
            $schools[$key] = is_string($value) && in_array($value, $values, true) ? $value : $values[0];
        }
        foreach (Fingerboard::LENGTHS as $instrument => $lengths) {
            $size = is_array($settings['sizes'] ?? null) ? $settings['sizes'][$instrument] ?? null : null;
            $sizes[$instrument] = is_string($size) && isset($lengths[$size]) ? $size : (string) array_key_first($lengths);
        }

        return new self(
            Profile::tryFrom(is_string($profile) ? $profile : '') ?? Profile::SecondYear,
            $schools,
            $sizes,
            Density::tryFrom(is_string($settings['density'] ?? null) ? $settings['density'] : '') ?? Density::Standard,
            BowDensity::tryFrom(is_string($settings['bows'] ?? null) ? $settings['bows'] : '') ?? BowDensity::Some,
            Wording::tryFrom(is_string($settings['wording'] ?? null) ? $settings['wording'] : '') ?? Wording::Words,
            ($settings['namesNotes'] ?? false) === true,
        );
    }

    public function with(string $name, string $value): self
    {
        return self::from([...$this->toArray(), $name => $value]);
    }

    public function options(string $instrument): PlanOptions
    {
        return new PlanOptions(
            $this->profile,
            $this->schools,
            density: $this->density,
            wording: $this->wording,
            size: $this->sizes[$instrument] ?? '',
            namesNotes: $this->namesNotes,
            bows: $this->bows,
        );
    }

    /** What measures and lengths are called. */
    public function words(): CountingWords
    {
        return $this->options('')->countingWords();
    }

    /** @return Settings */
    public function toArray(): array
    {
        return [
            'profile' => $this->profile->value,
            'schools' => $this->schools,
            'sizes' => $this->sizes,
            'density' => $this->density->value,
            'bows' => $this->bows->value,
            'wording' => $this->wording->value,
            'namesNotes' => $this->namesNotes,
        ];
    }
}
