<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PhcString;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\TestCase;

/** Argon2id against the reference implementation's own test values, and against an independent implementation (hash-wasm, npm). */
final class Argon2Test extends TestCase
{
    /** The reference implementation's test: "password", salt "somesalt", t=2, m=65536, p=1. */
    private const REFERENCE = '$argon2id$v=19$m=65536,t=2,p=1$c29tZXNhbHQ$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc';

    public function test_verifies_the_reference_value(): void
    {
        self::assertTrue($this->hasher()->verify($this->password('password'), self::REFERENCE));
        self::assertFalse($this->hasher()->verify($this->password('passwore'), self::REFERENCE));
        $phc = PhcString::parse(self::REFERENCE);
        self::assertSame(['somesalt', 65536, 2, 1], [$phc?->salt, $phc?->parameters->memory, $phc?->parameters->passes, $phc?->parameters->lanes]);
    }

    public function test_an_independent_implementation_agrees(): void
    {
        foreach ([[7168, 5], [19456, 2], [47104, 1]] as [$memory, $passes]) {
            foreach (['slow green otters', "caf\u{e9} 🦦 日本語"] as $text) {
                $hash = Passwords::hasher(HashingRules::argon2id(new Argon2idParameters($memory, $passes, 1)))->hash($this->password($text));
                self::assertSame([true, false], $this->secondOpinion($hash, [$text, $text.'x']), $hash);
            }
        }
    }

    /** bcrypt's reference test: "U*U" (2a, cost 5). */
    public function test_verifies_the_bcrypt_reference_value(): void
    {
        $reference = '$2a$05$CCCCCCCCCCCCCCCCCCCCC.E5YPO9kmyuRGyh0XouQYb4YMJKvyOeW';
        self::assertTrue($this->hasher()->verify($this->password('U*U'), $reference));
        self::assertFalse($this->hasher()->verify($this->password('U*V'), $reference));
    }

    /**
     * OWASP Password Storage Cheat Sheet, from memory: Argon2id of 19456 KiB and 2 passes or an equivalent, 47104 and 1 among them.
     */
    public function test_the_shipped_rule_is_one_of_owasps(): void
    {
        /** @var array{hashing: array{memory: int, passes: int, lanes: int}} $rules */
        $rules = require __DIR__.'/../../config/rules.php';
        self::assertContains([$rules['hashing']['memory'], $rules['hashing']['passes'], $rules['hashing']['lanes']], [[47104, 1, 1], [19456, 2, 1], [12288, 3, 1], [9216, 4, 1], [7168, 5, 1]]);
    }

    /**
     * @param  list<string>  $passwords
     * @return list<bool>
     */
    private function secondOpinion(string $hash, array $passwords): array
    {
        $script = 'import("hash-wasm").then(async ({ argon2Verify }) => { const [hash, ...passwords] = JSON.parse(process.argv[1]); const verdicts = []; for (const password of passwords) verdicts.push(await argon2Verify({ password, hash })); console.log(JSON.stringify(verdicts)); })';
        $output = shell_exec('cd '.escapeshellarg(dirname(__DIR__, 2)).' && node -e '.escapeshellarg($script).' '.escapeshellarg(json_encode([$hash, ...$passwords], JSON_THROW_ON_ERROR)));
        /** @var list<bool> $verdicts */
        $verdicts = json_decode((string) $output, true, flags: JSON_THROW_ON_ERROR);

        return $verdicts;
    }

    private function hasher(): PasswordHasher
    {
        return Passwords::hasher(HashingRules::argon2id(new Argon2idParameters(19456, 2, 1)));
    }

    private function password(string $text): PreparedPassword
    {
        return PreparedPassword::from(new Secret($text));
    }
}
