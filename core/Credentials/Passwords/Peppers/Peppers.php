<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Peppers;

use Kennel\Core\Foundation\Secrets\Secret;

/**
 * The keys that are at hand. A pepper is a key that is not in the database: who steals the table alone has nothing to guess against.
 * It is mixed in before hashing, by HMAC-SHA-256 (RFC 2104), so that what is hashed has one length and no NUL.
 */
final readonly class Peppers
{
    /** RFC 2104 §3: as long as the digest. */
    public const KEY_BYTES = 32;

    /** @param  array<string, Secret>  $keys  by id */
    public function __construct(private array $keys)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_map(strval(...), array_keys($this->keys));
    }

    public function has(string $id): bool
    {
        return isset($this->keys[$id]);
    }

    /** @return Secret 44 characters of Base64 */
    public function apply(string $id, #[\SensitiveParameter] string $password): Secret
    {
        $key = $this->keys[$id] ?? throw new \LogicException("There is no pepper \"{$id}\" here.");

        return new Secret(base64_encode(hash_hmac('sha256', $password, $key->reveal(), true)));
    }

    /**
     * @param  string  $text  a line a key: its id, a space, the key in Base64; empty lines and lines after "#" say nothing
     *
     * @throws \InvalidArgumentException naming the line
     */
    public static function parse(#[\SensitiveParameter] string $text): self
    {
        $keys = [];
        foreach (explode("\n", $text) as $index => $line) {
            $line = trim($line);
            if ($line === '' || $line[0] === '#') {
                continue;
            }
            $where = 'Pepper keys, line '.($index + 1);
            if (preg_match('/^('.Peppered::KEY_ID.')[ \t]+([A-Za-z0-9+\/]+={0,2})$/D', $line, $part) !== 1) {
                throw new \InvalidArgumentException("{$where}: must be an id (small letters, digits, hyphens), a space and the key in Base64.");
            }
            $key = base64_decode($part[2], true);
            if ($key === false || strlen($key) < self::KEY_BYTES) {
                throw new \InvalidArgumentException("{$where}: the key must have at least ".self::KEY_BYTES.' bytes.');
            }
            if (isset($keys[$part[1]])) {
                throw new \InvalidArgumentException("{$where}: \"{$part[1]}\" is there twice.");
            }
            $keys[$part[1]] = new Secret($key);
        }

        return new self($keys);
    }
}
