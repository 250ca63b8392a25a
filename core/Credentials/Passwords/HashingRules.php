<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** How new hashes are made: Argon2id or bcrypt, and with which pepper. Older ones are verified whatever they are. */
final readonly class HashingRules
{
    public const ARGON2ID = 'argon2id';

    public const BCRYPT = 'bcrypt';

    /** What bcrypt looks at; a longer password is refused, never cut. */
    private const BCRYPT_BYTES = 72;

    /**
     * @param  'argon2id'|'bcrypt'  $scheme
     * @param  int  $cost  of bcrypt: each more doubles the work
     * @param  string  $pepper  the key's id; "" for none
     */
    public function __construct(public string $scheme, public Argon2idParameters $argon2id, public int $cost = 12, public string $pepper = '')
    {
    }

    public static function argon2id(Argon2idParameters $parameters, string $pepper = ''): self
    {
        return new self(self::ARGON2ID, $parameters, pepper: $pepper);
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        /** @var 'argon2id'|'bcrypt' $scheme */
        $scheme = $document->choice('scheme', [self::ARGON2ID, self::BCRYPT], 'What new hashes are');
        $rules = new self(
            $scheme,
            Argon2idParameters::read($document),
            $document->integer('cost', 10, 16, 'bcrypt: its cost, each more doubling the work'),
            $document->text(
                'pepper',
                Peppered::LONGEST_KEY_ID,
                'The id of the key that is mixed into every password before it is hashed; empty for none',
                '^(?:'.Peppered::KEY_ID.')?$',
            ),
        );
        $document->nothingElse();

        return $rules;
    }

    /** The most bytes a password can have; null for any. With a pepper, what is hashed has one length. */
    public function mostBytes(): ?int
    {
        return $this->scheme === self::BCRYPT && $this->pepper === '' ? self::BCRYPT_BYTES : null;
    }

    /** The label of hashes made by these rules, as a census counts them. */
    public function kind(): string
    {
        $kind = $this->scheme === self::BCRYPT ? "bcrypt {$this->cost}" : "Argon2id {$this->argon2id->memory}/{$this->argon2id->passes}/{$this->argon2id->lanes}";

        return HashKind::withPepper($kind, $this->pepper);
    }
}
