<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\History\Acts;
use App\History\Topic;
use App\Http\Resources\HeardResource;
use App\Marking\Together;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Plans\KeptAnswers;
use App\Practice\LineChoice;
use App\Practice\SectionLines;
use Illuminate\Support\Facades\Gate;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Listing;
use UprightPencil\Rehearsal\Heard\Correction;
use UprightPencil\Rehearsal\Heard\Corrections;

/**
 * The mark and the practice line that answer what was heard, for every section it was heard from; one press makes them.
 *
 * @phpstan-import-type HeardOffer from HeardResource
 */
final class Corrected
{
    /** @var array<string, PracticePart> as they are marked, by section and revision: many things are heard of one part */
    private array $parts = [];

    public function __construct(
        private readonly SectionLines $lines,
        private readonly KeptAnswers $kept,
        private readonly Together $together,
        private readonly Acts $acts,
    ) {
    }

    /** @return HeardOffer|null null where nothing helps, or is there already */
    public function offer(Piece $piece, HeardThing $thing, int $measure, User $user): ?array
    {
        $said = $names = [];
        $hasMark = $hasLine = false;
        foreach ($this->of($piece, $thing, $measure, $user) as [$section, $correction]) {
            $names[] = $section->name;
            if ($correction->lines !== []) {
                $hasMark = true;
                $said[$correction->words] = true;
            }
            if ($correction->practice !== null) {
                $hasLine = true;
                $said[$correction->practice->kind->aLine()] = true;
            }
        }

        return $names === [] ? null : [
            'text' => Listing::of(array_keys($said)),
            'sections' => $names,
            'hasMark' => $hasMark,
            'hasLine' => $hasLine,
        ];
    }

    /** Makes them. Returns what was done, in words; empty where there is nothing to do any more. */
    public function make(Piece $piece, HeardThing $thing, int $measure, User $user): string
    {
        $offer = $this->offer($piece, $thing, $measure, $user);
        if ($offer === null) {
            return '';
        }
        $marks = [];
        foreach ($this->of($piece, $thing, $measure, $user) as [$section, $correction]) {
            if ($correction->lines !== []) {
                $marks[] = ['section' => $section->id, 'lines' => implode("\n", $correction->lines)];
            }
            if ($correction->practice !== null && Gate::forUser($user)->allows('edit', $section)) {
                $this->practise($section, $correction->practice, $user);
            }
        }
        $label = "m. {$thing->last()->measure}: {$offer['text']}";
        if ($marks !== []) {
            $this->together->do($piece, $user, $this->together->read($piece, $marks), PHP_INT_MAX, $label);
        }

        return $label;
    }

    /** @return list<array{Section, Correction}> of each section that may be marked, where something is left to do */
    private function of(Piece $piece, HeardThing $thing, int $measure, User $user): array
    {
        $corrections = [];
        foreach ($piece->sections as $section) {
            /** @var Section $section */
            $isBowed = Instrument::tryFrom($section->instrument)?->isBowed() === true;
            if (!$thing->isOf($section->part_id) || !$isBowed || Gate::forUser($user)->denies('propose', $section)) {
                continue;
            }
            $found = (new Corrections($this->part($section)))->of($thing->kind(), $measure, $thing->note(), $thing->text());
            $found = new Correction(
                $this->isMarked($section, $found->lines) ? [] : $found->lines,
                $found->words,
                $found->practice === null || $this->isPractised($section, $found->practice) ? null : $found->practice,
            );
            if (!$found->isEmpty()) {
                $corrections[] = [$section, $found];
            }
        }

        return $corrections;
    }

    /** @param list<string> $lines */
    private function isMarked(Section $section, array $lines): bool
    {
        if ($lines === []) {
            return false;
        }
        [[, $marks]] = $this->together->read($section->piece, [['section' => $section->id, 'lines' => implode("\n", $lines)]]);
        $keys = array_map(static fn (CoreMark $mark): string => $mark->key(), $marks);
        $words = array_map(static fn (CoreMark $mark): string => $mark->words(), $marks);
        /** @var list<Mark> $rows */
        $rows = $section->marks()->whereIn('key', $keys)->get()->all();

        return array_filter($rows, static fn (Mark $row): bool => in_array($row->toCore()?->words(), $words, true)) !== [];
    }

    private function isPractised(Section $section, LineProposal $line): bool
    {
        $practised = $this->kept->remember(
            'practised ' . md5(self::asItIs($section)),
            $section->piece,
            fn (): array => array_map(
                static fn (LineProposal $one): string => $one->key(),
                $this->lines->chosen($section, new PracticeLines($this->part($section))),
            ),
        );

        return in_array($line->key(), $practised, true);
    }

    private function part(Section $section): PracticePart
    {
        return $this->parts[self::asItIs($section)] ??= $this->lines->part($section);
    }

    private static function asItIs(Section $section): string
    {
        return "{$section->id} {$section->piece->revision} " . json_encode($section->practice);
    }

    private function practise(Section $section, LineProposal $line, User $user): void
    {
        $choice = LineChoice::from($section->practice);
        $keys = $choice->keys ?? array_map(
            static fn (LineProposal $one): string => $one->key(),
            $this->lines->chosen($section, $this->lines->of($section)),
        );
        $keys = array_slice(array_values(array_unique([...$keys, $line->key()])), -LineChoice::MOST);
        $this->acts->do(
            $user,
            $section->piece,
            Topic::Part,
            "{$line->kind->aLine()} for {$section->name}",
            ["section:{$section->id}"],
            static fn () => $section->update(['practice' => (new LineChoice($keys, $choice->goals))->toArray()]),
        );
    }
}
