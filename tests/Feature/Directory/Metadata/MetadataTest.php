<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Metadata;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class MetadataTest extends DoorTestCase
{
    public function test_writing_one_key_keeps_the_others_and_the_other_document(): void
    {
        $account = $this->holder();
        $this->keeper();
        $this->replace($account->id, 'internal', '{"insurance_until":"2027-03-31","merged_from":[12,34]}')->assertOk()->assertHeader('ETag', '"v3"');
        $this->replace($account->id, 'own', '{"nickname":"Wren"}', '"v3"')->assertOk();
        $this->merge($account->id, 'internal', '{"insurance_until":"2028-03-31","note":{"by":"Oriel"}}')->assertOk();
        self::assertSame(
            '{"version":5,"own":{"nickname":"Wren"},"internal":{"insurance_until":"2028-03-31","merged_from":[12,34],"note":{"by":"Oriel"}}}',
            $this->ask("/accounts/{$account->id}/metadata")->assertOk()->assertHeader('ETag', '"v5"')->getContent(),
        );
        $this->ask("/accounts/{$account->id}")->assertJsonPath('metadata.internal.note.by', 'Oriel');
        self::assertStringContainsString('"internal.insurance_until":{"before":"2027-03-31","after":"2028-03-31"}', Trail::of('account.metadata_changed')[2]['changes']);
        self::assertStringContainsString('"internal.note":{"before":null,"after":"{\"by\":\"Oriel\"}"}', Trail::of('account.metadata_changed')[2]['changes']);
        $this->merge($account->id, 'internal', '{"note":null}')->assertOk()->assertJsonMissingPath('internal.note');
        self::assertSame(['insurance_until', 'merged_from', 'merged_from'], DB::table('metadata_values')->where('kind', 'internal')->orderBy('path')->pluck('path')->all(), 'what it is found by follows');
        self::assertSame([['kind' => 'own', 'path' => 'nickname'], ['kind' => 'internal', 'path' => 'insurance_until'], ['kind' => 'internal', 'path' => 'merged_from']], $this->ask('/metadata-paths')->json('items'));
    }

    public function test_a_change_is_upon_the_version_that_was_seen_and_nothing_is_nothing(): void
    {
        $account = $this->holder();
        $this->keeper();
        $this->replace($account->id, 'own', '{"a":1}', null)->assertStatus(428);
        $this->replace($account->id, 'own', '{"a":1}', '"v2"')->assertOk();
        $this->merge($account->id, 'own', '{"a":2}', '"v2"')->assertStatus(412);
        $this->merge($account->id, 'own', '{"a":1}', '"v3"')->assertOk()->assertHeader('ETag', '"v3"');
        self::assertCount(1, Trail::of('account.metadata_changed'));
        $this->replace($account->id, 'own', '{}')->assertOk();
        self::assertSame([0, 0], [self::rows('metadata'), self::rows('metadata_values')]);
    }

    public function test_what_is_no_document_is_refused_with_its_rule(): void
    {
        $account = $this->holder();
        $this->keeper();
        self::assertSame(['metadata.not_json'], self::codes($this->replace($account->id, 'own', '{"a":')->assertStatus(422)));
        self::assertSame(['metadata.not_object'], self::codes($this->replace($account->id, 'own', '[1]')->assertStatus(422)));
        self::assertSame(['metadata.not_object'], self::codes($this->merge($account->id, 'own', 'null')->assertStatus(422)));
        $this->replace($account->id, 'own', '{"a":"'.str_repeat('x', 16_000).'"}')->assertOk();
        self::assertSame(['metadata.too_large'], self::codes($this->merge($account->id, 'own', '{"b":"'.str_repeat('x', 400).'"}')->assertStatus(422)));
        $this->knock('PATCH', "/accounts/{$account->id}/metadata/own", '{"a":1}', ['If-Match' => '*'], 'console')->assertStatus(415)->assertHeader('Accept-Patch', 'application/merge-patch+json');
        $this->knock('PUT', "/accounts/{$account->id}/metadata/own", '{"a":1}', ['If-Match' => '*', 'Content-Type' => 'text/plain'], 'console')->assertStatus(415);
        $this->replace($account->id, 'other', '{}')->assertNotFound();
    }

    public function test_a_holder_writes_their_own_and_never_sees_the_other(): void
    {
        $account = $this->holder();
        $this->keeper();
        $this->replace($account->id, 'internal', '{"merged_from":12}')->assertOk();
        $this->forgetCookies();
        $this->signIn()->assertCreated();
        $this->knock('PUT', '/account/metadata', '{"nickname":"Wren"}', ['If-Match' => '*', 'Content-Type' => 'application/json'])->assertOk();
        $this->knock('PATCH', '/account/metadata', '{"rain_gauge_model":"R2"}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'])->assertOk();
        $own = $this->knock('GET', '/account/metadata')->assertOk();
        self::assertSame('{"version":5,"own":{"nickname":"Wren","rain_gauge_model":"R2"}}', $own->getContent());
        self::assertStringNotContainsString('merged_from', (string) $this->knock('GET', '/account')->getContent().$this->knock('GET', '/session')->getContent());
        self::assertSame('holder', Trail::of('account.metadata_changed')[1]['actor_kind']);
    }

    public function test_an_operator_who_may_not_reach_the_account_writes_nothing(): void
    {
        $keeper = $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        $this->operatorWith('kennel:console', 'kennel:accounts.manage', 'kennel:accounts.read');
        self::assertSame('operator.beyond_authority', $this->replace($keeper->id, 'own', '{"a":1}')->assertStatus(403)->json('code'));
    }

    private function replace(string $id, string $kind, string $json, ?string $seen = '*'): TestResponse
    {
        return $this->knock('PUT', "/accounts/{$id}/metadata/{$kind}", $json, ['Content-Type' => 'application/json'] + ($seen === null ? [] : ['If-Match' => $seen]), 'console');
    }

    private function merge(string $id, string $kind, string $json, string $seen = '*'): TestResponse
    {
        return $this->knock('PATCH', "/accounts/{$id}/metadata/{$kind}", $json, ['Content-Type' => 'application/merge-patch+json', 'If-Match' => $seen], 'console');
    }
}
