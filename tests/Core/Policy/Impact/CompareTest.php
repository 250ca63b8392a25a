<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Impact;

use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Policy\Cases\SignupCase;
use Kennel\Core\Policy\Impact\Compare;
use Kennel\Core\Policy\Impact\Finding;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class CompareTest extends TestCase
{
    public function test_says_who_gains_and_loses_a_duty_who_would_be_refused_and_what_would_not_fit(): void
    {
        $after = Books::demo();
        $after['fields'][0]['required'] = 'never';
        $after['fields'][0]['choices'][4]['retired'] = true;
        $after['fields'][3]['required'] = 'before_first_use';
        $after['apps'][0]['admission'] = 'domains';
        $after['apps'][0]['domains'] = ['alderwend.example'];
        $compare = new Compare(Books::judge(), Books::judge($after));
        $found = static fn (AccountFacts $facts): array => array_map(static fn (Finding $finding): string => trim("{$finding->kind} {$finding->reason->code} {$finding->reason->field}"), $compare->onAccount($facts));

        self::assertSame(
            ['gains_duty duty.complete_fields fields.trained_on', 'loses_duty duty.complete_fields fields.home_reach', 'refused email.domain_not_listed email'],
            $found(self::account('tam@post.example', ['training_level' => 'full'])),
        );
        self::assertSame(['misfit field.choice_retired fields.home_reach'], $found(self::account('tam@alderwend.example', ['training_level' => 'full', 'home_reach' => 'Saltings', 'trained_on' => '2020-01-01'])));
        self::assertSame([], $found(self::account('tam@alderwend.example', ['training_level' => 'full', 'home_reach' => 'Mill Reach', 'trained_on' => '2020-01-01'])));
        self::assertSame([], $found(new AccountFacts(Status::Closed, true, 'tam@post.example', 'gaugebook')), 'who has left is asked nothing');
        self::assertSame(['past_refused'], array_map(static fn (Finding $finding): string => $finding->kind, $compare->onPastSignup('gaugebook', 'post.example', [])));
        self::assertSame([], $compare->onPastSignup('gaugebook', 'post.example', ['password.common']), 'refused then for what was typed, refused now');
    }

    public function test_a_policy_touches_the_next_change_and_locks_nobody_out(): void
    {
        $after = Books::demo();
        $after['password']['minimum'] = 15;
        $after['password']['composition']['digits'] = 1;
        $after['hashing']['passes'] = 2;
        $compare = new Compare(Books::judge(), Books::judge($after));
        $found = static fn (Status $status, string $kind): array => array_map(static fn (Finding $finding): string => $finding->kind, $compare->onAccount(new AccountFacts($status, true, 'tam@post.example', 'floodline', '2026-09-03', hashKind: $kind)));
        self::assertSame(['next_change', 'next_signin'], $found(Status::Active, 'Argon2id 47104/1/1'));
        self::assertSame(['next_change'], $found(Status::Active, 'bcrypt 10'), 'below the rule before and after');
        self::assertSame([], $found(Status::Closed, 'Argon2id 47104/1/1'));
        self::assertSame([], array_map(static fn (Finding $finding): string => $finding->kind, (new Compare(Books::judge(), Books::judge()))->onAccount(new AccountFacts(Status::Active, true, 'tam@post.example', 'floodline', '2026-09-03', hashKind: 'Argon2id 47104/1/1'))));
    }

    public function test_a_list_that_is_dropped_admits_whom_it_refused(): void
    {
        $before = Books::demo();
        $before['apps'][0]['admission'] = 'domains';
        $before['apps'][0]['domains'] = ['alderwend.example'];
        $compare = new Compare(Books::judge($before), Books::judge());
        $kinds = static fn (array $findings): array => array_map(static fn (Finding $finding): string => "{$finding->kind} {$finding->reason->code}", $findings);
        self::assertSame(['past_admitted email.domain_not_listed'], $kinds($compare->onPastSignup('gaugebook', 'post.example', ['email.domain_not_listed'])));
        self::assertContains('admitted email.domain_not_listed', $kinds($compare->onAccount(self::account('tam@post.example', []))));
        self::assertSame([], $kinds($compare->onPastSignup('gaugebook', 'alderwend.example', [])));
    }

    public function test_a_field_that_comes_or_goes_is_looked_at_as_well(): void
    {
        $after = Books::demo();
        $gone = array_shift($after['fields']);
        $after['disclosure'] = Books::disclosing($after['fields']);
        $after['fields'][] = Books::field('short_text', ['key' => 'new_one', 'required' => 'before_first_use']);
        $found = static fn (array $fields): array => array_map(static fn (Finding $finding): string => "{$finding->kind} {$finding->reason->code} {$finding->reason->field}", (new Compare(Books::judge(), Books::judge($after)))->onAccount(self::account('tam@post.example', $fields)));
        self::assertSame('home_reach', $gone['key']);
        self::assertSame(['gains_duty duty.complete_fields fields.new_one', 'misfit field.gone fields.home_reach'], $found(['training_level' => 'full', 'home_reach' => 'Saltings']));
        self::assertSame(['gains_duty duty.complete_fields fields.new_one', 'loses_duty duty.complete_fields fields.home_reach'], $found(['training_level' => 'full']));
        self::assertSame(['misfit field.gone fields.home_reach'], $found(['training_level' => 'full', 'home_reach' => 'Saltings', 'new_one' => 'x']));
    }

    public function test_an_app_that_is_gone_admits_nobody(): void
    {
        $after = Books::demo();
        [$after['fields'], $after['disclosure'], $after['messages']['wordings']] = [[], Books::disclosing([]), []];
        array_shift($after['apps']);
        array_shift($after['clients']);
        $findings = (new Compare(Books::judge(), Books::judge($after)))->onPastSignup('gaugebook', 'post.example', []);
        self::assertSame(['past_refused signup.nobody_only'], array_map(static fn (Finding $finding): string => "{$finding->kind} {$finding->reason->code}", $findings));
    }

    public function test_what_was_no_domain_is_refused_before_and_after(): void
    {
        $after = Books::demo();
        $after['apps'][0]['admission'] = 'invited';
        foreach (['', 'not a domain'] as $domain) {
            self::assertSame([], (new Compare(Books::judge(), Books::judge($after)))->onPastSignup('gaugebook', $domain, ['email.invalid']));
        }
    }

    public function test_a_hash_that_takes_fewer_bytes_touches_the_next_change(): void
    {
        $after = Books::demo();
        $after['hashing']['scheme'] = 'bcrypt';
        $kinds = array_map(static fn (Finding $finding): string => $finding->kind, (new Compare(Books::judge(), Books::judge($after)))->onAccount(self::account('tam@post.example', [])));
        self::assertContains('next_change', $kinds);
    }

    public function test_a_new_version_of_the_terms_is_one_duty_in_the_place_of_another(): void
    {
        $after = Books::demo();
        $after['signup']['terms']['version'] = '2027-01-01';
        $findings = (new Compare(Books::judge(), Books::judge($after)))->onAccount(new AccountFacts(Status::Active, true, 'tam@post.example', 'floodline'));
        self::assertSame([Finding::GAINS_DUTY], array_map(static fn (Finding $finding): string => $finding->kind, $findings));
    }

    public function test_a_case_of_one_book_holds_under_another_exactly_where_their_verdicts_agree(): void
    {
        $random = new Randomizer(new Mt19937(11));
        $pick = static fn (array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $differed = 0;
        for ($round = 0; $round < 80; $round++) {
            $changed = Books::demo();
            $changed['password']['minimum'] = $random->getInt(8, 20);
            $changed['apps'][0]['admission'] = $pick(['anyone', 'invited', 'nobody']);
            $changed['signup']['terms']['version'] = $pick(['2026-09-03', '2026-10-01']);
            $changed['fields'][3]['required'] = $pick(['never', 'at_signup']);
            $app = $pick(['gaugebook', 'floodline', 'kitloft', 'nothing']);
            $input = new SignupInput($pick(['Tam', '', null]), $pick(['tam@post.example', 'tam@alderwend.example', 'x']), new Secret($pick(['slow green otters', 'short', 'passwordpassword'])), $pick([[], ['trained_on' => '2020-01-01']]), $pick(['2026-09-03', null]));
            [$former, $new] = [Books::judge(), Books::judge($changed)];
            $case = new SignupCase('', $app, $input, $former->signup($app, $input)->codes());
            self::assertTrue($case->run($former)->holds);
            $agrees = $former->signup($app, $input)->codes() === $new->signup($app, $input)->codes();
            self::assertSame($agrees, $case->run($new)->holds, json_encode($changed['signup'], JSON_THROW_ON_ERROR));
            $differed += $agrees ? 0 : 1;
        }
        self::assertGreaterThan(20, $differed);
    }

    public function test_a_case_holds_for_exactly_its_reasons(): void
    {
        $input = new SignupInput('', 'tam@post.example', new Secret('short'), [], '2026-09-03');
        $holds = static fn (array $expected): bool => (new SignupCase('', 'gaugebook', $input, $expected))->run(Books::judge())->holds;
        self::assertTrue($holds(['password.too_short', 'name.required']), 'in any order');
        self::assertFalse($holds(['name.required']));
        self::assertFalse($holds([]));
    }

    /** @param  array<string, mixed>  $fields */
    private static function account(string $email, array $fields): AccountFacts
    {
        return new AccountFacts(Status::Active, true, $email, 'gaugebook', '2026-09-03', $fields);
    }
}
