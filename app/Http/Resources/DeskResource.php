<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\History\Scope;
use App\History\UndoStack;
use App\Models\LeftFlag;
use App\Models\Role;
use App\Models\Section;
use App\Models\User;
use App\Plans\ClassSettings;
use App\Plans\PlanHalves;
use App\Plans\SectionPlanner;
use App\Plans\SentBefore;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Lessons\TypedKind;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Marks\MarkState;
use UprightPencil\Marks\Places;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\BowPrinting;
use UprightPencil\Review\Flag;
use UprightPencil\Settings\CountingWords;

/**
 * A section as the desk needs it: notes with their bows, marks, flags, what can be undone.
 *
 * @phpstan-import-type Bow from MarkedScoreJson
 * @phpstan-import-type Finger from MarkedScoreJson
 * @phpstan-import-type FlagRow from FlagResource
 * @phpstan-import-type CopyLook from CopyResource
 * @phpstan-import-type NextActs from HistoryResource
 * @phpstan-type Done array{bow: bool, hand: bool}
 * @phpstan-type ScoreNote array{id: string, measure: string, index: int, beat: string, voice: string, onset: string, duration: string,
 *     pitch: string|null, place: string, inWords: string, spoken: string, until: string, at: float, lasts: float}
 * @phpstan-type PlannedNote array{id: string, bow?: Bow|null, sign?: bool, finger?: Finger|null}
 * @phpstan-type DeskMark array{key: string, from: string, to: string, target: string, line: string, place: string, words: string,
 *     kind: string, slot: value-of<Slot>, group: value-of<MarkGroup>, state: value-of<MarkState>, choices: list<string>, for: string,
 *     author: string, mine: bool, time: string}
 * @phpstan-type DeskMeasure array{index: int, number: string, onset: float, length: float, rehearsal: string|null, repeat: bool,
 *     beats: int, tempo: float}
 * @phpstan-type PlanNames array{bow: string, hand: string}
 * @phpstan-type TurnedBack array{label: string, section: int|null}
 * @phpstan-type PageMeasure array{index: int, xml: string}
 * @phpstan-type PageScore array{name: string, xml: string|null, measures: list<PageMeasure>}
 * @phpstan-import-type Tone from SoundResource
 * @phpstan-type ChoiceVersion array{text: string, does: string, xml: string, notes: list<PlannedNote>, sound: list<Tone>}
 * @phpstan-type DeskPlan array{revision: int, scoreName: string, names: PlanNames, since: PlanNames,
 *     notes: list<PlannedNote>, marks: list<DeskMark>,
 *     flags: list<FlagRow>,
 *     can: NextActs, turned?: list<string>, turnedBack?: TurnedBack|null, message?: string,
 *     yours?: array<string, mixed>|null, theirs?: array<string, mixed>|null,
 *     copied?: CopyLook, shared?: int}
 * @phpstan-type Form array{words: string, means: string, stands: 'note'|'both', group: value-of<MarkGroup>}
 * @phpstan-type DeskPiece array{id: int, title: string, role: value-of<Role>|null, owner: string, counts: value-of<CountingWords>,
 *     typed: value-of<TypedKind>|null}
 * @phpstan-type DeskSection array{id: int, name: string, instrument: value-of<Instrument>, done: Done, edition: int|null}
 * @phpstan-type DeskFrame array{piece: DeskPiece, section: DeskSection, score: list<ScoreNote>, strings: list<string>,
 *     positions: list<string>, positionWords: array<string, string>, fingers: array<int, list<string>>, tapes: list<int>,
 *     board: list<float>, forms: list<Form>,
 *     measures: list<DeskMeasure>}
 */
final readonly class DeskResource
{
    /** How far up the string the picture of the fingerboard may go, in semitones. */
    private const HIGHEST = 24;

    public function __construct(private SectionPlanner $plans, private SentBefore $sent)
    {
    }

    /**
     * @param array{bow?: string, hand?: string} $held names of the bows and hands that the desk shows: of them only what changed is told
     * @return DeskPlan what changes with every mark: of the bow and the hand only what is not known yet
     */
    public function plan(Section $section, PlanHalves $halves, User $user, array $held = []): array
    {
        $part = $halves->part;
        $left = LeftFlag::query()->with('user')->where('piece_id', $section->piece_id)->get()->keyBy('key');

        return [
            'revision' => $section->piece()->firstOrFail(['id', 'revision'])->revision,
            // Whoever has another score open must open it anew.
            'scoreName' => substr($section->piece->source_hash, 0, 12),
            'names' => $halves->names,
            ...$this->notes($section, $halves, $held),
            'marks' => self::marks($halves->score, $part, $halves->book, $user),
            'flags' => array_map(
                static fn (Flag $flag): array => FlagResource::of($flag, $halves->score, $left->get($flag->key())),
                $halves->flags,
            ),
            'can' => HistoryResource::next(new UndoStack($user, Scope::piece($section->piece))),
        ];
    }

    /** @return list<DeskMark> */
    public static function marks(Score $score, Part $part, MarkBook $book, User $user): array
    {
        $writer = new PencilLinesWriter($score, $part);

        return array_map(static fn (Mark $mark): array => self::mark($mark, $writer, $user), $book->marks);
    }

    /** @return DeskMark */
    private static function mark(Mark $mark, PencilLinesWriter $writer, User $user): array
    {
        $slot = $mark->kind()->slot();

        return [
            'key' => $mark->key(),
            'from' => $mark->from,
            'to' => $mark->to,
            'target' => $mark->targets[0] ?? '',
            'line' => $writer->tight($mark),
            'place' => $writer->place($mark),
            'words' => $writer->words($mark),
            'kind' => MarkKinds::nameOf($mark->kind()),
            'slot' => $slot->value,
            'group' => $slot->group()->value,
            'state' => $mark->state->value,
            'choices' => $mark->isChoice()
                ? array_map(static fn (MarkKind $kind): string => $kind->words(), $mark->kinds)
                : [],
            'for' => $mark->for->value,
            'author' => $mark->author,
            'mine' => $mark->authorId === '' ? $mark->author === $user->name : $mark->authorId === (string) $user->id,
            'time' => $mark->time,
        ];
    }

    /**
     * @param array{bow?: string, hand?: string} $held
     * @return array{since: PlanNames, notes: list<PlannedNote>} what was worked out anew; of a half that is known nothing; `since` names
     *     the bows and hands over which it is told, empty where every note is told
     */
    private function notes(Section $section, PlanHalves $halves, array $held): array
    {
        $since = $halves->names;
        $notes = [];
        $told = [
            'bow' => $halves->bow === null ? null : self::bows($halves->score, $halves->part, $halves->bow, $halves->bows),
            'hand' => $halves->hand === null ? null : self::hands($halves->part, $halves->hand),
        ];
        foreach (array_filter($told, is_array(...)) as $half => $rows) {
            $known = $held[$half] ?? '';
            $pieces = array_map(static fn (array $row): string => (string) json_encode($row), $rows);
            $changed = $this->sent->changed("{$half}:{$section->id}", $halves->names[$half], $known, $pieces);
            $since[$half] = $changed === null ? '' : $known;
            foreach ($changed ?? array_keys($rows) as $index) {
                $notes[$index] = [...($notes[$index] ?? ['id' => $halves->part->notes[$index]->id]), ...$rows[$index]];
            }
        }
        ksort($notes);

        return ['since' => $since, 'notes' => array_values($notes)];
    }

    /** @return list<PlannedNote> every note of a plan that is only looked at */
    public function planned(Score $score, PartPlan $plan, BowDensity $bows): array
    {
        $hands = self::hands($plan->part, $plan->fingers);
        $notes = [];
        foreach (self::bows($score, $plan->part, $plan->bow, $bows) as $index => $row) {
            $notes[] = ['id' => $plan->part->notes[$index]->id, ...$row, ...$hands[$index]];
        }

        return $notes;
    }

    /** @return list<array{bow: Bow|null, sign: bool}> of each note */
    private static function bows(Score $score, Part $part, BowPlan $bow, BowDensity $bows): array
    {
        $signed = (new BowPrinting($bows))->signed($score, $part, $bow);
        $rows = [];
        foreach ($part->notes as $note) {
            $of = $bow->at($note->id);
            $row = $of === null ? null : MarkedScoreJson::bow($score->measures[$note->measure], $note, $of);
            if ($row !== null && $of->isHead) {
                $row['head'] = true;
            }
            $rows[] = ['bow' => $row, 'sign' => isset($signed[$note->id])];
        }

        return $rows;
    }

    /** @return list<array{finger: Finger|null}> of each note; reasons and runners-up are asked for one note at a time */
    private static function hands(Part $part, FingerPlan $hand): array
    {
        return array_map(static function (Note $note) use ($hand): array {
            $of = $hand->at($note->id);

            return ['finger' => $of === null ? null : self::finger($of)];
        }, $part->notes);
    }

    /** @return Finger with its words, and what of it should catch the eye */
    public static function finger(NoteFinger $finger, bool $explains = false): array
    {
        $row = $explains ? MarkedScoreJson::finger($finger) : MarkedScoreJson::hand($finger);
        $row['words'] = $finger->words();
        if ($finger->shape->isAltered($finger->number)) {
            $row['bent'] = true;
        }
        if ($finger->shape->isExtension()) {
            $row['reach'] = true;
        }
        if ($explains) {
            $row['frame'] = $finger->frame;
            $row['others'] = array_map(static fn (array $other): array => [
                ...$other,
                'words' => FingerShape::from($other['shape'])->words($other['number']),
            ], $row['others'] ?? []);
        }

        return $row;
    }

    /** @return DeskFrame what stays as long as the score does */
    public function frame(Section $section, PlanHalves $plan, User $user): array
    {
        $piece = $section->piece;
        $instrument = $plan->part->instrument;
        $tempo = TempoMap::of($plan->score, null, $piece->temposFor($plan->score));

        return [
            'piece' => [
                'id' => $piece->id,
                'title' => $piece->title,
                'role' => $piece->roleOf($user, $section)?->value,
                'owner' => $piece->owner->name,
                'counts' => ClassSettings::for($piece)->words()->value,
                'typed' => $piece->typed === null ? null : TypedPiece::from($piece->typed)->kind->value,
            ],
            'section' => [
                'id' => $section->id,
                'name' => $section->name,
                'instrument' => $instrument->value,
                'done' => ['bow' => $section->bowed_at !== null, 'hand' => $section->fingered_at !== null],
                'edition' => self::edition($section),
            ],
            'score' => self::printed($plan->score, $plan->part),
            'strings' => $instrument->isBowed() ? Strings::of($instrument)->names : [],
            'positions' => $instrument->isBowed() ? Position::all($instrument) : [],
            'positionWords' => self::positionWords($instrument),
            'fingers' => $this->fingers($section, $instrument),
            'tapes' => Fingerboard::TAPES[$instrument->value] ?? [],
            'board' => array_map(static fn (int $semitones): float => round(Fingerboard::share($semitones), 4), range(0, self::HIGHEST)),
            'forms' => array_map(static fn (array $form): array => [...$form, 'group' => $form['group']->value], MarkKinds::forms()),
            'measures' => array_map(static fn (Measure $measure): array => [
                'index' => $measure->index,
                'number' => $measure->number,
                'onset' => $measure->onset->toFloat(),
                'length' => $measure->length->toFloat(),
                'rehearsal' => $measure->rehearsal,
                'repeat' => $measure->repeatForward || $measure->repeatBack > 0,
                'beats' => $measure->meter->beats,
                'tempo' => round($tempo->quartersPerMinuteAt($measure->onset), 1),
            ], $plan->score->measures),
        ];
    }

    /** @return list<ScoreNote> what is printed of a part, whatever is marked */
    public static function printed(Score $score, Part $part): array
    {
        $places = Places::of($score, $part);

        return array_map(static fn (Note $note): array => self::note($score, $note, $places), $part->notes);
    }

    /** @return ScoreNote */
    private static function note(Score $score, Note $note, Places $places): array
    {
        $onset = $score->onsetOf($note);
        // A grace note takes no time; what is copied with it reaches a little beyond.
        $end = $onset->plus($note->isGrace ? Fraction::of(1, 64) : $note->duration);

        return [
            ...(new MarkedScoreJson())->printed($score, $note),
            'place' => $places->nameOf($note->id),
            'inWords' => $places->inWords($note->id),
            'spoken' => $note->pitch === null ? '' : $note->pitch->spoken() . $note->pitch->octave,
            'until' => (string) $end,
            'at' => $onset->toFloat(),
            'lasts' => $note->duration->toFloat(),
        ];
    }

    /** @return array<int, list<string>> what each finger can be, from low to high, in the words of a pencil line */
    private function fingers(Section $section, Instrument $instrument): array
    {
        $fingers = [];
        foreach ($instrument->isBowed() ? [1, 2, 3, 4] : [] as $finger) {
            $fingers[$finger] = $this->plans->hand($section, $instrument)->placesOf($finger);
        }

        return $fingers;
    }

    /** @return array<string, string> by numeral */
    private static function positionWords(Instrument $instrument): array
    {
        $positions = Position::all($instrument);

        return array_combine($positions, array_map(Position::inWords(...), $positions));
    }

    private static function edition(Section $section): ?int
    {
        $edition = $section->editions()->max('number');

        return is_numeric($edition) ? (int) $edition : null;
    }
}
