<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Finding;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Which accounts are meant: conditions that all hold. Written as JSON wherever it is kept or sent. */
final readonly class Where
{
    public const MOST = 12;

    /** @param  list<Condition>  $conditions */
    private function __construct(public array $conditions)
    {
    }

    public static function everybody(): self
    {
        return new self([]);
    }

    /**
     * @param  string  $json  a list of conditions, each a list of texts: [["status","is","active"],["field","home_reach","misfits"]]
     *
     * @throws Refused for the first that cannot be read
     */
    public static function read(string $json): self
    {
        $written = json_decode($json, true, 4);
        if (! is_array($written) || ! array_is_list($written) || count($written) > self::MOST) {
            throw new Refused(new Reason('where.list', 'where', ['maximum' => self::MOST]));
        }

        return new self(array_map(Condition::read(...), $written));
    }

    public function toJson(): string
    {
        return json_encode(array_map(static fn (Condition $one): array => $one->written(), $this->conditions), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    public function isEverybody(): bool
    {
        return $this->conditions === [];
    }
}
