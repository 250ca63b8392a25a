<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** Something a message can say that differs from one to the next. */
final readonly class Variable
{
    /**
     * @param  string  $sample  what stands there while nobody in particular is meant
     * @param  bool  $isRequired  without it the message would not do what it is for
     * @param  bool  $isLink  the address of a page: may be followed, and is never shortened
     */
    public function __construct(public string $name, public string $sample, public bool $isRequired = false, public bool $isLink = false)
    {
    }
}
