<?php

declare(strict_types=1);

namespace App\Paper;

use App\Drawing\Engraver;
use App\Drawing\NotDrawn;
use App\Drawing\Sheet;
use App\HandOut\KeptLists;
use App\Http\Resources\PatternResource;
use App\Lessons\PieceFacts;
use App\Models\Drawing;
use App\Models\Edition;
use App\Models\Link;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\ClassSettings;
use App\Plans\SectionPlanner;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cache;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\OpenStringWriter;
use UprightPencil\Lessons\WeekSheet;
use UprightPencil\Music\Measure;
use UprightPencil\Printing\Density;

/**
 * Sets what a director wants on paper. What was drawn is kept for an hour: who has looked at the pages of forty parts does not wait
 * for them again when they are made one file.
 */
final readonly class SetForPaper
{
    private const SECONDS = 3600;

    public function __construct(private SectionPlanner $plans, private Engraver $engraver, private PieceFacts $facts)
    {
    }

    /** @throws NotDrawn */
    public function section(Section $section, PaperWish $wish): PrintedPart
    {
        $plans = $this->plansFor($section->piece, $wish);
        $plan = $plans->of($section);
        $name = $section->name . match ($wish->what) {
            'open-strings' => ' on open strings',
            'patterns' => ': finger patterns',
            'list' => ': pencil list',
            default => '',
        };
        $words = ClassSettings::for($section->piece)->words();
        $pages = match ($wish->what) {
            'patterns' => PatternPages::of(PatternResource::of($plan), $wish->paper, $words),
            'list' => SlipPages::of(
                "{$section->piece->title} – {$section->name} · " . self::about($section),
                KeptLists::of($plan->score, $plan->part),
                $wish->slips,
                $wish->paper,
                $words,
            ),
            'open-strings' => $this->drawn(
                (new OpenStringWriter(Document::open((string) gzuncompress($section->source))))->write($plan->part),
                $wish->paper->sheet($wish->isLarge),
                $this->measures($section, $wish),
            ),
            default => $this->drawn(
                $plans->page($section, $plan->part),
                $wish->paper->sheet($wish->isLarge),
                $this->measures($section, $wish),
            ),
        };

        return new PrintedPart(
            $section->piece->title,
            $name,
            self::about($section),
            $pages,
            $section->piece->composer(),
            $wish->hasCode ? $this->code($section) : '',
            $wish->what === 'list',
            $wish->what === 'part' ? LessonHead::of($this->facts, $section->piece, $section->instrument) : [],
        );
    }

    /** @throws NotDrawn */
    private function poster(Piece $piece, Paper $paper): PrintedPart
    {
        $codes = [];
        foreach ($piece->sections as $section) {
            $code = $this->code($section);
            if ($code !== '') {
                $codes[] = ['name' => $section->name, 'code' => $code, 'address' => $this->address($section) ?? ''];
            }
        }
        if ($codes === []) {
            abort(422, 'No part of this piece has a link yet. Hand one out first.');
        }

        return new PrintedPart($piece->title, 'Poster', '', PosterPages::of($piece->title, $codes, $paper), isBare: true);
    }

    /**
     * What is of the whole piece: the score, or the poster of codes.
     *
     * @throws NotDrawn
     */
    public function together(Piece $piece, PaperWish $wish): PrintedPart
    {
        return $wish->what === 'poster' ? $this->poster($piece, $wish->paper) : $this->score($piece, $wish);
    }

    /** @throws NotDrawn */
    private function score(Piece $piece, PaperWish $wish): PrintedPart
    {
        $first = $piece->sections->first();
        $measures = $first === null ? null : $this->measures($first, $wish);
        $pages = $this->drawn($this->plansFor($piece, $wish)->scorePage($piece), $wish->paper->scoreSheet(), $measures);

        $under = LessonHead::of($this->facts, $piece, null);

        return new PrintedPart($piece->title, 'Score', Carbon::now()->format('F j, Y'), $pages, $piece->composer(), under: $under);
    }

    /** The plans as they are, or with more on the page than the class has otherwise. */
    private function plansFor(Piece $piece, PaperWish $wish): SectionPlanner
    {
        if (!$wish->hasEveryFinger && !$wish->namesNotes) {
            return $this->plans;
        }
        $class = ClassSettings::for($piece)->toArray();

        return $this->plans->assuming(ClassSettings::from([
            ...$class,
            'density' => $wish->hasEveryFinger ? Density::EveryNote->value : $class['density'],
            'namesNotes' => $wish->namesNotes || $class['namesNotes'],
        ]));
    }

    /**
     * Parts of several lessons, one after another on the same pages.
     *
     * @param non-empty-list<Section> $sections
     * @throws NotDrawn
     */
    public function week(string $title, string $part, array $sections, PaperWish $wish): PrintedPart
    {
        $lessons = array_map(function (Section $section) use ($wish): array {
            $plans = $this->plansFor($section->piece, $wish);
            $number = $section->piece->lesson_number;

            return [
                'title' => ($number === null ? '' : "{$number} · ") . $section->piece->title,
                'musicXml' => $plans->page($section, $plans->of($section)->part),
            ];
        }, $sections);

        return new PrintedPart($title, $part, '', $this->drawn(WeekSheet::of($lessons, ''), $wish->paper->weekSheet($wish->isLarge), null));
    }

    /**
     * Practice lines, one under the other.
     *
     * @param non-empty-list<array{title: string, parts: list<string>}> $lines each with the music of every part
     * @param non-empty-list<string> $names of the parts
     * @throws NotDrawn
     */
    public function lines(string $title, string $part, array $lines, array $names, Paper $paper): PrintedPart
    {
        // Who plays alone knows what instrument it is.
        $names = count($names) === 1 ? [''] : $names;

        return new PrintedPart($title, $part, '', $this->drawn(WeekSheet::score($lines, $names), $paper->weekSheet(false), null));
    }

    /** Of the link that is open now; empty where there is none. */
    private function code(Section $section): string
    {
        $address = $this->address($section);

        return $address === null ? '' : $this->engraver->squareCode($address);
    }

    private function address(Section $section): ?string
    {
        /** @var Link|null $link */
        $link = $section->links()->whereNull('ended_at')->orderByDesc('id')->first();

        return $link === null ? null : url("/part/{$link->token}");
    }

    /** Which edition is printed, and when: two sheets on one stand are told apart. */
    private static function about(Section $section): string
    {
        /** @var Edition|null $newest */
        $newest = $section->editions()->reorder('number', 'desc')->first(['id', 'number', 'revision']);
        $edition = match (true) {
            $newest === null => 'not handed out yet',
            $newest->revision === $section->piece->revision => "edition {$newest->number}",
            default => "edition {$newest->number} and later changes",
        };

        return "{$edition}, " . Carbon::now()->format('F j, Y');
    }

    /**
     * @param array{int, int}|null $measures
     * @return list<string>
     * @throws NotDrawn
     */
    private function drawn(string $musicXml, Sheet $sheet, ?array $measures): array
    {
        $name = 'paper:' . md5(implode(' ', [$this->engraver->version(), $sheet->value, ...($measures ?? []), $musicXml]));
        $kept = rescue(static fn (): mixed => Cache::get($name), report: false);
        if (is_string($kept)) {
            return (new Drawing(['pages' => (string) base64_decode($kept, true)]))->svg();
        }
        $pages = [];
        foreach ($this->engraver->draw($musicXml, [$sheet], $measures) as $drawn) {
            $pages = $drawn;
        }
        rescue(static fn (): bool => Cache::put($name, base64_encode(Drawing::pack($pages)), self::SECONDS), report: false);

        return $pages;
    }

    /**
     * The measures that are asked for, by their printed numbers.
     *
     * @return array{int, int}|null null for all of them
     */
    private function measures(Section $section, PaperWish $wish): ?array
    {
        if ($wish->from === '' && $wish->to === '') {
            return null;
        }
        $numbers = array_map(static fn (Measure $measure): string => $measure->number, $this->plans->score($section)->measures);
        $start = $wish->from === '' ? 0 : array_search($wish->from, $numbers, true);
        $end = $wish->to === '' ? count($numbers) - 1 : array_search($wish->to, array_reverse($numbers, true), true);
        if ($start === false || $end === false) {
            abort(422, 'There is no measure ' . ($start === false ? $wish->from : $wish->to)
                . "; the last one is {$numbers[count($numbers) - 1]}.");
        }
        if ($end < $start) {
            abort(422, "Measure {$wish->to} comes before measure {$wish->from}.");
        }

        return [$start, $end + 1];
    }
}
