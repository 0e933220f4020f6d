<?php

declare(strict_types=1);

namespace UprightPencil\Settings;

use BackedEnum;

/**
 * One of two or more good habits that practitioners disagree about; the first case is the default.
 *
 * A new school is a case of its enum with its words, and what it changes: a price or a rule that reads the settings.
 */
interface School extends BackedEnum
{
    /** What the question is: "Bow order". */
    public static function title(): string;

    /** What this choice means. */
    public function words(): string;
}
