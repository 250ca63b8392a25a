<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class HashingRulesTest extends TestCase
{
    private const SHIPPED = ['scheme' => 'argon2id', 'memory' => 47_104, 'passes' => 1, 'lanes' => 1, 'cost' => 12, 'pepper' => ''];

    /** @param  array<string, mixed>  $change */
    #[DataProvider('documents')]
    public function test_says_what_it_makes_and_what_it_holds(array $change, string $kind, ?int $mostBytes): void
    {
        $rules = $this->read($change);
        self::assertSame([$kind, $mostBytes], [$rules->kind(), $rules->mostBytes()]);
    }

    /** @return list<array{array<string, mixed>, string, int|null}> */
    public static function documents(): array
    {
        return [
            [[], 'Argon2id 47104/1/1', null],
            [['memory' => 65_536, 'passes' => 3, 'lanes' => 4], 'Argon2id 65536/3/4', null],
            [['memory' => 1_048_576, 'passes' => 4], 'Argon2id 1048576/4/1', null],
            [['scheme' => 'bcrypt'], 'bcrypt 12', 72],
            [['scheme' => 'bcrypt', 'cost' => 10, 'pepper' => 'autumn-2026'], 'bcrypt 10 + pepper autumn-2026', null],
            [['pepper' => 'a'], 'Argon2id 47104/1/1 + pepper a', null],
        ];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('mistakes')]
    public function test_names_a_mistake(array $change, string $message): void
    {
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($message);
        $this->read($change);
    }

    /** @return list<array{array<string, mixed>, string}> */
    public static function mistakes(): array
    {
        return [
            [['scheme' => 'md5'], 'hashing.scheme'], [['scheme' => 'scrypt'], 'hashing.scheme'], [['memory' => 4_096], 'hashing.memory'], [['passes' => 0], 'hashing.passes'], [['lanes' => 17], 'hashing.lanes'],
            [['cost' => 9], 'hashing.cost'], [['cost' => 17], 'hashing.cost'], [['pepper' => 'Autumn'], 'hashing.pepper'], [['pepper' => '-a'], 'hashing.pepper'], [['pepper' => str_repeat('a', 33)], 'hashing.pepper'],
            [['rounds' => 5], 'hashing.rounds'], [['memory' => 1_048_576, 'passes' => 5], 'hashing.passes'],
        ];
    }

    /** What a rule says it makes is what is made, for every way of making. */
    public function test_the_label_is_that_of_the_hashes_it_makes(): void
    {
        $keys = Peppers::parse('autumn '.base64_encode(str_repeat('k', 32)));
        $argon2id = new Argon2idParameters(64, 2, 1);
        foreach ([HashingRules::argon2id($argon2id), HashingRules::argon2id($argon2id, 'autumn'), HashingRules::argon2id(new Argon2idParameters(64, 1, 2)), new HashingRules('bcrypt', $argon2id, 4), new HashingRules('bcrypt', $argon2id, 5, 'autumn')] as $rules) {
            $hasher = Passwords::hasher($rules, $keys);
            $stored = $hasher->hash(Passwords::prepared('slow green otters'));
            self::assertSame($rules->kind(), HashKind::of($stored));
            self::assertSame($rules->kind(), HashKind::of($hasher->decoy()));
            self::assertFalse($hasher->needsRehash($stored));
            self::assertTrue(strlen($stored) < 250, 'fits its column');
        }
    }

    /** @param  array<string, mixed>  $change */
    private function read(array $change): HashingRules
    {
        return HashingRules::read(new Document(array_replace(self::SHIPPED, $change), 'hashing'));
    }
}
