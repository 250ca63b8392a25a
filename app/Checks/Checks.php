<?php

declare(strict_types=1);

namespace Kennel\App\Checks;

use Illuminate\Contracts\Container\Container;

/** All that is looked at, in the order in which one thing needs another. */
final readonly class Checks
{
    private const ALL = [
        CheckConfiguration::class,
        CheckKey::class,
        CheckDirectory::class,
        CheckSchema::class,
        CheckRules::class,
        CheckQueues::class,
        CheckSchedule::class,
        CheckClock::class,
        CheckRelay::class,
        CheckHashes::class,
        CheckDisk::class,
    ];

    /** Without these no request can be answered; each is quick. */
    private const TO_SERVE = [CheckSchema::class, CheckRules::class, CheckDirectory::class, CheckDisk::class];

    public function __construct(private Container $container)
    {
    }

    /** @return iterable<array{name: string, findings: non-empty-list<Finding>}> each as soon as it was looked at */
    public function all(): iterable
    {
        return $this->look(self::ALL);
    }

    /** @return list<Finding> what keeps this process from answering; empty when nothing does */
    public function inTheWay(): array
    {
        $wrong = [];
        foreach ($this->look(self::TO_SERVE) as ['findings' => $findings]) {
            array_push($wrong, ...array_filter($findings, static fn (Finding $finding): bool => $finding->grade === Grade::Wrong));
        }

        return $wrong;
    }

    /**
     * @param  list<class-string<Check>>  $checks
     * @return iterable<array{name: string, findings: non-empty-list<Finding>}>
     */
    private function look(array $checks): iterable
    {
        foreach ($checks as $class) {
            $name = lcfirst(substr((string) strrchr($class, '\\'), strlen('\\Check')));
            try {
                $check = $this->container->make($class);
                yield ['name' => $check->name(), 'findings' => $check->look()];
            } catch (\Throwable $error) {
                // One that can not even look must not keep the others from it.
                report($error);
                yield ['name' => $name, 'findings' => [Finding::wrong('check.failed', ['said' => $error::class])]];
            }
        }
    }
}
