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
use UprightPencil\Fingering\FingerPlan;
use UprightPencil\Plan\PlanMemory;

/**
 * Keeps the last bow and the last hand worked out for a section: a key on the desk changes one of them, not both.
 *
 * They are written down when the answer is on its way. What was only tried (the futures of a choice, a preview) is not kept:
 * it would take the place of what the next key needs.
 */
final class SectionMemory implements PlanMemory
{
    private const SECONDS = 86400;

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
        $kept = Cache::get($this->slot($key));
        if (is_array($kept) && ($kept['key'] ?? null) === $key && ($kept['of'] ?? null) === $this->of()) {
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
            $of = $this->of();
            defer(fn () => Cache::put($this->slot($key), ['key' => $key, 'of' => $of, 'plan' => serialize($plan)], self::SECONDS))
                ->always();
        }
    }

    private function slot(string $key): string
    {
        return "plan:{$this->section->id}:" . strtok($key, ' ');
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
        if ($code === null) {
            $code = Readings::version();
            $core = new RecursiveDirectoryIterator(base_path('core'), FilesystemIterator::SKIP_DOTS);
            /** @var SplFileInfo $file */
            foreach (new RecursiveIteratorIterator($core) as $file) {
                $code = max((int) $code, $file->getMTime());
            }
        }

        return (int) $code;
    }
}
