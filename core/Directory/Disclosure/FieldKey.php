<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Foundation\Text\NearMiss;

/** Names one field of an account, of whatever origin: "address", "field:phone", "own:nickname"; "own:*" for every key that is not listed itself. */
final readonly class FieldKey
{
    /** Stands for every key of the metadata that is not listed by itself. */
    public const REST = '*';

    /** In characters; the longest key that metadata can be listed by. */
    public const LONGEST = 200;

    /** What a key of a listing looks like; parse() says the rest. */
    public const PATTERN = '^([a-z_]{1,40}|(field|own|internal):.+)$';

    /** What is kept to prove something. It is no field, whatever it is called, and no audience can be named for it. */
    public const SECRETS = [
        'password', 'password_hash', 'password_history', 'temporary_password', 'hash', 'salt', 'pepper', 'session', 'session_id', 'token', 'token_hash', 'code', 'secret', 'recovery_token',
        'verification_token', 'erasure_key', 'setup_code',
    ];

    private function __construct(public FieldOrigin $origin, public string $name)
    {
    }

    /**
     * As accounts hold it: whatever a field or a key of metadata is called.
     *
     * @throws \InvalidArgumentException for what is no field, naming what was probably meant
     */
    public static function parse(string $key): self
    {
        if (preg_match('/^(field|own|internal):(.*)$/Dsu', $key, $found) === 1) {
            return new self(FieldOrigin::from($found[1]), $found[2]);
        }
        if (BuiltIn::tryFrom($key) === null) {
            $near = NearMiss::of($key, array_column(BuiltIn::cases(), 'value'));
            throw new \InvalidArgumentException("there is no field \"{$key}\"".($near === null ? '; a field of the rule book is "field:" and its key, metadata "own:" or "internal:" and its key' : "; \"{$near}\" is one"));
        }

        return new self(FieldOrigin::BuiltIn, $key);
    }

    /**
     * As somebody names it who wants it handed out.
     *
     * @throws \InvalidArgumentException for a secret, and for what is no field
     */
    public static function listed(string $key): self
    {
        $name = str_starts_with($key, 'field:') ? substr($key, strlen('field:')) : $key;
        if (in_array(strtolower($name), self::SECRETS, true)) {
            throw new \InvalidArgumentException("\"{$name}\" is a secret; secrets are no fields and are handed to nobody");
        }
        $field = self::parse($key);

        return $field->isListable() ? $field : throw new \InvalidArgumentException("\"{$key}\" names no field");
    }

    /** Whether a listing can name it. What cannot be named is handed to nobody, or with the rest. */
    public function isListable(): bool
    {
        $isSecret = $this->origin === FieldOrigin::Defined && in_array(strtolower($this->name), self::SECRETS, true);

        return ! $isSecret && $this->name !== '' && mb_strlen($this->key()) <= self::LONGEST;
    }

    public static function builtIn(BuiltIn $field): self
    {
        return new self(FieldOrigin::BuiltIn, $field->value);
    }

    public static function defined(string $key): self
    {
        return new self(FieldOrigin::Defined, $key);
    }

    /** @param  string  $kind  "own" or "internal" */
    public static function metadata(string $kind, string $key): self
    {
        return new self(FieldOrigin::from($kind), $key);
    }

    public function key(): string
    {
        return $this->origin === FieldOrigin::BuiltIn ? $this->name : "{$this->origin->value}:{$this->name}";
    }

    /** The entry that counts where this key is not listed itself; null where there can be none. */
    public function rest(): ?string
    {
        return $this->origin->isMetadata() ? "{$this->origin->value}:".self::REST : null;
    }

    public function asBuiltIn(): ?BuiltIn
    {
        return $this->origin === FieldOrigin::BuiltIn ? BuiltIn::from($this->name) : null;
    }
}
