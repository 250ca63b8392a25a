<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Books;

/** An operator's edit form. */
final class EditAccountTest extends DoorTestCase
{
    private const NEW = 'eleven herons in a row';

    public function test_a_link_in_the_former_mailbox_proves_nothing_once_an_operator_changed_the_address(): void
    {
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Tam Pellow', 'email' => 'mistyped@post.example', 'password' => self::PASSWORD])->assertStatus(202);
        $token = $this->tokenSent();
        $account = Account::query()->where('email', 'mistyped@post.example')->firstOrFail();
        $this->keeper();
        $this->edit($account, ['email' => 'tam@post.example', 'reason' => 'a slip of the pen'])->assertOk();
        $this->knock('POST', '/verifications/consume', ['token' => $token, 'password' => self::PASSWORD])->assertStatus(422);
        self::assertSame(['tam@post.example', null], array_values((array) DB::table('accounts')->where('id', $account->id)->first(['email', 'email_proven_at'])));
        self::assertSame(0, self::rows('claims'));
    }

    public function test_all_of_it_at_once_each_by_its_own_event(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $account = $this->holder();
        $this->keeper();
        $this->edit($account, ['name' => 'Tamsin Pellow', 'email' => 'tamsin@reach.example', 'verified' => true, 'fields' => ['home_reach' => 'Saltings'], 'status' => 'suspended', 'password' => self::NEW])
            ->assertOk()->assertJsonPath('name', 'Tamsin Pellow')->assertJsonPath('email', 'tamsin@reach.example')->assertJsonPath('status', 'suspended')->assertJsonPath('fields.0.value', 'Saltings');
        self::assertSame(
            ['account.name_changed', 'account.address_changed', 'account.password_set', 'account.fields_changed', 'account.suspended'],
            DB::table('audit_events')->where('account_id', $account->id)->orderBy('seq')->pluck('event')->all(),
        );
        self::assertSame(1, DB::table('audit_events')->where('account_id', $account->id)->distinct()->count('act_id'));
        self::assertSame(['tam@post.example', 'tamsin@reach.example'], Message::query()->where('kind', 'address_changed')->orderBy('seq')->pluck('recipient')->all(), 'both are told');
        $this->ask('/accounts?q=tamsin')->assertJsonPath('items.0.id', $account->id);
        self::assertStringNotContainsString('herons', Trail::text());
    }

    public function test_one_mistake_and_nothing_is_changed(): void
    {
        $account = $this->holder();
        $this->keeper();
        self::assertSame(['email.domain_invalid'], self::codes($this->edit($account, ['name' => 'Tamsin', 'email' => 'tam@'])->assertStatus(422)));
        self::assertSame(['password.too_short'], self::codes($this->edit($account, ['name' => 'Tamsin', 'password' => 'weir'])->assertStatus(422)));
        self::assertSame(['field.not_asked'], self::codes($this->edit($account, ['name' => 'Tamsin', 'fields' => ['nothing' => 1]])->assertStatus(422)));
        self::assertSame(['account.no_transition'], self::codes($this->edit($account, ['name' => 'Tamsin', 'status' => 'pending'])->assertStatus(422)));
        self::assertSame(['account.nothing_changes'], self::codes($this->edit($account, ['password' => ''])->assertStatus(422)));
        self::assertSame(['reason.required'], self::codes($this->edit($account, ['name' => 'Tamsin', 'reason' => ''])->assertStatus(422)));
        self::assertSame(['Tam Pellow', 2], array_values((array) DB::table('accounts')->where('id', $account->id)->first(['name', 'version'])));
    }

    public function test_an_address_that_is_not_vouched_for_has_to_be_verified(): void
    {
        $account = $this->holder();
        $this->knock('POST', '/recoveries', ['email' => 'tam@post.example'], ['Idempotency-Key' => 'r'])->assertStatus(202);
        $former = $this->tokenSent();
        $this->keeper();
        $this->edit($account, ['email' => 'tamsin@reach.example'])->assertOk()->assertJsonPath('status', 'pending')->assertJsonPath('email_proven_at', null);
        $this->knock('POST', '/recoveries/inspect', ['token' => $former])->assertStatus(422);
        self::assertSame(['verify_address', 'tamsin@reach.example'], [Message::query()->orderByDesc('seq')->firstOrFail()->kind, Message::query()->orderByDesc('seq')->firstOrFail()->recipient]);
        $this->forgetCookies();
        $this->knock('POST', '/verifications/consume', ['token' => $this->tokenSent(), 'password' => self::PASSWORD])->assertOk();
        self::assertSame('active', DB::table('accounts')->where('id', $account->id)->value('status'));
        $this->signIn('tam@post.example')->assertStatus(401);
        $this->signIn('tamsin@reach.example')->assertCreated();
    }

    public function test_an_address_that_somebody_has_is_refused_by_name(): void
    {
        $account = $this->holder();
        $other = $this->holder('bo@post.example', 'Bo');
        $this->keeper();
        $this->edit($account, ['email' => 'BO@post.example'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.address_taken')->assertJsonPath('reasons.0.parameters.account', $other->id);
        $this->edit($account, ['email' => 'TAM@post.example', 'verified' => true])->assertOk()->assertJsonPath('email', 'TAM@post.example');
    }

    public function test_a_new_password_ends_every_session_and_must_be_changed(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $pages = ['__Host-kennel-pages' => $this->cookies()['__Host-kennel-pages']];
        $keeper = $this->keeper();
        $this->edit($account, ['password' => self::NEW])->assertOk();
        $this->knock('GET', '/session', cookies: $pages)->assertStatus(401);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::NEW])->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.reasons.0.code', 'duty.change_password_asked');
        self::assertSame(['account.self'], self::codes($this->edit($keeper, ['password' => self::NEW])->assertStatus(422)));
    }

    public function test_upon_what_was_seen_and_within_ones_authority(): void
    {
        $account = $this->holder();
        $keeper = $this->keeper();
        $this->edit($account, ['name' => 'Tamsin'], '"v1"')->assertStatus(412);
        self::assertSame(['account.last_keeper'], self::codes($this->edit($keeper, ['email' => 'else@post.example'])->assertStatus(422)), 'unverified they could not keep anything');
        $this->operatorWith('kennel:console', 'kennel:accounts.manage');
        self::assertSame('operator.beyond_authority', $this->edit($keeper, ['email' => 'mine@post.example', 'verified' => true])->assertStatus(403)->json('code'));
    }

    /** @param  array<string, mixed>  $typed */
    private function edit(Account $account, array $typed, string $seen = '*'): TestResponse
    {
        return $this->knock('PATCH', "/accounts/{$account->id}", $typed + ['reason' => 'Asked for it'], ['If-Match' => $seen], 'console');
    }
}
