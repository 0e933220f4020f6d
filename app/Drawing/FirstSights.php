<?php

declare(strict_types=1);

namespace App\Drawing;

use App\Marking\MarkedPage;
use App\Models\Drawing;
use App\Models\FirstSight;
use App\Models\Section;
use App\Plans\KeptAnswers;
use Illuminate\Support\Carbon;

/** What the desk shows of a part before its own engraver has come: the page as it stands, drawn on the server, never an older one. */
final readonly class FirstSights
{
    /** Size of the desk's notes in percent. */
    private const SCALE = 42;
    /** A page that is wider or narrower by so many pixels is laid out alike. */
    private const NEARLY = 4;
    /** So many widths of a part are kept: a desktop's, a laptop's, a tablet's. */
    private const WIDTHS = 3;

    public function __construct(private Engraver $engraver, private KeptAnswers $answers, private MarkedPage $pages)
    {
    }

    /** @param int $width of the page in pixels; 0 where it is not known: then one drawn for another screen serves, larger or smaller */
    public function of(Section $section, int $width): ?FirstSight
    {
        $sights = FirstSight::query()->where('section_id', $section->id)->where('state', $this->state($section));
        if ($width > 0) {
            $sights->whereBetween('width', [$width - self::NEARLY, $width + self::NEARLY]);
        }

        return $sights->latest('created_at')->first();
    }

    /** @throws NotDrawn */
    public function draw(Section $section, int $width): void
    {
        $state = $this->state($section);
        if (FirstSight::query()->where(['section_id' => $section->id, 'width' => $width, 'state' => $state])->exists()) {
            return;
        }
        $page = $this->pages->since($section, '');
        $systems = $this->engraver->systems((string) $page['xml'], $width, self::SCALE);
        FirstSight::query()->updateOrCreate(['section_id' => $section->id, 'width' => $width], [
            'state' => $state,
            'page' => $page['name'],
            'systems' => Drawing::pack($systems),
            'created_at' => Carbon::now(),
        ]);
        $kept = FirstSight::query()->where('section_id', $section->id)->latest('created_at')->take(self::WIDTHS)->pluck('id');
        FirstSight::query()->where('section_id', $section->id)->whereNotIn('id', $kept)->delete();
    }

    private function state(Section $section): string
    {
        return md5($this->answers->name($section->piece) . $this->engraver->version());
    }
}
