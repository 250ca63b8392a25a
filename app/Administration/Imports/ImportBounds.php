<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Credentials\Passwords\HashTimes;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Refuses hashes that take too long to verify on this machine. One is enough to hold every refused sign-in back as long, so each kind is
 * measured once, by the first row of it.
 */
final class ImportBounds
{
    /** In seconds of one core. */
    private const LONGEST = 2.0;

    /** @var array<string, float> by kind */
    private array $seconds = [];

    public function __construct(private readonly HashTimes $times)
    {
    }

    /**
     * @param  ImportedAccount|non-empty-list<Reason>  $row
     * @return ImportedAccount|non-empty-list<Reason>
     */
    public function judge(#[\SensitiveParameter] ImportedAccount|array $row): ImportedAccount|array
    {
        if (! $row instanceof ImportedAccount || $row->hash === '') {
            return $row;
        }
        $seconds = $this->seconds[$row->kind] ??= $this->times->known($row->kind) ?? $this->times->measureOnce($row->hash);

        return $seconds <= self::LONGEST ? $row : [new Reason(
            'import.too_slow',
            'hash',
            ['seconds' => number_format($seconds, 1), 'most' => number_format(self::LONGEST, 0)],
        )];
    }
}
