<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Rules;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleDiff;
use Kennel\Tests\Support\Books;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class RuleBookTest extends TestCase
{
    public function test_the_shipped_rule_book_can_be_read(): void
    {
        $book = RuleBook::fromArray(self::shipped());
        self::assertSame(12, $book->password->minimum);
        self::assertSame(86_400, $book->verification->lifetime->seconds);
        self::assertSame([], $book->signup->roles);
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

    /** The schema and the reader are asked about the same hundreds of documents, the schema by an independent validator. With ERIS_LONG=1, thousands. */
    public function test_schema_and_reader_agree(): void
    {
        $schema = (object) json_decode(json_encode(RuleBook::fromArray(Books::demo())->schema(), JSON_THROW_ON_ERROR));
        $validator = new Validator;
        $random = new Randomizer(new Mt19937(2020));
        $odd = [0, -1, 12, 257, 1024, 5_000_000, '12', 'PT1H', 'P1M', 'PT0', '', null, true, [], ['a'], [1], ['k' => 1], 1.5];
        $refused = 0;
        $cases = getenv('ERIS_LONG') === '1' ? 5_000 : 800;
        for ($case = 0; $case < $cases; $case++) {
            $document = Books::demo();
            $section = array_keys($document)[$random->getInt(0, count($document) - 1)];
            // Down to a rule, through sections and lists of objects.
            $at = &$document[$section];
            while (is_array($at) && is_array(reset($at)) && $random->getInt(0, 4) > 0) {
                $at = &$at[array_keys($at)[$random->getInt(0, count($at) - 1)]];
            }
            $keys = is_array($at) ? array_keys($at) : [];
            if ($keys === [] || array_is_list($at)) {
                $at = $odd[$random->getInt(0, count($odd) - 1)];
            } else {
                $key = $random->getInt(0, 9) === 0 ? 'unknown' : $keys[$random->getInt(0, count($keys) - 1)];
                $at[$key] = $odd[$random->getInt(0, count($odd) - 1)];
                if ($random->getInt(0, 19) === 0) {
                    unset($at[$keys[0]]);
                }
            }
            unset($at);
            $valid = $validator->validate(json_decode(json_encode($document, JSON_THROW_ON_ERROR)), $schema)->isValid();
            try {
                RuleBook::fromArray($document);
                self::assertTrue($valid, json_encode($document[$section], JSON_THROW_ON_ERROR));
            } catch (InvalidRuleBook $mistake) {
                $refused++;
                // What compares two rules, asks that a domain be one, or that a duration be longer than nothing, no schema can say.
                $beyond = preg_match('/must not be above|must be shorter|is not a domain|longer than nothing|is there twice|must say what|must list at least|would tell a stranger|must have at least|belong to a field|whole number for this|is sent after|must be the holder|there is no app|there is no provider|must be none|does not suit|for authorization_code|must have a key for|JSON Web Key Set|is for private_key_jwt|at most PT24H|has a meaning already|must not be longer than|must be scheme, host|written as browsers do|may have|renews what|there is no such field|there is no field|is a secret|need not be listed|is for operators alone|must name the permission|is no permission over|cannot be|more characters than|must not be shorter|times passes must not|line \d+, column|names no kind of message|is none of|each once|at most an hour|must be https|a whole address|must be a day there is|idle limit must be longer/', $mistake->getMessage()) === 1;
                self::assertTrue($beyond || ! $valid, $mistake->getMessage());
            }
        }
        self::assertGreaterThan($cases / 3, $refused);
    }

    public function test_a_diff_names_every_rule_that_differs(): void
    {
        $after = self::shipped();
        $after['password']['minimum'] = 15;
        $after['signup']['roles'] = ['observer', 'reviewer'];
        unset($after['sessions']['idle']);
        self::assertSame([
            'signup.roles' => ['before' => [], 'after' => ['observer', 'reviewer']],
            'password.minimum' => ['before' => 12, 'after' => 15],
            'sessions.idle' => ['before' => 'PT2H', 'after' => null],
        ], RuleDiff::between(self::shipped(), $after));
        self::assertSame([], RuleDiff::between($after, $after));
    }

    public function test_limits_that_cross_are_refused(): void
    {
        $document = self::shipped();
        $document['password'] = array_replace($document['password'], ['minimum' => 200, 'maximum' => 64]);
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

    public function test_lists_of_objects_are_compared_by_their_keys(): void
    {
        $after = Books::demo();
        $after['fields'] = [$after['fields'][1], array_replace($after['fields'][0], ['label' => 'Reach']), ...array_slice($after['fields'], 2)];
        $changes = RuleDiff::between(Books::demo(), $after);
        self::assertSame(['fields.home_reach.label', 'fields.(order)'], array_keys($changes));
        self::assertSame(['before' => 'Home reach', 'after' => 'Reach'], $changes['fields.home_reach.label']);
        array_pop($after['fields']);
        self::assertNull(RuleDiff::between(Books::demo(), $after)['fields.picture']['after']);
    }

    /** @return array<string, mixed> */
    private static function shipped(): array
    {
        return require __DIR__.'/../../../../config/rules.php';
    }
}
