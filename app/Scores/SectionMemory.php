<?php

declare(strict_types=1);

namespace App\Scores;

use App\Models\Section;
use ArrayObject;
use FilesystemIterator;
use Illuminate\Support\Facades\Cache;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;
use UprightPencil\Bowing\BowPlan;
use UprightPencil\Bowing\Slurred;
use UprightPencil\Fingering\FingerPlan;
use UprightPencil\Plan\PlanMemory;
use UprightPencil\Review\Flag;

/**
 * Keeps the last bow and the last hand worked out for a section: a key on the desk changes one of them, not both.
 *
 * They are written down when the answer is on its way. What was only tried (the futures of a choice, a preview) is not kept:
 * it would take the place of what the next key needs.
 */
final class SectionMemory implements PlanMemory
{
    private const SECONDS = 86400;
    /** How long it may take until a changed rule is noticed, in seconds: code itself is looked at about as often. */
    private const SECONDS_TO_LOOK = 2;

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

        return null;
    }

    public function put(string $key, BowPlan|FingerPlan $plan): void
    {
        $this->here["{$this->section->id} {$key}"] = $plan;
        if ($this->isKept) {
            $name = $this->name($key);
            defer(function () use ($key, $name, $plan): void {
                Cache::put($this->slot($key), ['name' => $name, 'plan' => serialize($plan)], self::SECONDS);
                Cache::put($this->slot($key, 'gist'), [
                    'name' => $name,
                    'flags' => serialize($plan->flags),
                    'slurred' => $plan instanceof BowPlan ? (string) Slurred::of($plan) : '',
                    'directions' => $plan instanceof BowPlan ? $plan->directions() : '',
                ], self::SECONDS);
            })->always();
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
     * @return array{flags: list<Flag>, slurred: Slurred, directions: string}|null
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
            'slurred' => Slurred::parse($kept['slurred']),
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
        return "{$this->section->piece->source_hash} {$this->section->part_id} " . self::code();
    }

    /** Changes whenever the planners do, so that no plan outlives the rules it was made by. */
    private static function code(): int
    {
        static $code = null;

        return $code ??= Readings::version() + Cache::remember('age of the rules', self::SECONDS_TO_LOOK, self::age(...));
    }

    /** When a file of the planners was last changed. */
    private static function age(): int
    {
        $age = 0;
        $core = new RecursiveDirectoryIterator(base_path('core'), FilesystemIterator::SKIP_DOTS);
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator($core) as $file) {
            $age = max($age, $file->getMTime());
        }

        return $age;
    }
}
