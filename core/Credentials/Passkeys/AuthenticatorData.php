<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** What an authenticator says beside its signature (WebAuthn Level 2 §6.1). */
final readonly class AuthenticatorData
{
    private const HEAD = 37;

    private const LONGEST_ID = 1_023;

    private const PRESENT = 0x01;

    private const VERIFIED = 0x04;

    private const BACKUP_ELIGIBLE = 0x08;

    private const BACKED_UP = 0x10;

    private const HAS_KEY = 0x40;

    private const HAS_EXTENSIONS = 0x80;

    /** @param  array{id: string, key: string, aaguid: string}|null  $credential  its key as CBOR */
    private function __construct(public string $rpIdHash, private int $flags, public int $signCount, public ?array $credential)
    {
    }

    /** @throws PasskeyRefused */
    public static function read(string $bytes): self
    {
        if (strlen($bytes) < self::HEAD) {
            throw new PasskeyRefused('authenticatorData: is too short');
        }
        $flags = ord($bytes[32]);
        $count = (int) hexdec(bin2hex(substr($bytes, 33, 4)));
        $rest = substr($bytes, self::HEAD);
        $credential = null;
        if (($flags & self::HAS_KEY) !== 0) {
            [$credential, $rest] = self::credential($rest);
        }
        if (($flags & self::HAS_EXTENSIONS) !== 0) {
            [, $length] = Cbor::first($rest);
            $rest = substr($rest, $length);
        }
        if ($rest !== '') {
            throw new PasskeyRefused('authenticatorData: is too long');
        }
        if (($flags & self::BACKED_UP) !== 0 && ($flags & self::BACKUP_ELIGIBLE) === 0) {
            throw new PasskeyRefused('authenticatorData: a copy of what cannot be copied');
        }

        return new self(substr($bytes, 0, 32), $flags, $count, $credential);
    }

    public function isPresent(): bool
    {
        return ($this->flags & self::PRESENT) !== 0;
    }

    /** The holder was verified by it: by a finger, a face, a number. */
    public function isVerified(): bool
    {
        return ($this->flags & self::VERIFIED) !== 0;
    }

    public function isBackupEligible(): bool
    {
        return ($this->flags & self::BACKUP_ELIGIBLE) !== 0;
    }

    public function isBackedUp(): bool
    {
        return ($this->flags & self::BACKED_UP) !== 0;
    }

    /** @return array{array{id: string, key: string, aaguid: string}, string} and what is left */
    private static function credential(string $bytes): array
    {
        if (strlen($bytes) < 18) {
            throw new PasskeyRefused('authenticatorData: is too short');
        }
        $length = (int) hexdec(bin2hex(substr($bytes, 16, 2)));
        if ($length === 0 || $length > self::LONGEST_ID || strlen($bytes) < 18 + $length) {
            throw new PasskeyRefused('authenticatorData: an id of another length');
        }
        $after = substr($bytes, 18 + $length);
        [, $keyLength] = Cbor::first($after);

        return [
            ['id' => substr($bytes, 18, $length), 'key' => substr($after, 0, $keyLength), 'aaguid' => bin2hex(substr($bytes, 0, 16))],
            substr($after, $keyLength),
        ];
    }
}
