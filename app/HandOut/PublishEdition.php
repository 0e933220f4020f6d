<?php

declare(strict_types=1);

namespace App\HandOut;

use App\Models\Edition;
use App\Models\Link;
use App\Models\Section;
use App\Models\User;
use App\Plans\SectionPlanner;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use UprightPencil\Marks\Chair;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\PageList;

/** Freezes a part as it is marked now and hands it out. */
final readonly class PublishEdition
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    public function publish(Section $section, User $user): Edition
    {
        $plan = $this->plans->of($section);
        $musicXml = $this->plans->page($section, $plan->part);
        $list = (new PageList())->lines($plan->score, $plan->part->part, $plan->part->prints);

        $pages = $this->pages($section);
        $options = $this->plans->options($section);

        return DB::connection()->transaction(function () use ($section, $user, $musicXml, $list, $pages, $options): Edition {
            // Two who hand out at once come one after another.
            Section::query()->whereKey($section->id)->lockForUpdate()->value('id');
            /** @var Edition|null $before */
            $before = $section->editions()->reorder('number', 'desc')->first();
            $section->links()->whereNull('ended_at')->exists() || $this->link($section, $user);
            /** @var Edition $edition */
            $edition = $section->editions()->create([
                'user_id' => $user->id,
                'number' => ($before->number ?? 0) + 1,
                'revision' => $section->piece->revision,
                'musicxml' => gzcompress($musicXml),
                'pencil_list' => implode("\n", $list),
                'pages' => gzcompress(json_encode($pages, JSON_THROW_ON_ERROR)),
                'density' => $options->density->value,
                'bows' => $options->bows->value,
                'changed' => $before === null ? null : self::difference(explode("\n", $before->pencil_list), $list),
            ]);

            return $edition;
        }, 3);
    }

    /**
     * The pages beside the part's own: for the chairs that marks are for, and with more or fewer fingers and bow signs.
     *
     * @return array<string, array{musicxml: string, list: list<string>}> by {@see Edition::keyOf()}
     */
    private function pages(Section $section): array
    {
        $pages = [];
        $usual = $this->plans->options($section);
        foreach ([Chair::outside(), ...$this->plans->of($section)->part->book->chairs()] as $chair) {
            foreach (Density::cases() as $density) {
                foreach (BowDensity::cases() as $bows) {
                    $key = Edition::keyOf(
                        $chair->value,
                        $density === $usual->density ? null : $density,
                        $bows === $usual->bows ? null : $bows,
                    );
                    if ($key !== '' && !isset($pages[$key])) {
                        $plan = $this->plans->for($section, $chair, $density, $bows);
                        $pages[$key] = [
                            'musicxml' => $this->plans->page($section, $plan->part),
                            'list' => (new PageList())->lines($plan->score, $plan->part->part, $plan->part->prints),
                        ];
                    }
                }
            }
        }

        return $pages;
    }

    public function link(Section $section, User $user): Link
    {
        /** @var Link $link */
        $link = $section->links()->create(['user_id' => $user->id, 'token' => Str::random(32)]);

        return $link;
    }

    /**
     * @param list<string> $before
     * @param list<string> $now
     * @return array{added: list<string>, removed: list<string>}
     */
    public static function difference(array $before, array $now): array
    {
        return [
            'added' => array_values(array_diff($now, $before)),
            'removed' => array_values(array_filter(array_diff($before, $now), static fn (string $line): bool => $line !== '')),
        ];
    }
}
