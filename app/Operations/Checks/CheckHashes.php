<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Credentials\Passwords\Census;

/** Whether everybody's password can be verified. */
final readonly class CheckHashes implements Check
{
    public function __construct(private Census $census)
    {
    }

    public function look(): array
    {
        $kinds = $this->census->kinds();
        $stranded = array_values(array_filter($kinds, static fn (array $kind): bool => ! $kind['is_verifiable']));
        if ($stranded === []) {
            return [Finding::fine('hashes.fine', ['accounts' => (int) array_sum(array_column($kinds, 'accounts'))])];
        }

        return array_map(static fn (array $kind): Finding => Finding::wrong('hashes.stranded', ['kind' => $kind['kind'], 'accounts' => $kind['accounts']]), $stranded);
    }
}
