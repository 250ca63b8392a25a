<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

/** What stands in a signed token, as it was read and not verified (RFC 7515 §7.1, RFC 7519 §7.2). */
final readonly class Jws
{
    /** In bytes; several times what a token of ours can be. */
    public const LARGEST = 16_384;

    private const DEEPEST = 16;

    /**
     * @param  array<array-key, mixed>  $header
     * @param  array<array-key, mixed>  $claims
     */
    private function __construct(#[\SensitiveParameter] public string $text, public array $header, public array $claims)
    {
    }

    /** Null for what is too large, too deep, or not three parts of base64url (RFC 4648 §5, without padding) that begin with two JSON objects. */
    public static function read(#[\SensitiveParameter] string $text): ?self
    {
        if (strlen($text) > self::LARGEST || preg_match('/^([A-Za-z0-9_-]+)\.([A-Za-z0-9_-]+)\.[A-Za-z0-9_-]*$/D', $text, $parts) !== 1) {
            return null;
        }
        $header = self::object($parts[1]);
        $claims = self::object($parts[2]);

        return $header === null || $claims === null ? null : new self($text, $header, $claims);
    }

    /** A text claim; null where it is missing or no text. */
    public function text(string $claim): ?string
    {
        $value = $this->claims[$claim] ?? null;

        return is_string($value) ? $value : null;
    }

    /** A moment (RFC 7519 §2, NumericDate); null where it is missing or no number that a moment can have. */
    public function moment(string $claim): ?\DateTimeImmutable
    {
        $value = $this->claims[$claim] ?? null;

        return (is_int($value) || is_float($value)) && abs($value) < 253_402_300_800 ? new \DateTimeImmutable('@'.(int) $value) : null;
    }

    /** @return list<string> whom it is for */
    public function audience(): array
    {
        $value = $this->claims['aud'] ?? [];

        return array_values(array_filter(is_array($value) ? $value : [$value], is_string(...)));
    }

    /** @return array<array-key, mixed>|null */
    private static function object(string $part): ?array
    {
        $json = base64_decode(strtr($part, '-_', '+/'), true);
        $read = is_string($json) ? json_decode($json, true, self::DEEPEST) : null;

        // An empty list is written as an object's opposite, "[]".
        return is_array($read) && ($read !== [] ? ! array_is_list($read) : ltrim($json)[0] === '{') ? $read : null;
    }
}
