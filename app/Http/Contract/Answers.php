<?php

declare(strict_types=1);

namespace App\Http\Contract;

use Attribute;

/** What a route answers when all is well: a type that a resource declares. Held against real answers by the contract test. */
#[Attribute(Attribute::TARGET_METHOD)]
final readonly class Answers
{
    /** @param string $type "DeskPlan", "list<PassageReturnRow>", an array shape; or the MIME type of what is no JSON */
    public function __construct(public string $type)
    {
    }
}
