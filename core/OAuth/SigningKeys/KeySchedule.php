<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

/**
 * The keys of one algorithm in the order they sign: former, current, next. The current one is whichever began last; a former one stays in the key set until the last
 * token it signed has lapsed, the next one is there before it signs.
 */
final readonly class KeySchedule
{
    /** @var list<KeyTimes> in the order they sign; none that was withdrawn before it did */
    private array $keys;

    /**
     * @param  list<KeyTimes>  $keys
     * @param  int  $longest  how many seconds the token counts that counts longest
     */
    public function __construct(array $keys, private int $longest)
    {
        $keys = array_values(array_filter($keys, static fn (KeyTimes $one): bool => $one->withdrawnAt === null || $one->withdrawnAt > $one->usedFrom));
        // Two that began in the same moment: in the order they were made, which ids are not; so by id, always alike.
        usort($keys, static fn (KeyTimes $one, KeyTimes $other): int => [$one->usedFrom, $one->id] <=> [$other->usedFrom, $other->id]);
        $this->keys = $keys;
    }

    /** The one that began last; none where that was withdrawn, since whoever had its turn before does not have it again. */
    public function current(\DateTimeImmutable $now): ?KeyTimes
    {
        $last = null;
        foreach ($this->keys as $key) {
            $last = $key->usedFrom <= $now ? $key : $last;
        }

        return $last?->withdrawnAt === null ? $last : null;
    }

    public function next(\DateTimeImmutable $now): ?KeyTimes
    {
        foreach ($this->keys as $key) {
            if ($key->usedFrom > $now) {
                return $key;
            }
        }

        return null;
    }

    /** @return list<KeyTimes> what tokens may be verified by */
    public function published(\DateTimeImmutable $now): array
    {
        return array_values(array_filter($this->keys, fn (KeyTimes $key): bool => $key->withdrawnAt === null && (($until = $this->goneAt($key)) === null || $until > $now)));
    }

    /** When a key leaves the key set; null while nothing follows it. */
    public function goneAt(KeyTimes $key): ?\DateTimeImmutable
    {
        $at = array_search($key->id, array_column($this->keys, 'id'), true);
        $follower = is_int($at) ? $this->keys[$at + 1] ?? null : null;

        return $follower?->usedFrom->add(new \DateInterval("PT{$this->longest}S"));
    }

    /** From when on a key is due that is not there yet; null while none is. At once where nothing could be signed. */
    public function due(KeyRules $rules, \DateTimeImmutable $now): ?\DateTimeImmutable
    {
        $current = $this->current($now);
        if ($current === null) {
            return $this->next($now) === null ? $now : null;
        }
        if ($this->next($now) !== null) {
            return null;
        }
        $turn = $rules->rotateEvery->after($current->usedFrom);
        $ready = $rules->publishedBefore->after($now);

        // Where nobody looked in time, it is published as long before as the rule says, and signs later.
        return $turn <= $ready ? $ready : null;
    }
}
