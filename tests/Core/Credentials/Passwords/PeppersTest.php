<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PeppersTest extends TestCase
{
    private const PASSWORD = 'slow green otters';

    public function test_a_peppered_hash_is_worth_nothing_without_its_key(): void
    {
        [$both, $lost] = [$this->keys(['spring', 'autumn']), $this->keys(['autumn'])];
        $stored = Passwords::hasher($this->rules('spring'), $both)->hash(Passwords::prepared(self::PASSWORD));
        self::assertStringStartsWith('$peppered$spring$argon2id$', $stored);
        self::assertSame('Argon2id 64/1/1 + pepper spring', HashKind::of($stored));
        self::assertTrue(Passwords::hasher($this->rules('autumn'), $both)->verify(Passwords::prepared(self::PASSWORD), $stored));
        self::assertFalse(Passwords::hasher($this->rules('spring'), $both)->verify(Passwords::prepared(self::PASSWORD.'x'), $stored));
        $stranded = Passwords::hasher($this->rules('autumn'), $lost);
        self::assertFalse($stranded->canVerify($stored));
        self::assertFalse($stranded->verify(Passwords::prepared(self::PASSWORD), $stored));
        self::assertFalse(password_verify(self::PASSWORD, (string) Peppered::parse($stored)?->hash), 'the hash is not of the password itself');
    }

    public function test_a_new_key_is_taken_at_the_next_sign_in(): void
    {
        $keys = $this->keys(['spring', 'autumn']);
        $spring = Passwords::hasher($this->rules('spring'), $keys);
        $autumn = Passwords::hasher($this->rules('autumn'), $keys);
        $plain = Passwords::hasher($this->rules(''), $keys);
        $stored = $spring->hash(Passwords::prepared(self::PASSWORD));
        self::assertSame([false, true, true], [$spring->needsRehash($stored), $autumn->needsRehash($stored), $plain->needsRehash($stored)]);
        self::assertTrue($spring->needsRehash($plain->hash(Passwords::prepared(self::PASSWORD))));
    }

    public function test_nothing_is_hashed_with_a_key_that_is_not_here(): void
    {
        $hasher = Passwords::hasher($this->rules('gone'), $this->keys(['autumn']));
        self::assertFalse($hasher->canHash(Passwords::prepared(self::PASSWORD)));
        self::assertTrue($hasher->canVerify($hasher->decoy()), 'refusals still cost what they should');
        $this->expectException(\LogicException::class);
        $hasher->hash(Passwords::prepared(self::PASSWORD));
    }

    public function test_bcrypt_with_a_pepper_holds_any_length(): void
    {
        $rules = static fn (string $pepper): HashingRules => new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 4, $pepper);
        $long = str_repeat('日', 60);
        self::assertFalse(Passwords::hasher($rules(''))->canHash(Passwords::prepared($long)));
        $hasher = Passwords::hasher($rules('autumn'), $this->keys(['autumn']));
        $stored = $hasher->hash(Passwords::prepared($long));
        self::assertSame('bcrypt 4 + pepper autumn', HashKind::of($stored));
        self::assertSame([true, false], [$hasher->verify(Passwords::prepared($long), $stored), $hasher->verify(Passwords::prepared($long.'本'), $stored)]);
        self::assertFalse($hasher->needsRehash($stored));
        $plain = Passwords::hasher($rules(''));
        $made = $plain->hash(Passwords::prepared(self::PASSWORD));
        self::assertTrue(password_verify(self::PASSWORD, $made));
        self::assertFalse($plain->needsRehash($made));
        self::assertTrue($plain->canVerify($plain->decoy()));
    }

    /** From memory: RFC 4231 §4.2, test case 1: HMAC-SHA-256 of "Hi There" under twenty bytes 0x0b. Ours asks for longer keys, which HMAC fills up with zeroes just so (RFC 2104 §2). */
    public function test_is_hmac_sha_256(): void
    {
        $peppers = Peppers::parse('k '.base64_encode(str_repeat("\x0b", 20).str_repeat("\0", 12)));
        self::assertSame('b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7', bin2hex((string) base64_decode($peppers->apply('k', 'Hi There')->reveal(), true)));
    }

    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named_by_its_line_and_never_repeated(string $text, string $message): void
    {
        try {
            Peppers::parse($text);
            self::fail('accepted');
        } catch (\InvalidArgumentException $mistake) {
            self::assertStringContainsString($message, $mistake->getMessage());
            self::assertStringNotContainsString(base64_encode('short'), $mistake->getMessage());
        }
    }

    /** @return list<array{string, string}> */
    public static function mistakes(): array
    {
        $key = base64_encode(str_repeat('k', 32));

        return [
            ["# ours\n\nspring", 'line 3: must be an id'],
            ["Spring {$key}", 'line 1: must be an id'],
            ['spring '.base64_encode('short'), 'line 1: the key must have at least 32 bytes'],
            ["spring {$key}\nspring {$key}", 'line 2: "spring" is there twice'],
            ["spring {$key}!", 'line 1: must be an id'],
            ['spring '.base64_encode(str_repeat('k', 31)), 'line 1: the key must have at least 32 bytes'],
            ["spring {$key}\n# and\nautumn ".substr($key, 0, -1).'==', 'line 3: the key must have at least 32 bytes'],
        ];
    }

    public function test_what_is_not_here_is_not_applied(): void
    {
        $peppers = $this->keys(['autumn']);
        self::assertSame([['autumn'], true, false], [$peppers->ids(), $peppers->has('autumn'), $peppers->has('spring')]);
        $this->expectExceptionMessage('There is no pepper "spring" here.');
        $peppers->apply('spring', self::PASSWORD);
    }

    public function test_strings_that_look_peppered_are_not_accepted(): void
    {
        $hasher = Passwords::hasher($this->rules('autumn'), $this->keys(['autumn']));
        foreach (['$peppered$', '$peppered$autumn', '$peppered$autumn$', '$peppered$Autumn$argon2id$x', '$peppered$autumn$peppered$autumn$2y$10$x', '$peppered$autumn$argon2id$v=19$m=9,t=1,p=1$x$y'] as $stored) {
            self::assertFalse($hasher->canVerify($stored), $stored);
            self::assertTrue($hasher->needsRehash($stored), $stored);
            self::assertMatchesRegularExpression('/malformed|not recognised/', HashKind::of($stored), $stored);
        }
    }

    private function rules(string $pepper): HashingRules
    {
        return HashingRules::argon2id(new Argon2idParameters(64, 1, 1), $pepper);
    }

    /** @param  list<string>  $ids */
    private function keys(array $ids): Peppers
    {
        return Peppers::parse(implode("\n", array_map(static fn (string $id): string => $id.' '.base64_encode(hash('sha256', $id, true)), $ids)));
    }
}
