<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** What was sent in a query or form. Nothing may be there twice (RFC 6749 §§3.1, 3.2), but for whom tokens are for (RFC 8707 §2); what is empty is as if it were not there. */
final readonly class Parameters
{
    private const LARGEST = 32_768;

    private const MOST = 60;

    /** @param  array<string, list<string>>  $values */
    private function __construct(#[\SensitiveParameter] private array $values)
    {
    }

    /**
     * @param  string  $encoded  application/x-www-form-urlencoded
     *
     * @throws OAuthRefused for what is there twice, too much, or not UTF-8
     */
    public static function parse(#[\SensitiveParameter] string $encoded): self
    {
        $pairs = strlen($encoded) <= self::LARGEST ? explode('&', $encoded, self::MOST + 1) : null;
        if ($pairs === null || count($pairs) > self::MOST) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The request is too large.');
        }
        $values = [];
        foreach ($pairs as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            [$name, $value] = [urldecode($name), urldecode($value)];
            if (! mb_check_encoding($name.$value, 'UTF-8') || str_contains($value, "\0")) {
                throw new OAuthRefused(OAuthError::InvalidRequest, 'The request has to be in UTF-8.');
            }
            if ($value === '') {
                continue;
            }
            if (isset($values[$name]) && $name !== 'resource') {
                throw new OAuthRefused(OAuthError::InvalidRequest, 'A parameter is there more than once: '.self::printable($name).'.');
            }
            $values[$name][] = $value;
        }

        return new self($values);
    }

    /** @param  array<string, string|list<string>>  $values  as all() gave them */
    public static function of(array $values): self
    {
        return new self(array_map(static fn (string|array $one): array => (array) $one, $values));
    }

    public function text(string $name): ?string
    {
        return $this->values[$name][0] ?? null;
    }

    /** @throws OAuthRefused where it is missing */
    public function needed(string $name): string
    {
        return $this->text($name) ?? throw new OAuthRefused(OAuthError::InvalidRequest, "The parameter {$name} is missing.");
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        return $this->values[$name] ?? [];
    }

    /**
     * @param  list<string>  $names
     * @return array<string, string|list<string>> those of them that are there
     */
    public function only(array $names): array
    {
        return array_map(static fn (array $one): string|array => count($one) === 1 ? $one[0] : $one, array_intersect_key($this->values, array_fill_keys($names, true)));
    }

    private static function printable(string $name): string
    {
        return (string) preg_replace('/[^a-zA-Z0-9_.-]/', '?', mb_substr($name, 0, 40));
    }
}
