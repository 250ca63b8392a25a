<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Rules;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What a rule may be is a promise to every rule book that is in use: narrower bounds would make one invalid, and need an upgrade step. */
final class BoundsTest extends TestCase
{
    /** Least and most of whole numbers by path; what else has to be so for the ends to be possible. */
    private const NUMBERS = [
        'messages.allowance.a_day' => [0, 10_000_000], 'messages.allowance.an_address' => [0, 1_000], 'messages.allowance.an_app' => [0, 10_000_000], 'messages.allowance.kept_back' => [0, 100],
        'codes.length' => [6, 8],
        'codes.attempts' => [1, 10],
        'signup.bots.work_bits' => [0, 22],
        'signup.bots.attempts' => [0, 100_000],
        'password.composition.letters' => [0, 16],
        'password.composition.small' => [0, 16],
        'password.composition.capitals' => [0, 16],
        'password.composition.digits' => [0, 16],
        'password.composition.others' => [0, 16],
        'password.minimum' => [1, 256, ['password' => ['maximum' => 1024]]],
        'password.maximum' => [8, 1024, ['password' => ['minimum' => 8]]],
        'password.history' => [0, 24],
        'password.guesses' => [0, 16],
        'hashing.memory' => [7_168, 1_048_576, ['hashing' => ['passes' => 1]]],
        'hashing.passes' => [1, 64, ['hashing' => ['memory' => 7_168]]],
        'hashing.lanes' => [1, 16],
        'hashing.cost' => [10, 16],
        'throttles.verdicts.times' => [0, 1_000_000],
        'throttles.forms.times' => [0, 1_000_000],
        'throttles.signups_of_address.times' => [0, 1_000_000],
        'throttles.recoveries.times' => [0, 1_000_000],
        'throttles.recoveries_of_address.times' => [0, 1_000_000],
        'throttles.resends.times' => [0, 1_000_000],
        'throttles.resends_of_address.times' => [0, 1_000_000],
        'throttles.links.times' => [0, 1_000_000],
        'sessions.at_once' => [0, 100],
        'factors.codes' => [6, 20],
        'throttles.signins_of_account.free' => [0, 10_000],
        'throttles.signins_of_source.free' => [0, 10_000],
        'throttles.signins_of_net.free' => [0, 10_000],
        'throttles.signins_of_service.free' => [0, 10_000],
        'throttles.ceiling' => [0, 10_000],
        'throttles.tell_after' => [0, 10_000],
    ];

    /** Most characters of texts by path, and one of which texts are made that fit otherwise. */
    private const TEXTS = [
        'apps.0.look.name' => [80, 'é'],
        'signup.terms.text' => [20_000, '本'],
        'fields.0.label' => [80, 'é'],
        'fields.0.help' => [300, 'é'],
        'hashing.pepper' => [32, 'a'],
    ];

    /** What the schema says of every text. */
    private const LENGTHS = [
        'apps.0.key' => 40, 'apps.0.look.name' => 80, 'apps.0.look.colour' => 7, 'apps.0.look.ground' => 7, 'apps.0.look.logo' => 36, 'factors.from' => 10, 'sessions.roles.0.key' => 40, 'sessions.apps.0.key' => 40, 'apps.0.landing.address' => 2_000, 'apps.0.landing.roles.0.key' => 40, 'apps.0.landing.roles.0.address' => 2_000, 'signup.terms.version' => 10, 'signup.terms.text' => 20_000,
        'fields.0.key' => 40, 'fields.0.label' => 80, 'fields.0.help' => 300, 'fields.0.earliest' => 10, 'fields.0.latest' => 10, 'fields.0.region' => 2, 'fields.0.choices.0.key' => 80,
        'fields.0.choices.0.label' => 120, 'hashing.pepper' => 32,
        'disclosure.fields.0.key' => 200, 'disclosure.fields.0.grants.0.key' => 60, 'disclosure.fields.0.grants.0.permission' => 60, 'disclosure.fields.0.grants.0.purpose' => 200, 'disclosure.directories.0.key' => 40,
        'clients.0.key' => 40, 'clients.0.jwks' => 8_000, 'clients.0.scopes.0.key' => 80, 'clients.0.scopes.0.about' => 200, 'clients.0.backchannel_logout_uri' => 2_000,
        'providers.0.key' => 40, 'providers.0.name' => 60, 'providers.0.issuer' => 500, 'providers.0.client_id' => 200,
        'messages.wordings.0.key' => 90, 'messages.wordings.0.subject' => 200, 'messages.wordings.0.html' => 20_000, 'messages.wordings.0.text' => 20_000, 'messages.wordings.0.sender_name' => 100, 'messages.wordings.0.reply_to' => 254,
    ];

    /** @param  array<string, mixed>  $with */
    #[DataProvider('numbers')]
    public function test_the_ends_are_in_and_what_is_beyond_is_named(string $path, int $least, int $most, array $with): void
    {
        foreach ([$least, $most] as $end) {
            self::assertNull($this->mistake(self::with($path, $end, $with)), "{$path} {$end}");
        }
        foreach ([$least - 1, $most + 1] as $beyond) {
            self::assertStringStartsWith(explode('.', $path)[0], (string) $this->mistake(self::with($path, $beyond, $with)), "{$path} {$beyond}");
        }
    }

    /** @return iterable<string, array{string, int, int, array<string, mixed>}> */
    public static function numbers(): iterable
    {
        foreach (self::NUMBERS as $path => $bounds) {
            yield $path => [$path, $bounds[0], $bounds[1], $bounds[2] ?? []];
        }
    }

    #[DataProvider('texts')]
    public function test_the_longest_text_is_in_and_one_character_more_is_named(string $path, int $most, string $character): void
    {
        self::assertNull($this->mistake(self::with($path, str_repeat($character, $most))));
        self::assertStringStartsWith(self::named($path), (string) $this->mistake(self::with($path, str_repeat($character, $most + 1))));
    }

    /** @return iterable<string, array{string, int, string}> */
    public static function texts(): iterable
    {
        foreach (self::TEXTS as $path => [$most, $character]) {
            yield $path => [$path, $most, $character];
        }
    }

    public function test_every_number_that_has_bounds_is_in_the_list_above(): void
    {
        $bounded = $lengths = [];
        self::walk(RuleBook::fromArray(Books::demo())->schema(), '', static function (array $schema, string $path) use (&$bounded, &$lengths): void {
            if (($schema['type'] ?? null) === 'integer') {
                $bounded[$path] = [$schema['minimum'], $schema['maximum']];
            }
            if (isset($schema['maxLength'])) {
                $lengths[$path] = $schema['maxLength'];
            }
        });
        $expected = array_map(static fn (array $bounds): array => [$bounds[0], $bounds[1]], self::NUMBERS);
        self::assertEquals([...$expected, 'format' => [11, 11]], $bounded);
        self::assertEquals(self::LENGTHS, $lengths);
    }

    public function test_no_section_takes_a_key_it_does_not_know(): void
    {
        $paths = [''];
        $collect = static function (array $part, string $path) use (&$collect, &$paths): void {
            foreach ($part as $key => $value) {
                if (is_array($value) && $value !== []) {
                    $at = $path === '' ? (string) $key : "{$path}.{$key}";
                    if (! array_is_list($value)) {
                        $paths[] = $at;
                    }
                    $collect($value, $at);
                }
            }
        };
        $collect(Books::demo(), '');
        self::assertContains('apps.0.look', $paths);
        self::assertContains('throttles.signins_of_source', $paths);
        foreach ($paths as $path) {
            $at = ltrim("{$path}.surprise", '.');
            self::assertStringStartsWith(self::named($at).': is not a rule', (string) $this->mistake(self::with($at, 1)));
        }
    }

    /** As a mistake says it: what has a key, by its key. */
    private static function named(string $path): string
    {
        $at = Books::demo();
        $names = [];
        foreach (explode('.', $path) as $part) {
            $at = is_array($at) ? $at[$part] ?? null : null;
            $names[] = ctype_digit($part) && is_array($at) ? $at['key'] : $part;
        }

        return implode('.', $names);
    }

    /**
     * @param  array<string, mixed>  $schema
     * @param  \Closure(array<string, mixed>, string): void  $see
     */
    private static function walk(array $schema, string $path, \Closure $see): void
    {
        $see($schema, $path);
        foreach ((array) ($schema['properties'] ?? []) as $key => $one) {
            self::walk((array) $one, ltrim("{$path}.{$key}", '.'), $see);
        }
        if (isset($schema['items'])) {
            self::walk((array) $schema['items'], "{$path}.0", $see);
        }
    }

    /**
     * @param  array<string, mixed>  $with
     * @return array<string, mixed>
     */
    private static function with(string $path, mixed $value, array $with = []): array
    {
        $document = array_replace_recursive(Books::demo(), $with);
        $at = &$document;
        foreach (explode('.', $path) as $key) {
            $at = &$at[$key];
        }
        $at = $value;

        return $document;
    }

    /** @param  array<string, mixed>  $document */
    private function mistake(array $document): ?string
    {
        try {
            RuleBook::fromArray($document);

            return null;
        } catch (InvalidRuleBook $mistake) {
            return $mistake->getMessage();
        }
    }
}
