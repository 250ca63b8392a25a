<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Registration\Signup;

use Eris\Generators;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\TestCase;

final class SignupPropertiesTest extends TestCase
{
    use Properties;

    private const GOOD = ['name' => 'Ngozi Adeyemi-Holt', 'email' => 'ngozi@post.example', 'password' => 'slow green otters swim', 'terms' => '2026-09-03'];

    private const ORDER = ['name', 'email', 'password', 'fields', 'terms'];

    public function test_a_sign_up_is_accepted_or_told_why_in_the_order_of_the_form(): void
    {
        $judge = Books::judge();
        $text = static fn (string $good) => Generators::oneOf(Generators::constant($good), Texts::ofLetters(), Texts::ofAnyScript(), Generators::elements('', null));
        $this->limitTo(500)->forAll(
            $text(self::GOOD['name']),
            Generators::oneOf($text(self::GOOD['email']), Generators::map(static fn (string $local): string => "{$local}@post.example", Texts::ofLetters())),
            $text(self::GOOD['password']),
            Generators::elements('2026-09-03', '2026-09-03', '2024-05-01', '', null),
        )->then(function (?string $name, ?string $email, ?string $password, ?string $terms) use ($judge): void {
            $input = static fn (array $change = []): SignupInput => new SignupInput(...array_values(array_map(
                static fn (string $key, ?string $typed): mixed => $key === 'password' ? ($typed === null ? null : new Secret($typed)) : ($key === 'fields' ? [] : $typed),
                ['name', 'email', 'password', 'fields', 'terms'],
                array_values(array_replace(['name' => $name, 'email' => $email, 'password' => $password, 'fields' => null, 'terms' => $terms], $change)),
            )));
            $verdict = $judge->signup('gaugebook', $input());
            $this->reach($verdict->isAccepted() ? 'accepted' : 'refused');

            self::assertSame($verdict->isAccepted(), $verdict->reasons === []);
            $fields = array_map(static fn (Reason $reason): string => strtok((string) $reason->field, '.') ?: '', $verdict->reasons);
            $places = array_map(static fn (string $field): int => (int) array_search($field, self::ORDER, true), $fields);
            $sorted = $places;
            sort($sorted);
            self::assertSame($sorted, $places, 'in the order of the form');
            self::assertSame([], array_diff($fields, self::ORDER), 'each names its box');
            // Mending one box takes its reasons away and brings none to another, but for the password, which is held against name and address.
            foreach (['name', 'email', 'terms'] as $box) {
                $after = $judge->signup('gaugebook', $input([$box => self::GOOD[$box]]));
                $codesOf = static fn (array $reasons): array => array_values(array_map(static fn (Reason $reason): string => $reason->code, array_filter($reasons, static fn (Reason $reason): bool => ! in_array($reason->field, [$box, 'password'], true))));
                self::assertSame($codesOf($verdict->reasons), $codesOf($after->reasons));
                self::assertNotContains($box, array_map(static fn (Reason $reason): ?string => $reason->field, $after->reasons));
            }
        });
        $this->assertReached(10, 'accepted');
        $this->assertReached(200, 'refused');
    }
}
