<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

/** What an app asks for: words with one space between (RFC 6749 §3.3). */
final readonly class Scope
{
    public const WORD = '^[!#-\x5B\x5D-~]{1,80}$';

    /** What the standards give a meaning to (OpenID Connect Core 1.0 §§5.4, 11), and our own for what the holder may do in the app. */
    public const OPENID = 'openid';

    public const PROFILE = 'profile';

    public const EMAIL = 'email';

    public const PHONE = 'phone';

    public const ROLES = 'roles';

    public const OFFLINE = 'offline_access';

    public const STANDARD = [self::OPENID, self::PROFILE, self::EMAIL, self::PHONE, self::ROLES, self::OFFLINE];

    private const LONGEST = 2_000;

    /** @param  list<string>  $words  each once */
    private function __construct(public array $words)
    {
    }

    /** @return self|null null for what is no scope */
    public static function parse(string $text): ?self
    {
        if ($text === '') {
            return new self([]);
        }
        $words = strlen($text) <= self::LONGEST ? explode(' ', $text) : [''];
        foreach ($words as $word) {
            if (preg_match('/'.self::WORD.'/D', $word) !== 1) {
                return null;
            }
        }

        return new self(array_values(array_unique($words)));
    }

    /** @param  list<string>  $words */
    public static function of(array $words): self
    {
        return new self(array_values(array_unique($words)));
    }

    public function has(string $word): bool
    {
        return in_array($word, $this->words, true);
    }

    public function isWithin(self $other): bool
    {
        return array_diff($this->words, $other->words) === [];
    }

    public function with(self $other): self
    {
        return self::of([...$this->words, ...$other->words]);
    }

    /** @param  list<string>  $words */
    public function without(array $words): self
    {
        return new self(array_values(array_diff($this->words, $words)));
    }

    public function toString(): string
    {
        return implode(' ', $this->words);
    }
}
