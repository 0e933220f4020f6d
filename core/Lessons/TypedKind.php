<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

/** What is typed in. */
enum TypedKind: string
{
    /** A line that all sections play. */
    case Lesson = 'lesson';
    /** Some measures of one section's part that is on paper. */
    case Passage = 'passage';
    /** A rhythm without pitches, to be bowed. */
    case Rhythm = 'rhythm';
}
