<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Apps;

use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;

final class AppDoorsTest extends DoorTestCase
{
    public function test_an_app_is_registered_once_and_stays_as_it_is(): void
    {
        $apps = $this->app->make(\Kennel\App\Directory\Apps\Apps::class);
        $registration = static function (string $name): \Kennel\Core\Directory\Apps\Registration {
            $parsed = \Kennel\Core\Directory\Apps\Registration::parse('reading', $name, 'web');

            return $parsed instanceof \Kennel\Core\Directory\Apps\Registration ? $parsed : throw new \LogicException;
        };
        self::assertSame([true, false], [$apps->register($registration('Reading')), $apps->register($registration('Other'))]);
        self::assertSame('Reading', DB::table('apps')->where('key', 'reading')->value('name'));
    }

    public function test_a_page_learns_what_is_asked_and_how_it_looks(): void
    {
        $this->define(Books::demo()['fields']);
        config(['rules.signup.terms' => Books::demo()['signup']['terms']]);
        $app = $this->knock('GET', '/apps/gaugebook')->assertOk();
        self::assertSame(['#1d6f9c', '#ffffff', null, null], array_values((array) $app->json('look')));
        self::assertSame([], $app->json('signup.fields'), 'nothing more at sign-up itself');
        self::assertSame(['home_reach', 'training_level', 'trained_on', 'speaks', 'boat_licence', 'listed', 'picture'], array_column((array) $app->json('fields'), 'key'), 'the phone is asked by Kitloft');
        self::assertNotContains('bronze', array_column((array) $app->json('fields.1.choices'), 'value'), 'a retired choice is offered to nobody');
        self::assertSame('2026-09-03', $app->json('terms.version'));
        self::assertNull($app->json('signup.closed'));
        self::assertNotNull($this->knock('GET', '/apps/floodline')->json('signup.closed'));
        $this->knock('GET', '/apps/nothing')->assertNotFound();
    }

    public function test_an_app_the_rules_do_not_mention_takes_nobody(): void
    {
        DB::table('apps')->insert(['key' => 'newcomer', 'name' => 'Newcomer', 'kind' => 'web', 'summary' => 'Just registered']);
        $this->knock('GET', '/apps/newcomer')->assertOk()->assertJsonPath('signup.admission', 'nobody');
        $refused = $this->knock('POST', '/signups', ['app' => 'newcomer', 'name' => 'A', 'email' => 'a@post.example', 'password' => self::PASSWORD])->assertStatus(422);
        self::assertSame(['signup.nobody_only'], self::codes($refused));
    }

    public function test_the_constraint_document_is_public_and_names_what_is_asked(): void
    {
        $this->define([Books::field('number', ['required' => 'at_signup', 'minimum' => 1]), Books::field('country', ['key' => 'born_in', 'required' => 'at_signup', 'apps' => ['kitloft']])]);
        config(['rules.signup.terms' => ['version' => '2026-09-03', 'text' => 'Be kind.']]);
        $schema = $this->knock('GET', '/apps/gaugebook/signup-schema')->assertOk();
        self::assertSame('application/schema+json', $schema->headers->get('Content-Type'));
        self::assertSame(['app', 'name', 'email', 'password', 'fields', 'terms'], $schema->json('required'));
        self::assertSame(['thing'], array_keys((array) $schema->json('properties.fields.properties')));
        self::assertSame(249, count((array) $this->knock('GET', '/apps/kitloft/signup-schema')->json('properties.fields.properties.born_in.enum')));
        $this->knock('GET', '/apps/nothing/signup-schema')->assertNotFound();
    }

    public function test_field_values_are_judged_for_anybody_and_only_those_that_are_sent(): void
    {
        $this->define(Books::demo()['fields']);
        $judged = $this->knock('POST', '/fields/verdict', ['app' => 'gaugebook', 'fields' => ['home_reach' => 'mill reach', 'trained_on' => '2099-01-01']])->assertOk();
        self::assertSame(['field.choice_near', 'field.too_late'], self::codes($judged));
        self::assertStringContainsString('“Mill Reach” meant?', (string) $judged->json('reasons.0.message'));
        self::assertTrue($this->knock('POST', '/fields/verdict', ['app' => 'gaugebook', 'fields' => ['home_reach' => 'Mill Reach']])->json('accepted'));
        self::assertSame(['field.required'], self::codes($this->knock('POST', '/fields/verdict', ['app' => 'gaugebook', 'fields' => ['home_reach' => '']])));
        self::assertSame(['field.not_asked'], self::codes($this->knock('POST', '/fields/verdict', ['app' => 'gaugebook', 'fields' => ['status' => 'active']])));
        self::assertSame(['field.not_asked'], self::codes($this->knock('POST', '/fields/verdict', ['app' => 'nothing', 'fields' => ['a' => 1]])));
        $this->knock('POST', '/fields/verdict', ['app' => 'gaugebook', 'fields' => ['a', 'b']])->assertStatus(422)->assertJsonPath('reasons.0.code', 'type.object');
    }

    public function test_accounts_are_filtered_by_the_kind_of_their_hash_and_guidance_follows_the_draft(): void
    {
        $this->keeper();
        $this->app->make(Accounts::class)->storeHash($this->holder(), HashKind::describe(password_hash('x', PASSWORD_BCRYPT, ['cost' => 4])));
        self::assertSame(['Tam Pellow'], array_column((array) $this->ask('/accounts?where='.rawurlencode('[["hash","is","bcrypt 4"]]'))->assertOk()->json('items'), 'name'));
        self::assertSame([], $this->ask('/accounts?where='.rawurlencode('[["hash","is","bcrypt"]]'))->json('items'));
        $plan = implode("\n", array_column(DB::select("EXPLAIN QUERY PLAN SELECT * FROM accounts WHERE hash_kind = 'bcrypt 4' ORDER BY seen_at DESC, seq DESC"), 'detail'));
        self::assertStringContainsString('accounts_hash_kind (hash_kind=?)', $plan);
        self::assertStringNotContainsString('TEMP B-TREE', $plan);

        $length = fn (): array => array_column((array) $this->ask('/passwords/guidance')->assertOk()->json('items'), 'stands', 'code');
        self::assertSame('against', $length()['nist_4.length']);
        $draft = $this->ask('/rules/draft');
        $document = array_replace_recursive((array) $draft->json('document'), ['password' => ['minimum' => 15]]);
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        self::assertSame('meets', $length()['nist_4.length']);
    }
}
