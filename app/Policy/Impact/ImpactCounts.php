<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Kennel\Core\Policy\Impact\Finding;

/** How many findings there are of each kind and reason, kept with a run so that it can go on. */
final class ImpactCounts
{
    /** Of one kind and reason so many are listed by name; all are counted. */
    public const LISTED = 2_000;

    /** @var array<string, array{kind: string, code: string, field: string|null, count: int}> */
    private array $counts = [];

    /** @param  list<array{kind: string, code: string, field: string|null, count: int}>  $counts */
    public function __construct(array $counts)
    {
        foreach ($counts as $count) {
            $this->counts["{$count['kind']} {$count['code']} {$count['field']}"] = $count;
        }
    }

    /**
     * @param  list<array{account: string|null, finding: Finding, times?: int}>  $findings  "times" for as many more, that are not listed
     * @return list<array{account: string|null, finding: Finding}> those that are listed by name
     */
    public function add(array $findings): array
    {
        $listed = [];
        foreach ($findings as $one) {
            $finding = $one['finding'];
            $key = "{$finding->kind} {$finding->reason->code} {$finding->reason->field}";
            $this->counts[$key] ??= ['kind' => $finding->kind, 'code' => $finding->reason->code, 'field' => $finding->reason->field, 'count' => 0];
            $this->counts[$key]['count'] += $one['times'] ?? 1;
            if (! isset($one['times']) && $this->counts[$key]['count'] <= self::LISTED) {
                $listed[] = ['account' => $one['account'], 'finding' => $finding];
            }
        }

        return $listed;
    }

    /** @return list<array{kind: string, code: string, field: string|null, count: int}> */
    public function all(): array
    {
        return array_values($this->counts);
    }
}
