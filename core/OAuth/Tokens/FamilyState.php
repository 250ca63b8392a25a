<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** How a family of refresh tokens stands: the one that counts, and those it replaced within the last seconds. */
final readonly class FamilyState
{
    /** @param  list<Superseded>  $superseded  oldest first */
    public function __construct(
        public string $currentDigest,
        public array $superseded,
        public \DateTimeImmutable $lapsesAt,
    ) {
    }

    /** @return list<Superseded> those that still lead to the current one */
    public function supersededAt(\DateTimeImmutable $now): array
    {
        return array_values(array_filter(
            $this->superseded,
            // A clock that was set back may show a moment of the future.
            static fn (Superseded $one): bool => abs($now->getTimestamp() - $one->at->getTimestamp()) <= DecideRefresh::OVERLAP,
        ));
    }

    /** @return list<Superseded> the one with that digest and all after it; empty when it is not among them */
    public function since(string $digest, \DateTimeImmutable $now): array
    {
        $all = $this->supersededAt($now);
        foreach ($all as $index => $one) {
            if (hash_equals($one->digest, $digest)) {
                return array_slice($all, $index);
            }
        }

        return [];
    }
}
