<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\SignIn;

use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Apps\AppAddress;
use Kennel\Core\Directory\Apps\LandingRules;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\SignIn\DecideLanding;
use Kennel\Core\SignIn\Landing;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\FakeLists;
use PHPUnit\Framework\TestCase;

final class DecideLandingTest extends TestCase
{
    private static function rules(): LandingRules
    {
        return new LandingRules(AppAddress::parse('https://app.example/'), ['lead' => AppAddress::parse('https://app.example/rota'), 'editor' => AppAddress::parse('https://app.example/desk')]);
    }

    /** @param  list<string>  $roles */
    private static function address(Standing $standing, LandingRules $rules, array $roles = []): ?string
    {
        return (new DecideLanding)($standing->access, array_column($standing->duties, 'value'), $rules, $roles)->address?->toString();
    }

    public function test_the_first_role_of_the_list_that_is_held_counts_and_else_the_apps_own_address(): void
    {
        $full = self::standing(new AccountFacts(Status::Active, true));
        self::assertSame('https://app.example/', self::address($full, self::rules()));
        self::assertSame('https://app.example/desk', self::address($full, self::rules(), ['other', 'editor']));
        self::assertSame('https://app.example/rota', self::address($full, self::rules(), ['editor', 'lead']), 'in the order of the rule, not of who holds it');
        self::assertNull(self::address($full, new LandingRules(null), ['lead']));
    }

    public function test_who_owes_something_settles_it_first(): void
    {
        $decide = static fn (Standing $standing, LandingRules $rules, array $roles): Landing => (new DecideLanding)($standing->access, array_column($standing->duties, 'value'), $rules, $roles);
        $password = $decide(self::standing(new AccountFacts(Status::Active, true, passwordOwed: PasswordOwed::Temporary)), self::rules(), ['lead']);
        self::assertSame(['password', null], [$password->page, $password->address]);
        $terms = $decide(self::standing(new AccountFacts(Status::Active, true), '2026-01-01'), self::rules(), ['lead']);
        self::assertSame(['details', null], [$terms->page, $terms->address]);
        $unverified = $decide(self::standing(new AccountFacts(Status::Pending, false)), self::rules(), ['lead']);
        self::assertSame([null, null], [$unverified->page, $unverified->address], 'the account page says what is owed');
    }

    private static function standing(AccountFacts $facts, string $terms = ''): Standing
    {
        $book = RuleBook::fromArray([...Books::demo(), 'fields' => [], 'disclosure' => ['fields' => [], 'directories' => []]]);

        return Standing::of($facts, new DutyRules($book->fields, $terms, new DecideFields(new FieldTypes(new FakeLists)), new \DateTimeImmutable(Books::NOW)));
    }
}
