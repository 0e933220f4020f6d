<?php

declare(strict_types=1);

namespace App\HandOut;

use App\Http\Resources\PlayResource;
use App\Http\Resources\PracticeResource;
use App\Jobs\DrawEdition;
use App\Models\Edition;
use App\Models\Link;
use App\Models\Section;
use App\Models\User;
use App\Plans\SectionPlan;
use App\Plans\SectionPlanner;
use App\Practice\SectionLines;
use App\Rehearsal\Logbook;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use UprightPencil\Drills\PracticeLine;
use UprightPencil\Marks\Chair;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\PageList;

/**
 * Freezes a part as it is marked now and hands it out.
 *
 * @phpstan-import-type KeptList from Edition
 */
final readonly class PublishEdition
{
    public function __construct(private SectionPlanner $plans, private SectionLines $practice, private Logbook $logbook)
    {
    }

    public function publish(Section $section, User $user): Edition
    {
        $plan = $this->plans->of($section);
        $musicXml = $this->plans->page($section, $plan->part);
        $list = (new PageList())->lines($plan->score, $plan->part->part, $plan->part->prints);

        $pages = $this->pages($section);
        $options = $this->plans->options($section);

        $offers = self::offers($musicXml, $pages);
        $lists = $this->lists($section, $plan);
        $told = WhatChanged::told($plan);
        $plays = $this->plays($section, $plan);
        [$lines, $offers['practice']] = $this->lines($section, $plan);
        $heard = $this->logbook->toldTo($section);
        $work = function () use (
            $section,
            $user,
            $musicXml,
            $list,
            $pages,
            $options,
            $offers,
            $lists,
            $told,
            $plays,
            $lines,
            $heard,
        ): Edition {
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
                'offers' => $offers,
                'drawing' => config()->boolean('pencil.draws_ahead') ? 'waits' : 'asked',
                'lists' => $lists,
                'told' => $told,
                'plays' => $plays,
                'lines' => $lines,
                'heard' => $heard,
                'changed' => $before === null ? null : self::difference(explode("\n", $before->pencil_list), $list),
            ]);

            return $edition;
        };
        $edition = DB::connection()->transaction($work, 3);
        rescue(static function () use ($edition): void {
            DrawEdition::first($edition);
            DrawEdition::ahead($edition->id);
        });

        return $edition;
    }

    /** How it is played along, by chair, compressed. */
    private function plays(Section $section, SectionPlan $plan): string
    {
        $ladder = PlayResource::ladder($this->practice->of($section, $plan)->ladder());
        $plays = [];
        foreach ([Chair::outside(), ...$plan->part->book->chairs()] as $chair) {
            $plays[$chair->value] ??= [
                'play' => PlayResource::of($this->practice->played($section, $chair), $plan->part->part->instrument),
                'ladder' => $ladder,
            ];
        }

        return (string) gzcompress(json_encode($plays, JSON_THROW_ON_ERROR));
    }

    /** @return array{string, int} the practice lines with their music, compressed, and how many there are */
    private function lines(Section $section, SectionPlan $plan): array
    {
        $built = $this->practice->built($section, $this->practice->of($section, $plan));

        return [(string) gzcompress(json_encode([
            'lines' => array_map(PracticeResource::student(...), $built),
            'xml' => array_map(static fn (PracticeLine $line): string => $line->music->musicXml(), $built),
        ], JSON_THROW_ON_ERROR)), count($built)];
    }

    /** @return array<string, KeptList> what a player pencils in, by chair */
    private function lists(Section $section, SectionPlan $plan): array
    {
        $lists = [Chair::outside()->value => KeptLists::of($plan->score, $plan->part)];
        $options = $this->plans->options($section);
        foreach ($plan->part->book->chairs() as $chair) {
            $theirs = $this->plans->for($section, $chair, $options->density, $options->bows)->part;
            $lists[$chair->value] ??= KeptLists::of($plan->score, $theirs);
        }

        return $lists;
    }

    /**
     * What pages there are, for who does not open them.
     *
     * @param array<string, array{musicxml: string, list: list<string>}> $pages beside the main one
     * @return array{chairs: list<string>, pages: list<string>, same: array<string, string>, lines: bool}
     */
    public static function offers(string $musicXml, array $pages): array
    {
        $first = [md5($musicXml) => ''];
        $same = [];
        $chairs = ['outside' => true];
        foreach ($pages as $key => $page) {
            $chairs[explode('/', $key)[0]] = true;
            $hash = md5($page['musicxml']);
            if (isset($first[$hash])) {
                $same[$key] = $first[$hash];
            } else {
                $first[$hash] = $key;
            }
        }

        return [
            'chairs' => count($chairs) === 1 ? [] : array_keys($chairs),
            'pages' => array_values($first),
            'same' => $same,
            'lines' => preg_match('~<print\b[^>]*\bnew-(system|page)="yes"~', $musicXml) === 1,
        ];
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
