<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Secrets;

/**
 * A password or token in the clear, wrapped so that it can't be logged, dumped, serialised or put into JSON by mistake.
 */
final class Secret implements \JsonSerializable
{
    private readonly \SensitiveParameterValue $value;

    public function __construct(#[\SensitiveParameter] string $value)
    {
        $this->value = new \SensitiveParameterValue($value);
    }

    /** The one way to the clear text: search for it to see every place that touches one. */
    public function reveal(): string
    {
        $value = $this->value->getValue();
        assert(is_string($value));

        return $value;
    }

    /** @return array<string, string> */
    public function __debugInfo(): array
    {
        return ['value' => '[secret]'];
    }

    /** @return never */
    public function __serialize(): array
    {
        throw new \LogicException('A secret is never serialised.');
    }

    public function jsonSerialize(): never
    {
        throw new \LogicException('A secret is never put into JSON.');
    }

    private function __clone()
    {
    }
}
