<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Shelf;
use App\Models\User;
use App\Plans\ClassSettings;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Music\Instrument;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\Wording;
use UprightPencil\Settings\Profile;
use UprightPencil\Settings\School;

/**
 * What a class can do and how it reads, with everything there is to choose from.
 *
 * @phpstan-import-type Settings from ClassSettings
 * @phpstan-type Choice array{value: string, words: string}
 * @phpstan-type WordingChoice array{value: value-of<Wording>, words: string}
 * @phpstan-type DensityChoice array{value: value-of<Density>, words: string}
 * @phpstan-type BowDensityChoice array{value: value-of<BowDensity>, words: string}
 * @phpstan-type SchoolRow array{key: string, title: string, choices: list<Choice>}
 * @phpstan-type ProfileRow array{value: value-of<Profile>, words: string, means: string}
 * @phpstan-type Ensemble array{id: int, name: string, isOwn: bool}
 * @phpstan-type ClassPiece array{id: int, title: string}
 * @phpstan-type ClassChoices array{settings: Settings, isOwn: bool, shelves: list<Ensemble>, profiles: list<ProfileRow>,
 *     schools: list<SchoolRow>, wordings: list<WordingChoice>, densities: list<DensityChoice>,
 *     bowDensities: list<BowDensityChoice>, sizes: array<string, list<string>>,
 *     positions: array<string, list<string>>}
 */
final class ClassResource
{
    /**
     * @param bool $isOwn whether the ensemble asked for has settings of its own
     * @return ClassChoices
     */
    public static function of(User $user, ClassSettings $settings, bool $isOwn): array
    {
        $positions = [];
        foreach (array_keys(Fingerboard::LENGTHS) as $instrument) {
            $positions[$instrument] = Position::all(Instrument::from($instrument));
        }

        return [
            'settings' => $settings->toArray(),
            'isOwn' => $isOwn,
            'shelves' => array_values($user->shelves()->get(['id', 'name', 'settings'])->map(
                static fn (Shelf $shelf): array => ['id' => $shelf->id, 'name' => $shelf->name, 'isOwn' => $shelf->settings !== null],
            )->all()),
            'profiles' => array_map(
                static fn (Profile $profile): array
                    => ['value' => $profile->value, 'words' => $profile->words(), 'means' => $profile->means()],
                Profile::cases(),
            ),
            'schools' => self::schools(),
            'wordings' => array_map(
                static fn (Wording $wording): array => ['value' => $wording->value, 'words' => $wording->words()],
                Wording::cases(),
            ),
            'densities' => array_map(
                static fn (Density $density): array => ['value' => $density->value, 'words' => $density->words()],
                Density::cases(),
            ),
            'bowDensities' => array_map(
                static fn (BowDensity $density): array => ['value' => $density->value, 'words' => $density->words()],
                BowDensity::cases(),
            ),
            'sizes' => array_map(static fn (array $lengths): array => array_map(strval(...), array_keys($lengths)), Fingerboard::LENGTHS),
            'positions' => $positions,
        ];
    }

    /** @return list<SchoolRow> */
    private static function schools(): array
    {
        $schools = [];
        foreach (PlanOptions::SCHOOLS as $key => $school) {
            $choices = array_map(self::choice(...), $school::cases());
            $schools[] = ['key' => $key, 'title' => $school::title(), 'choices' => $choices];
        }

        return $schools;
    }

    /** @return Choice */
    private static function choice(School $case): array
    {
        return ['value' => (string) $case->value, 'words' => $case->words()];
    }
}
