<?php

declare(strict_types=1);

namespace Tests\Browser;

use PHPUnit\Framework\TestCase;
use Tests\Browser\Support\Harness;

abstract class BrowserTestCase extends TestCase
{
    protected function tearDown(): void
    {
        Harness::get()->release();
        parent::tearDown();
    }
}
