<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Illuminate\Contracts\Container\Container;

/** All that is looked at, in the order in which one thing needs another. */
final readonly class Checks
{
    private const ALL = [
        'configuration' => CheckConfiguration::class,
        'key' => CheckKey::class,
        'directory' => CheckDirectory::class,
        'schema' => CheckSchema::class,
        'rules' => CheckRules::class,
        'queues' => CheckQueues::class,
        'schedule' => CheckSchedule::class,
        'clock' => CheckClock::class,
        'relay' => CheckRelay::class,
        'hashes' => CheckHashes::class,
        'disk' => CheckDisk::class,
    ];

    /** Without these no request can be answered; each is quick. */
    private const TO_SERVE = ['schema', 'rules', 'directory', 'disk'];

    public function __construct(private Container $container)
    {
    }

    /** @return iterable<string, non-empty-list<Finding>> by name, each as soon as it was looked at */
    public function all(): iterable
    {
        foreach (array_keys(self::ALL) as $name) {
            yield $name => $this->look($name);
        }
    }

    /** @return list<Finding> what keeps this process from answering; empty when nothing does */
    public function inTheWay(): array
    {
        return array_merge(...array_map($this->wrong(...), self::TO_SERVE));
    }

    /** @return array{directory: bool, schema: bool, key: bool} whether what has to be there before anybody can begin is */
    public function toBegin(): array
    {
        $ready = ['directory' => $this->wrong('directory') === [], 'schema' => $this->wrong('schema') === []];

        // The key is held against what is sealed in the database.
        return [...$ready, 'key' => ! in_array(false, $ready, true) && $this->wrong('key') === []];
    }

    /**
     * @param  key-of<self::ALL>  $name
     * @return list<Finding>
     */
    private function wrong(string $name): array
    {
        return array_values(array_filter($this->look($name), static fn (Finding $finding): bool => $finding->grade === Grade::Wrong));
    }

    /**
     * @param  key-of<self::ALL>  $name
     * @return non-empty-list<Finding>
     */
    private function look(string $name): array
    {
        try {
            return $this->container->make(self::ALL[$name])->look();
        } catch (\Throwable $error) {
            // One that cannot even look must not keep the others from it.
            report($error);

            return [Finding::wrong('check.failed', ['said' => $error::class])];
        }
    }
}
