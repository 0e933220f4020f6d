<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Section;
use ArrayObject;
use Illuminate\Support\Facades\Cache;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Plan\PlanCache;
use UprightPencil\Review\Flag;

/**
 * Keeps the last bow and the last hand worked out for a section: a key on the desk changes one of them, not both.
 *
 * They are written down when the answer is on its way. What was only tried (the futures of a choice, a preview) is not kept:
 * it would take the place of what the next key needs.
 */
final class SectionPlanCache implements PlanCache
{
    private const SECONDS = 86400;
    /** Length of a kept reading from which working it out is so long that it is written down when it begins, in bytes. */
    private const LONG = 40000;
    /** How long working out may take until it counts as never finished, in seconds. */
    private const UNFINISHED = 45;

    /** @var array<string, array<mixed>|null> by slot */
    private array $gists = [];

    /** @param ArrayObject<string, BowPlan|FingerPlan> $here what this request has met, by section and key */
    public function __construct(
        private readonly Section $section,
        private readonly ArrayObject $here,
        private readonly bool $isKept,
    ) {
    }

    public function get(string $key): BowPlan|FingerPlan|null
    {
        $name = "{$this->section->id} {$key}";
        if (isset($this->here[$name])) {
            return $this->here[$name];
        }
        // A plan is long, and its gist tells whether it is the one.
        $kept = $this->has($key) ? Cache::get($this->slot($key)) : null;
        if (is_array($kept) && ($kept['name'] ?? null) === $this->name($key)) {
            $plan = is_string($kept['plan'] ?? null) ? @unserialize($kept['plan']) : null;
            if ($plan instanceof BowPlan || $plan instanceof FingerPlan) {
                return $this->here[$name] = $plan;
            }
        }

        $this->begin($key);

        return null;
    }

    /**
     * Writes down that a long part is being worked out. What was begun and never came to an end is not begun again: it would take
     * one server process after the other with it.
     *
     * @throws UnfinishedPlan
     */
    private function begin(string $key): void
    {
        if (strlen((string) $this->section->reading) < self::LONG) {
            return;
        }
        $mark = "begun:{$this->name($key)}";
        $began = Cache::get($mark);
        if (is_int($began) && time() - $began > self::UNFINISHED) {
            throw UnfinishedPlan::of($this->section->name);
        }
        rescue(static fn () => Cache::put($mark, is_int($began) ? $began : time(), self::SECONDS), report: false);
    }

    public function put(string $key, BowPlan|FingerPlan $plan): void
    {
        $this->here["{$this->section->id} {$key}"] = $plan;
        if (strlen((string) $this->section->reading) >= self::LONG) {
            rescue(fn () => Cache::forget("begun:{$this->name($key)}"), report: false);
        }
        if ($this->isKept) {
            $name = $this->name($key);
            // Where nothing can be written, it is worked out again next time.
            defer(fn () => rescue(function () use ($key, $name, $plan): void {
                Cache::put($this->slot($key), ['name' => $name, 'plan' => serialize($plan)], self::SECONDS);
                Cache::put($this->slot($key, 'gist'), [
                    'name' => $name,
                    'flags' => serialize($plan->flags),
                    'slurred' => $plan instanceof BowPlan ? (string) SlurredNotes::of($plan) : '',
                    'directions' => $plan instanceof BowPlan ? $plan->directions() : '',
                ], self::SECONDS);
            }, report: false))->always();
        }
    }

    /** Under which name a plan is known outside: it changes with the score, the rules, the class and the marks that matter. */
    public function name(string $key): string
    {
        return md5("{$key} {$this->of()}");
    }

    /**
     * What of a kept plan the other half needs: its flags, and what is slurred.
     *
     * @param string|null $name of the plan; null for the last one, whatever it was made of
     * @return array{flags: list<Flag>, slurred: SlurredNotes, directions: string}|null
     */
    public function gist(string $key, ?string $name): ?array
    {
        $kept = $this->keptGist($key);
        if ($kept === null || ($name !== null && ($kept['name'] ?? null) !== $name)) {
            return null;
        }
        $flags = is_string($kept['flags'] ?? null) ? @unserialize($kept['flags']) : null;
        if (!is_array($flags) || !is_string($kept['slurred'] ?? null)) {
            return null;
        }

        return [
            'flags' => array_values(array_filter($flags, static fn (mixed $flag): bool => $flag instanceof Flag)),
            'slurred' => SlurredNotes::parse($kept['slurred']),
            'directions' => is_string($kept['directions'] ?? null) ? $kept['directions'] : '',
        ];
    }

    /** Whether a plan is kept: it costs only its reading. */
    public function has(string $key): bool
    {
        return isset($this->here["{$this->section->id} {$key}"]) || ($this->keptGist($key)['name'] ?? null) === $this->name($key);
    }

    /** @return array<mixed>|null what stands in a slot, read once a request */
    private function keptGist(string $key): ?array
    {
        $slot = $this->slot($key, 'gist');
        if (!array_key_exists($slot, $this->gists)) {
            $kept = Cache::get($slot);
            $this->gists[$slot] = is_array($kept) ? $kept : null;
        }

        return $this->gists[$slot];
    }

    private function slot(string $key, string $what = 'plan'): string
    {
        return "{$what}:{$this->section->id}:" . strtok($key, ' ');
    }

    /** The score and the rules a plan was made from. */
    private function of(): string
    {
        return "{$this->section->piece->source_hash} {$this->section->part_id} " . RulesVersion::now();
    }
}
