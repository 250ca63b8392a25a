<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Support\Str;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** Plans kept by name, for files that come again. They are everybody's who may import; keeping one of a name that is there replaces it. */
final readonly class KeptPlans
{
    private const LONGEST_NAME = 80;

    private const MOST = 100;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** @return list<ImportPlanRecord> by name */
    public function all(): array
    {
        return array_values(ImportPlanRecord::query()->orderBy('name')->get()->all());
    }

    public function find(string $name): ?ImportPlanRecord
    {
        return ImportPlanRecord::query()->where('name', $name)->first();
    }

    /** @throws Refusal for a name that is none, or too many */
    public function keep(string $name, ImportPlan $plan, SignedIn $operator): void
    {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME) {
            throw Refusal::invalid([new Reason('import.plan_name', 'name', ['maximum' => self::LONGEST_NAME])]);
        }
        if ($this->find($name) === null && ImportPlanRecord::query()->count() >= self::MOST) {
            throw Refusal::invalid([new Reason('import.plans_most', 'name', ['maximum' => self::MOST])]);
        }
        ImportPlanRecord::query()->updateOrCreate(['name' => $name], [
            'id' => $this->find($name)->id ?? (string) Str::uuid7(), 'plan' => $plan->toArray(),
            'operator_id' => $operator->accountId, 'operator_name' => $operator->name, 'kept_at' => Moment::write($this->clock->now()),
        ]);
    }

    public function forget(string $id): void
    {
        ImportPlanRecord::query()->whereKey($id)->delete();
    }
}
