<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Rules;

use Kennel\Core\Rules\InvalidRuleBook;
use Kennel\Core\Rules\RuleBook;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RuleBookTest extends TestCase
{
    public function test_the_shipped_rule_book_can_be_read(): void
    {
        $book = RuleBook::fromArray(self::shipped());
        self::assertSame(12, $book->password->minimum);
        self::assertSame(86_400, $book->verification->lifetime->seconds);
        self::assertSame(['observer'], $book->signup->roles);
    }

    /** @param  list<string>  $path */
    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named_by_its_path(array $path, mixed $value, string $message): void
    {
        $document = self::shipped();
        $at = &$document;
        foreach ($path as $key) {
            $at = &$at[$key];
        }
        $at = $value;
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($message);
        RuleBook::fromArray($document);
    }

    /** @return array<string, array{list<string>, mixed, string}> */
    public static function mistakes(): array
    {
        return [
            'a misspelt key' => [['password', 'minimun'], 8, 'password.minimun: is not a rule'],
            'an unknown section' => [['pasword'], [], 'pasword: is not a rule'],
            'a wrong type' => [['password', 'minimum'], '12', 'password.minimum: must be a whole number'],
            'out of range' => [['hashing', 'memory'], 1024, 'hashing.memory: must be a whole number from 7168'],
            'not a duration' => [['verification', 'lifetime'], '24h', 'verification.lifetime: "24h" is not an ISO 8601 duration'],
            'not a list' => [['signup', 'roles'], 'observer', 'signup.roles: must be a list'],
            'not a domain' => [['signup', 'refused_domains'], ['a b'], 'signup.refused_domains: "a b" is not a domain'],
            'not true or false' => [['signup', 'refuse_throwaway'], 'yes', 'signup.refuse_throwaway: must be true or false'],
            'not a list of strings' => [['signup', 'roles'], [1], 'signup.roles.0: must be a string'],
            'a section that is none' => [['sessions'], 3, 'sessions: must be an object'],
            'busy sessions that would end' => [['sessions', 'seen_every'], 'PT2H', 'sessions.seen_every: must be shorter'],
        ];
    }

    public function test_limits_that_cross_are_refused(): void
    {
        $document = self::shipped();
        $document['password'] = ['minimum' => 200, 'maximum' => 64];
        $this->expectExceptionMessage('password.minimum: must not be above password.maximum');
        RuleBook::fromArray($document);
    }

    public function test_a_missing_key_is_named(): void
    {
        $document = self::shipped();
        unset($document['sessions']['idle']);
        $this->expectExceptionMessage('sessions.idle: is missing');
        RuleBook::fromArray($document);
    }

    /** @return array<string, mixed> */
    private static function shipped(): array
    {
        return require __DIR__.'/../../../config/rules.php';
    }
}
