<?php

declare(strict_types=1);

namespace Kennel\Core\Trail\Audit;

/** Takes secrets out of what is shown as evidence. Decides by the key's name, at any depth, whatever the value's type. */
final class Redactor
{
    public const MARK = '[secret]';

    private const SECRET_KEYS = '/pass|secret|token|cookie|authorization|credential|hash|digest|api_?key|code_verifier|\bpin\b/i';

    private const LONGEST = 2_000;

    /**
     * @param  array<array-key, mixed>  $values
     * @return array<array-key, mixed>
     */
    public function redact(array $values): array
    {
        $shown = [];
        foreach ($values as $key => $value) {
            $shown[$key] = match (true) {
                is_string($key) && preg_match(self::SECRET_KEYS, $key) === 1 => $value === null ? null : self::MARK,
                is_array($value) => $this->redact($value),
                is_string($value) => $this->shorten($value),
                default => $value,
            };
        }

        return $shown;
    }

    private function shorten(string $value): string
    {
        return mb_strlen($value) > self::LONGEST ? mb_substr($value, 0, self::LONGEST).'… ('.strlen($value).' bytes)' : $value;
    }
}
