<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

/** Somebody's account, whose ever it is: for work that is done and undone so that it costs time. */
final readonly class Anybody
{
    public function __invoke(): ?Account
    {
        return Account::query()->where('seq', '>', 0)->first();
    }
}
