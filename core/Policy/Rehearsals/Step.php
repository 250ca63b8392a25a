<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

use Kennel\Core\Foundation\Documents\Duration;

/** One step of a journey, and what is expected of it. */
final readonly class Step
{
    /** Of documentation, and so of nobody (RFC 5737). */
    public const HOME = '203.0.113.20';

    public const ELSEWHERE = '198.51.100.66';

    private const MOST_TIMES = 200;

    /** In seconds. */
    private const LONGEST = 315_360_000;

    /**
     * @param  int  $times  of a step that is repeated; the last answer counts
     * @param  string|null  $for  of waiting, ISO 8601
     * @param  string  $source  where the person's requests come from; another one is another network
     * @param  Outcome|null  $expected  null for whatever comes
     */
    public function __construct(public StepKind $kind, public int $times = 1, public ?string $for = null, public string $source = self::HOME, public ?Outcome $expected = null)
    {
    }

    public static function wait(string $for): self
    {
        return new self(StepKind::Wait, for: $for);
    }

    /**
     * @param  array<array-key, mixed>  $step
     *
     * @throws \InvalidArgumentException saying what is wrong
     */
    public static function read(array $step): self
    {
        $unknown = array_diff(array_keys($step), ['kind', 'times', 'for', 'source', 'expected']);
        $kind = is_string($step['kind'] ?? null) ? StepKind::tryFrom($step['kind']) : null;
        $times = $step['times'] ?? 1;
        $for = $step['for'] ?? null;
        $source = $step['source'] ?? self::HOME;
        $expected = $step['expected'] ?? null;
        if ($unknown !== [] || $kind === null || ! is_int($times) || $times < 1 || $times > self::MOST_TIMES || ! in_array($source, [self::HOME, self::ELSEWHERE], true)) {
            throw new \InvalidArgumentException('a step has a kind of '.implode(', ', StepKind::names()).', may have times from 1 to '.self::MOST_TIMES.', for, source and expected');
        }
        if (($kind === StepKind::Wait) !== is_string($for)) {
            throw new \InvalidArgumentException('waiting says for how long, and nothing else does');
        }
        if (is_string($for) && (Duration::parse($for)->seconds > self::LONGEST)) {
            throw new \InvalidArgumentException('waiting takes at most ten years');
        }
        if ($expected !== null && (! is_array($expected) || ! is_int($expected['status'] ?? null) || ! (is_string($expected['code'] ?? null) || ($expected['code'] ?? null) === null))) {
            throw new \InvalidArgumentException('what is expected is a status and a code');
        }

        return new self(
            $kind,
            $times,
            is_string($for) ? $for : null,
            $source,
            is_array($expected) ? new Outcome($expected['status'], is_string($expected['code'] ?? null) ? $expected['code'] : null) : null,
        );
    }

    /** @return array<string, mixed> as read() takes it */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            ...$this->times === 1 ? [] : ['times' => $this->times],
            ...$this->for === null ? [] : ['for' => $this->for],
            ...$this->source === self::HOME ? [] : ['source' => $this->source],
            ...$this->expected === null ? [] : ['expected' => $this->expected->toArray()],
        ];
    }
}
