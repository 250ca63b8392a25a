<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Books;

/** An operator makes an account for somebody. */
final class MakeAccountTest extends DoorTestCase
{
    public function test_a_link_sets_the_password_and_proves_the_address(): void
    {
        $this->keeper();
        $made = $this->make()->assertCreated()->assertJsonPath('temporary_password', null)->assertJsonPath('account.status', 'pending')->assertJsonPath('account.came_by', 'operator');
        $id = (string) $made->json('account.id');
        self::assertSame("/api/v1/accounts/{$id}", $made->headers->get('Location'));
        self::assertSame(['observer'], array_column((array) $made->json('account.roles'), 'role'));
        $this->ask('/accounts?q=ada')->assertJsonPath('items.0.id', $id);

        $message = Message::query()->sole();
        self::assertSame(['account_made', 'Gaugebook: an account was made for you'], [$message->kind, $message->subject]);
        self::assertSame(1, preg_match('/#t=([A-Za-z0-9_-]{43})/', $this->app->make(Composition::class)->open($message->sealed)['text'], $token));
        $this->knock('POST', '/recoveries/inspect', ['token' => $token[1]])->assertOk()->assertJsonPath('asks_name', false);
        $this->knock('POST', '/recoveries/consume', ['token' => $token[1], 'password' => 'eleven herons in a row'])->assertSuccessful();
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => 'eleven herons in a row'])->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
    }

    public function test_a_temporary_password_is_in_the_answer_and_nowhere_else(): void
    {
        $this->keeper();
        $made = $this->make(['way' => 'temporary', 'verified' => true, 'reason' => 'Known in person'])->assertCreated()->assertJsonPath('account.status', 'active');
        $temporary = (string) $made->json('temporary_password');
        self::assertMatchesRegularExpression('/^([a-z2-9]{5}-){3}[a-z2-9]{5}$/', $temporary);
        self::assertSame(0, Message::query()->count());
        self::assertStringNotContainsString($temporary, json_encode([DB::table('evidence')->get(), Trail::of(), DB::table('accounts')->get()], JSON_THROW_ON_ERROR));
        $event = Trail::sole('account.made');
        self::assertSame('Known in person', $event['reason']);
        self::assertStringContainsString('verified by the operator', $event['changes']);

        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => $temporary])->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.reasons.0.code', 'duty.change_password_temporary');
        $this->clock->move('+25 hours');
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => $temporary])->assertStatus(401);
    }

    public function test_begins_with_fields_metadata_roles_and_a_status(): void
    {
        $this->define(array_map(static fn (array $field): array => array_replace($field, ['required' => 'never']), Books::demo()['fields']));
        $this->keeper();
        $made = $this->make([
            'verified' => true, 'suspended' => true, 'reason' => 'Until the training', 'fields' => ['home_reach' => 'Saltings'], 'roles' => ['reviewer', 'steward'],
            'metadata' => ['internal' => ['insurance_until' => '2027-03-31', 'empty' => (object) []]],
        ])->assertCreated()->assertJsonPath('account.status', 'suspended')->assertJsonPath('account.status_reason', 'Until the training');
        self::assertSame(['reviewer', 'steward'], array_column((array) $made->json('account.roles'), 'role'), 'in the place of the default ones');
        self::assertSame('Saltings', $made->json('account.fields.0.value'));
        self::assertSame('{"insurance_until":"2027-03-31","empty":{}}', DB::table('metadata')->value('document'));
        self::assertSame(['field.choice_unknown'], self::codes($this->make(['email' => 'b@holm.example', 'fields' => ['home_reach' => 'Atlantis']])->assertStatus(422)));
        self::assertSame(['role.unknown'], self::codes($this->make(['email' => 'b@holm.example', 'roles' => ['nothing']])->assertStatus(422)));
        self::assertSame(['key.unknown'], self::codes($this->make(['email' => 'b@holm.example', 'metadata' => ['other' => ['a' => 1]]])->assertStatus(422)));
        self::assertSame(0, DB::table('accounts')->where('email', 'b@holm.example')->count());
    }

    public function test_a_typed_password_is_judged_and_must_be_changed(): void
    {
        $this->keeper();
        $typed = ['way' => 'typed', 'verified' => true, 'reason' => 'Known in person'];
        self::assertSame(['password.required'], self::codes($this->make($typed + ['password' => ''])->assertStatus(422)));
        self::assertSame(['password.too_short'], self::codes($this->make($typed + ['password' => 'weir'])->assertStatus(422)));
        $this->make($typed + ['password' => 'eleven herons in a row'])->assertCreated()->assertJsonPath('temporary_password', null);
        self::assertStringNotContainsString('eleven herons', json_encode([DB::table('evidence')->get(), Trail::of(), DB::table('accounts')->get()], JSON_THROW_ON_ERROR));
        $this->knock('POST', '/sessions', ['email' => 'ada@holm.example', 'password' => 'eleven herons in a row'])->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.reasons.0.code', 'duty.change_password_asked');
        $this->make(['email' => 'b@holm.example', 'password' => 'eleven herons in a row', 'must_change' => false] + $typed)->assertCreated()->assertJsonPath('account.access', 'full');
    }

    public function test_nobody_gives_a_role_without_the_permission_or_beyond_their_own(): void
    {
        $this->operatorWith('kennel:console', 'kennel:accounts.manage', 'kennel:accounts.read');
        $this->make(['roles' => ['reviewer']])->assertStatus(403);
        DB::table('role_permissions')->insert(['role_key' => 'helpdesk', 'permission' => 'kennel:roles.give']);
        self::assertSame(['role.beyond_authority'], self::codes($this->make(['roles' => ['keeper']])->assertStatus(422)));
        $this->make(['roles' => ['reviewer']])->assertCreated();
        $this->make(['email' => 'b@holm.example', 'roles' => []])->assertCreated()->assertJsonPath('account.roles', []);
    }

    public function test_the_command_makes_one_on_the_word_of_whoever_has_the_server(): void
    {
        $said = $this->command('kennel:account', ['act' => 'make', '--name' => 'Ada Holm', '--email' => 'ada@holm.example', '--app' => 'gaugebook', '--way' => 'temporary', '--verified' => true, '--reason' => 'The first of a new app', '--role' => ['steward']]);
        self::assertMatchesRegularExpression('/([a-z2-9]{5}-){3}[a-z2-9]{5}/', $said);
        self::assertSame(['system', 'kennel'], [Trail::sole('account.made')['actor_name'], Trail::sole('account.made')['actor_kind']]);
        self::assertSame(['steward'], DB::table('assignments')->pluck('role_key')->all());
        $kernel = $this->app->make(\Illuminate\Contracts\Console\Kernel::class);
        self::assertSame(1, $kernel->call('kennel:account', ['act' => 'make', '--name' => 'Ada', '--email' => 'ada@holm.example', '--app' => 'gaugebook']));
        self::assertStringContainsString('--email: Ada Holm has an account with this address.', $kernel->output());
    }

    public function test_one_that_is_mailed_is_sealed_in_the_outbox(): void
    {
        $this->keeper();
        $this->make(['way' => 'temporary_mailed'])->assertCreated()->assertJsonPath('temporary_password', null);
        $message = Message::query()->sole();
        self::assertSame('temporary_password', $message->kind);
        self::assertMatchesRegularExpression('/([a-z2-9]{5}-){3}[a-z2-9]{5}/', $this->app->make(Composition::class)->open($message->sealed)['text']);
    }

    public function test_somebody_who_is_there_is_named_and_never_doubled(): void
    {
        $this->keeper();
        $there = $this->holder('ada@holm.example', 'Ada Holm');
        $this->make(['email' => 'ADA@holm.example'])->assertStatus(422)
            ->assertJsonPath('reasons.0.code', 'account.address_taken')->assertJsonPath('reasons.0.field', 'email')
            ->assertJsonPath('reasons.0.parameters.account', $there->id)->assertJsonPath('reasons.0.message', 'Ada Holm has an account with this address.');
        self::assertSame([2, 0], [DB::table('accounts')->count(), Message::query()->count()]);
    }

    public function test_who_may_not_read_accounts_is_not_told_whose_address_it_is(): void
    {
        $this->keeper();
        $this->holder('ada@holm.example', 'Ada Holm');
        $clerk = $this->holder('clerk@post.example', 'Clerk');
        $this->app->make(Roles::class)->define('clerk', 'Makes accounts.', ['kennel:console', 'kennel:accounts.manage']);
        $this->app->make(Assignments::class)->assign($clerk->id, 'clerk', 'Kennel', 'a test');
        $this->signIn('clerk@post.example', 'console')->assertCreated();
        $refused = $this->make()->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.address_known');
        self::assertStringNotContainsString('Ada', (string) $refused->getContent());
        $this->make(['email' => 'new@holm.example'])->assertCreated();
    }

    public function test_somebody_who_comes_between_the_look_and_the_writing_is_not_doubled(): void
    {
        $this->keeper();
        DB::connection()->beforeStartingTransaction(function (): void {
            static $once = false;
            if (! $once) {
                $once = true;
                $this->app->make(Accounts::class)->add(PersonName::parse('Ada First'), EmailAddress::parse('ada@holm.example'), HashKind::describe('-'), 'gaugebook');
            }
        });
        $this->make()->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.address_taken');
        self::assertSame(['Ada First'], DB::table('accounts')->where('lookup_key', 'ada@holm.example')->pluck('name')->all());
        self::assertSame(0, DB::table('audit_events')->where('event', 'account.made')->count());
    }

    public function test_every_mistake_is_said_and_nothing_is_written(): void
    {
        $this->keeper();
        $refused = $this->make(['app' => 'nothing', 'name' => '', 'email' => 'ada@', 'way' => 'pigeon', 'verified' => true])->assertStatus(422);
        self::assertSame(['name.required', 'email.domain_invalid', 'account.way_unknown', 'reason.required', 'account.app_unknown'], self::codes($refused));
        self::assertSame(1, DB::table('accounts')->count());
    }

    public function test_who_may_not_manage_accounts_makes_none(): void
    {
        $this->keeper();
        $this->holder();
        $this->signIn(surface: 'console')->assertCreated();
        $this->make()->assertStatus(403);
        $this->cookies = [];
        $this->make()->assertStatus(401);
        self::assertSame(2, DB::table('accounts')->count());
    }

    public function test_the_password_is_asked_for_again_when_it_was_typed_long_ago(): void
    {
        $this->keeper();
        $this->clock->move('+11 minutes');
        $this->make()->assertStatus(403)->assertJsonPath('code', 'session.proof_required');
        self::assertSame(1, DB::table('accounts')->count());
    }

    /** @param  array<string, mixed>  $typed */
    private function make(array $typed = []): TestResponse
    {
        return $this->knock('POST', '/accounts', $typed + ['app' => 'gaugebook', 'name' => 'Ada Holm', 'email' => 'ada@holm.example', 'way' => 'link'], surface: 'console');
    }
}
