<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Fingering\Result\NoteFinger;

/** Fingers that stay down. */
final class HeldFingersTest extends TestCase
{
    public function testAFingerWaitsUnderAnOpenStringAndNowhereElse(): void
    {
        $plan = Passage::of('4/4', 'B3q D4q C4q A3q | B3q C4q D4h')->by('Viola')->profile('second-year')->plan();
        $waits = array_keys(array_filter($plan->fingers->notes, static fn (NoteFinger $finger): bool => $finger->leaveDown));

        self::assertSame(['P1-m1-n1'], $waits);
    }
}
