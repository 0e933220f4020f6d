<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\HandOut\PublishEdition;
use App\Import\KeepScore;
use App\Jobs\WorkOutStates;
use App\Lessons\KeepTyped;
use App\Lessons\LessonNotes;
use App\Marking\ChangeMarks;
use App\Models\CalendarDate;
use App\Models\Mark as MarkRow;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\Thread;
use App\Models\User;
use App\Plans\ClassSettings;
use App\Plans\SectionPlanner;
use App\Rehearsal\Rehearsals;
use Illuminate\Database\Seeder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Str;
use RuntimeException;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkState;
use UprightPencil\Marks\Places;
use UprightPencil\Rehearsal\Planning\PlanEntry;

/** A made-up school orchestra: its rack, a book of lessons, marks, an edition handed out, proposals waiting. */
final class DatabaseSeeder extends Seeder
{
    public const DIRECTOR = 'director@example.test';
    public const CO_TEACHER = 'coteacher@example.test';
    public const PASSWORD = 'rosin-and-maple';

    public function run(
        KeepScore $keep,
        ChangeMarks $change,
        PublishEdition $publish,
        SectionPlanner $plans,
        KeepTyped $typed,
        Rehearsals $rehearsals,
    ): void {
        $director = User::query()->create([
            'name' => 'Maren Tallow',
            'email' => self::DIRECTOR,
            'password' => self::PASSWORD,
        ]);
        $colleague = User::query()->create([
            'name' => 'Idris Fennel',
            'email' => self::CO_TEACHER,
            'password' => self::PASSWORD,
        ]);
        /** @var Shelf $concert */
        $concert = $director->shelves()->create([
            'name' => 'Spring concert',
            'note' => 'Mill Lane School · String Orchestra',
            'kind' => 'programme',
            'position' => 0,
        ]);
        /** @var Shelf $book */
        $book = $director->shelves()->create([
            'name' => 'Workshop book, part one',
            'kind' => 'book',
            'position' => 1,
            // The workshop is for beginners; the orchestra goes by the director's usual settings.
            'settings' => ClassSettings::from(['profile' => 'first-year'])->toArray(),
        ]);

        $boats = $this->keep($keep, $concert, 'paper-boats.musicxml');
        $holiday = $this->keep($keep, $concert, 'cobblers-holiday.musicxml');
        $bridge = $this->keep($keep, $concert, 'iron-footbridge.musicxml');
        foreach (require base_path('demo/lessons.php') as $file => $said) {
            $this->type($typed, $book, $file, $said);
        }
        $this->fromPaper($typed, $concert);

        $lines = require base_path('demo/marks.php');
        foreach (['Paper Boats' => $boats, 'Cobbler’s Holiday' => $holiday, 'The Iron Footbridge' => $bridge] as $title => $piece) {
            foreach ($lines[$title]['decided'] ?? [] as $part => $text) {
                $this->mark($change, $plans, $piece, $part, $text, $director, null);
            }
            foreach ($lines[$title]['proposed'] ?? [] as $part => $text) {
                $this->mark($change, $plans, $piece, $part, $text, $colleague, MarkState::Proposed);
            }
        }
        foreach ([$holiday, $bridge] as $piece) {
            $piece->shares()->create([
                'email' => $colleague->email,
                'user_id' => $colleague->id,
                'may' => 'propose',
                'token' => Str::random(32),
            ]);
        }
        $this->reason($plans, $holiday, $colleague);
        foreach ($boats->sections as $section) {
            $section->update(['bowed_at' => Carbon::now(), 'fingered_at' => Carbon::now(), 'state' => null]);
            $publish->publish($section, $director);
            // Players may practise with the others.
            $section->links()->update(['hears' => true]);
        }
        $first = $holiday->sections->first() ?? throw new RuntimeException('The demo piece has no parts.');
        $publish->publish($first, $director);
        $this->term($rehearsals, $concert, $director, $bridge, $holiday);
        // The queue does it as soon as it runs, so that the first look at the rack shows it.
        WorkOutStates::dispatch($director->id);
        WorkOutStates::dispatch($colleague->id);
    }

    /** Rehearsals every week, three of them held, and a concert in five weeks. */
    private function term(Rehearsals $rehearsals, Shelf $shelf, User $director, Piece $bridge, Piece $holiday): void
    {
        $first = Carbon::now()->startOfDay()->addDay()->setTime(14, 5)->subWeeks(3);
        for ($week = 0; $week < 8; $week++) {
            $at = $first->copy()->addWeeks($week);
            $shelf->dates()->create(['kind' => 'rehearsal', 'starts_at' => $at, 'minutes' => 45, 'place' => 'Hall']);
        }
        $shelf->dates()->create([
            'kind' => 'concert', 'title' => 'Spring concert', 'place' => 'Mill Lane School', 'minutes' => 75,
            'starts_at' => $first->copy()->addWeeks(8)->setTime(18, 30),
        ]);
        $heard = [
            0 => [[$bridge, '45', ['Violin II'], 'accidental', 'B flat'], [$holiday, '20', ['Viola'], 'too-long', '']],
            1 => [[$bridge, '45', ['Violin II'], 'accidental', 'B flat'], [$bridge, '92', [], 'not-together', '']],
            2 => [
                [$bridge, '45', ['Violin II'], 'accidental', 'B flat'], [$holiday, '12', ['Violin I'], 'words', 'lighter on the off-beats'],
                [$bridge, '60', ['Cello', 'Bass'], 'too-short', ''],
            ],
        ];
        foreach ($shelf->dates()->limit(3)->get() as $number => $date) {
            /** @var CalendarDate $date */
            $plan = $rehearsals->plan($date);
            $date->update(['done' => array_map(static function (PlanEntry $entry) use ($plan): array {
                $measures = $plan->known[(int) $entry->piece]->marked->score->measures;

                return [
                    'kind' => $entry->kind->value, 'piece' => (int) $entry->piece, 'minutes' => $entry->minutes,
                    'from' => $measures[$entry->from]->number, 'to' => $measures[$entry->to]->number,
                ];
            }, $plan->plan->entries)]);
            foreach ($heard[$number] as [$piece, $measure, $names, $kind, $text]) {
                $piece->heard()->create([
                    'user_id' => $director->id, 'calendar_date_id' => $date->id, 'measure' => $measure, 'kind' => $kind, 'text' => $text,
                    'parts' => $piece->sections->whereIn('name', $names)->pluck('part_id')->values()->all(),
                    'heard_at' => $date->starts_at->copy()->addMinutes(30),
                    'better_at' => $measure === '20' ? $date->starts_at->copy()->addWeek() : null,
                ]);
            }
        }
    }

    private function keep(KeepScore $keep, Shelf $shelf, string $file): Piece
    {
        $bytes = file_get_contents(base_path("demo/scores/{$file}"));
        if ($bytes === false) {
            throw new RuntimeException("demo/scores/{$file} is missing.");
        }

        return $keep->keep($shelf, $bytes, $file);
    }

    /**
     * One of the typed lessons of the workshop book.
     *
     * @param array{page: int, steps?: list<string>, choices?: array<string, array{octaves: int|null, found: string}>} $said
     */
    private function type(KeepTyped $typed, Shelf $book, string $file, array $said): void
    {
        $abc = (string) file_get_contents(base_path("demo/lessons/{$file}.abc"));
        $piece = TypedPiece::from([
            'kind' => 'lesson',
            'abc' => $abc,
            'choices' => $said['choices'] ?? [],
        ]);
        $class = ClassSettings::from($book->settings ?? []);
        $kept = $typed->keep($book, $piece, $class, '', (int) $file, $said['page']);
        $kept->update(['lesson' => LessonNotes::from(['steps' => $said['steps'] ?? []])->toArray()]);
    }

    /** Some measures of a piece that came on paper. */
    private function fromPaper(KeepTyped $typed, Shelf $shelf): void
    {
        ['title' => $title, 'passages' => $passages] = require base_path('demo/weathervane-gallop.php');
        $last = array_pop($passages);
        $typed->keep(
            $shelf,
            TypedPiece::from(['kind' => 'passage', 'reader' => 'cello', 'others' => $passages] + $last),
            ClassSettings::from($shelf->settings ?? []),
            $title,
            null,
            null,
        );
    }

    private function mark(
        ChangeMarks $change,
        SectionPlanner $plans,
        Piece $piece,
        string $part,
        string $text,
        User $user,
        ?MarkState $state,
    ): void {
        /** @var Section $section */
        $section = $piece->sections()->where('name', $part)->firstOrFail();
        $score = $plans->score($section);
        $reading = (new PencilLinesReader($score, $score->parts))->read($text);
        if ($reading->errors !== []) {
            throw new RuntimeException("Demo marks of {$part}: {$reading->errors[0]->sentence()}");
        }
        $places = Places::of($score, $score->parts[0]);
        foreach ($reading->marks[$section->part_id] ?? [] as $mark) {
            $mark = $state === null ? $mark : $mark->inState($state);
            $mark = $mark->by($user->name, Carbon::now()->toIso8601String(), (string) $user->id);
            $change->change($section, $user, [$mark], [], PHP_INT_MAX, "{$places->wordsOf($mark)}, {$places->inWords($mark->from)}");
        }
    }

    /** Why the colleague proposes what they do. */
    private function reason(SectionPlanner $plans, Piece $piece, User $colleague): void
    {
        foreach ($piece->sections as $section) {
            $row = $section->marks()->where('state', 'proposed')->first();
            $mark = $row instanceof MarkRow ? $row->toCore() : null;
            if ($mark !== null) {
                $score = $plans->score($section);
                Thread::query()->create([
                    'section_id' => $section->id,
                    'note' => $mark->from,
                    'place' => Places::of($score, $score->parts[0])->inWords($mark->from),
                    'mark_key' => $mark->key(),
                    'proposal' => $mark->words(),
                ])->remarks()->create([
                    'user_id' => $colleague->id,
                    'who' => $colleague->name,
                    'text' => 'The waltz starts over here. Up once, and the long note at the end comes down by itself?',
                ]);

                return;
            }
        }
    }
}
