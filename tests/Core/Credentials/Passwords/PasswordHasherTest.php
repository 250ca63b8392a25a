<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Eris\Generators;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Credentials\Passwords\PhcString;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Support\Passwords;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\TestCase;

final class PasswordHasherTest extends TestCase
{
    use Properties;

    /** Cheap on purpose: what is tested is the logic, not the cost. */
    private const MEMORY = 64;

    public function test_verifies_what_it_hashed_and_nothing_one_code_point_away(): void
    {
        $this->limitTo(60)->forAll(Generators::string(), Generators::choose(0x20, 0x2FFF))->then(function (string $text, int $code): void {
            try {
                $password = PreparedPassword::from(new Secret($text.'x'));
                $other = PreparedPassword::from(new Secret($text.mb_chr($code)));
            } catch (Refused) {
                return;
            }
            $hash = $this->hasher()->hash($password);
            self::assertTrue($this->hasher()->verify($password, $hash));
            if ($other->secret->reveal() !== $password->secret->reveal()) {
                self::assertFalse($this->hasher()->verify($other, $hash));
            }
        });
    }

    /** Any Unicode, by every way in which hashes are made; one changed code point fails. */
    public function test_so_it_is_with_bcrypt_and_with_a_pepper(): void
    {
        $keys = Peppers::parse('autumn '.base64_encode(str_repeat('k', 32)));
        $argon2id = new Argon2idParameters(self::MEMORY, 1, 1);
        $hashers = array_map(static fn (HashingRules $rules): PasswordHasher => Passwords::hasher($rules, $keys), [
            new HashingRules(HashingRules::BCRYPT, $argon2id, 4), new HashingRules(HashingRules::BCRYPT, $argon2id, 4, 'autumn'), HashingRules::argon2id($argon2id, 'autumn'),
        ]);
        $this->limitTo(80)->forAll(Texts::ofAnyScript(), Generators::choose(0, 100))->then(function (string $text, int $at) use ($hashers): void {
            $letters = [...mb_str_split($text), 'x'];
            $changed = $letters;
            $changed[$at % count($letters)] .= 'y';
            try {
                [$password, $other] = [$this->password(implode('', $letters)), $this->password(implode('', $changed))];
            } catch (Refused) {
                return;
            }
            $this->reach();
            foreach ($hashers as $hasher) {
                if ($hasher->canHash($password)) {
                    $stored = $hasher->hash($password);
                    self::assertTrue($hasher->verify($password, $stored));
                    self::assertFalse($hasher->verify($other, $stored));
                    self::assertFalse($hasher->needsRehash($stored));
                } else {
                    $this->reach('what bcrypt cannot hold');
                    self::assertGreaterThan(72, strlen($password->secret->reveal()), 'only bcrypt by itself cannot hold everything');
                }
            }
        });
        $this->assertReached(25);
        $this->assertReached(10, 'what bcrypt cannot hold');
    }

    public function test_phc_strings_survive_reading_and_writing(): void
    {
        $this->limitTo(100)->forAll(Generators::choose(8, 9_999_999), Generators::choose(1, 99), Generators::choose(1, 99), Generators::choose(8, 40), Generators::choose(12, 64))
            ->then(static function (int $memory, int $passes, int $lanes, int $saltLength, int $hashLength): void {
                $text = PhcString::argon2id(new Argon2idParameters($memory, $passes, $lanes), random_bytes($saltLength), random_bytes($hashLength))->toString();
                self::assertSame($text, PhcString::parse($text)?->toString());
            });
    }

    public function test_decides_when_to_hash_anew(): void
    {
        $stored = $this->hasher()->hash($this->password('slow green otters'));
        self::assertFalse($this->hasher()->needsRehash($stored));
        self::assertTrue($this->hasher(2)->needsRehash($stored), 'more passes are the rule now');
        self::assertTrue($this->hasher()->needsRehash('$2y$10$'.str_repeat('a', 53)));
    }

    public function test_verifies_bcrypt_but_never_a_password_it_would_cut(): void
    {
        $long = str_repeat('a', 72);
        $stored = password_hash($long, PASSWORD_BCRYPT, ['cost' => 4]);
        self::assertTrue($this->hasher()->verify($this->password($long), $stored));
        self::assertFalse($this->hasher()->verify($this->password($long.'b'), $stored), 'bcrypt alone would have said yes');
    }

    public function test_refuses_a_hash_that_would_stop_the_server(): void
    {
        $greedy = PhcString::argon2id(new Argon2idParameters(4_194_304, 64, 1), 'saltsaltsaltsalt', str_repeat('h', 32))->toString();
        self::assertFalse($this->hasher()->canVerify($greedy));
        self::assertFalse($this->hasher()->verify($this->password('x'), $greedy));
    }

    public function test_the_decoy_costs_what_an_account_costs_and_is_nobodys(): void
    {
        $decoy = PhcString::parse($this->hasher()->decoy());
        self::assertNotNull($decoy);
        self::assertEquals(new Argon2idParameters(self::MEMORY, 1, 1), $decoy->parameters);
        self::assertTrue($this->hasher()->canVerify($decoy->toString()));
        self::assertFalse($this->hasher()->verify($this->password('anything'), $decoy->toString()));
    }

    public function test_refuses_to_hash_what_bcrypt_would_cut(): void
    {
        $bcrypt = Passwords::hasher(new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 4));
        self::assertStringStartsWith('$2y$04$', $bcrypt->hash(Passwords::prepared(str_repeat('a', 72))));
        $this->expectException(\LogicException::class);
        $bcrypt->hash(Passwords::prepared(str_repeat('a', 73)));
    }

    public function test_names_schemes(): void
    {
        self::assertSame('Argon2id 64/1/1', HashKind::of($this->hasher()->hash($this->password('x'))));
        self::assertSame('bcrypt 10', HashKind::of('$2y$10$'.str_repeat('a', 53)));
        self::assertSame('portable phpass 2^11', HashKind::of('$P$9IQRaTwmfeRo7ud9Fh4E2PdI0S3r.L0'));
        self::assertSame('not recognised', HashKind::of('5f4dcc3b5aa765d61d8327deb882cf99'));
        self::assertSame('not recognised: y', HashKind::of('$y$j9T$abc'));
        self::assertSame('not recognised: CLEARTEXT', HashKind::of('{CLEARTEXT}x'));
        self::assertSame('malformed bcrypt', HashKind::of('$2y$99$x'));
    }

    private function hasher(int $passes = 1): PasswordHasher
    {
        return Passwords::hasher(HashingRules::argon2id(new Argon2idParameters(self::MEMORY, $passes, 1)));
    }

    private function password(string $text): PreparedPassword
    {
        return PreparedPassword::from(new Secret($text));
    }
}
