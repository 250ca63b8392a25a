<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Foundation\Moment;

/** The lists of accounts that the keepers share. */
final class Views
{
    private const VIEWS = [
        'Odd reaches' => ['[["field","home_reach","misfits"],["status","is","active"]]', 'name', ['address', 'field:home_reach', 'roles', 'seen']],
        'Keepers' => ['[["permission","is","kennel:accounts.manage"]]', 'name', []],
        'Insurance ran out' => ['[["metadata","internal.insurance_until","before","P1D"],["status","is","active"]]', '-seen', []],
        'Unverified for days' => ['[["verified","is","no"],["created","before","P2D"]]', 'created', ['address', 'standing', 'created']],
    ];

    /** @return list<array<string, mixed>> */
    public static function of(string $keeper, \DateTimeImmutable $start): array
    {
        $entropy = new SeededEntropy(7);

        return array_values(array_map(static fn (string $name, array $view): array => [
            'id' => $entropy->uuid($start), 'owner_id' => $keeper, 'name' => $name, 'is_shared' => true, 'search' => '', 'conditions' => $view[0], 'sort' => $view[1],
            'columns' => json_encode($view[2], JSON_THROW_ON_ERROR), 'created_at' => Moment::write($start),
        ], array_keys(self::VIEWS), self::VIEWS));
    }
}
