<?php

declare(strict_types=1);

namespace UprightPencil\Bench;

use Facebook\WebDriver\WebDriverBy;
use Tests\Browser\Support\Page;

/** A long five-part score for measuring: scales, slurs, ties, rests, dynamics; the same every time. */
final class BigScore
{
    private const PARTS = [
        ['Violin I', 'G', 2, 4], ['Violin II', 'G', 2, 4], ['Viola', 'C', 3, 3], ['Cello', 'F', 4, 2], ['Bass', 'F', 4, 2],
    ];

    /** Somebody signed in, with the score brought in and its first part on the desk. */
    public static function onTheDesk(int $measures): Page
    {
        $file = dirname(__DIR__) . "/storage/bench/big-{$measures}.musicxml";
        is_dir(dirname($file)) || mkdir(dirname($file));
        file_put_contents($file, self::musicXml($measures));
        $page = Page::open()->signIn();
        $page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))->sendKeys($file);
        $page->sees('What was understood', '.el-dialog')->press('Keep it', '.el-dialog');
        $page->find('.sheet g.note', 60);

        return $page;
    }

    public static function musicXml(int $measures): string
    {
        $list = $body = '';
        foreach (self::PARTS as $index => [$name, $sign, $line, $octave]) {
            $id = 'P' . ($index + 1);
            $list .= "<score-part id=\"{$id}\"><part-name>{$name}</part-name></score-part>";
            $body .= "<part id=\"{$id}\">";
            for ($measure = 1; $measure <= $measures; $measure++) {
                $body .= "<measure number=\"{$measure}\">";
                if ($measure === 1) {
                    $body .= '<attributes><divisions>4</divisions><key><fifths>1</fifths></key><time><beats>4</beats>'
                        . "<beat-type>4</beat-type></time><clef><sign>{$sign}</sign><line>{$line}</line></clef></attributes>"
                        . '<direction><direction-type><dynamics><mf/></dynamics></direction-type><sound tempo="108"/></direction>';
                }
                $body .= self::measure($measure * 7 + $index * 3, $octave) . '</measure>';
            }
            $body .= '</part>';
        }

        return '<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><work><work-title>Long</work-title></work>'
            . "<part-list>{$list}</part-list>{$body}</score-partwise>\n";
    }

    private static function measure(int $seed, int $octave): string
    {
        $patterns = [
            [2, 2, 2, 2, 4, 4], [4, 2, 2, 4, 4], [2, 2, 4, 2, 2, 2, 2], [8, 4, 4], [6, 2, 4, 4], [2, 2, 2, 2, 2, 2, 2, 2], [12, -4],
        ];
        $types = [2 => 'eighth', 4 => 'quarter', 6 => 'quarter', 8 => 'half', 12 => 'half'];
        $xml = '';
        foreach ($patterns[$seed % 7] as $index => $length) {
            if ($length < 0) {
                $xml .= '<note><rest/><duration>4</duration><voice>1</voice><type>quarter</type></note>';
                continue;
            }
            $step = 'CDEFGAB'[($seed + $index * ($seed % 3 + 1)) % 7];
            $slur = $length === 2 && ($seed + $index) % 4 < 2
                ? '<slur type="' . ($index % 2 === 0 ? 'start' : 'stop') . '" number="1"/>'
                : '';
            $xml .= "<note><pitch><step>{$step}</step><octave>{$octave}</octave></pitch><duration>{$length}</duration><voice>1</voice>"
                . "<type>{$types[$length]}</type>" . (in_array($length, [6, 12], true) ? '<dot/>' : '')
                . ($slur === '' ? '' : "<notations>{$slur}</notations>") . '</note>';
        }

        return $xml;
    }
}
