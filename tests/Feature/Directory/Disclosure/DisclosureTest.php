<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Disclosure;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Books;

/** Who is handed what, at every door that hands out accounts. */
final class DisclosureTest extends DoorTestCase
{
    private Account $tam;

    protected function setUp(): void
    {
        parent::setUp();
        $this->define([Books::field('phone', ['key' => 'phone', 'label' => 'Phone']), Books::field('short_text', ['key' => 'reach', 'label' => 'Reach', 'searchable' => true]), Books::field('short_text', ['key' => 'licence', 'label' => 'Licence', 'searchable' => true])]);
        config(['rules.disclosure' => ['fields' => [
            self::field('name', self::to('accounts:gaugebook'), self::to('app:kitloft')),
            self::field('field:phone', self::to('operators', 'kennel:messages.read'), self::to('holder'), self::to('app:kitloft')),
            self::field('field:reach', self::to('operators'), self::to('holder'), self::to('accounts:gaugebook', consent: true)),
            self::field('own:nickname', self::to('operators'), self::to('holder')),
        ], 'directories' => [['key' => 'gaugebook', 'read_by' => 'accounts', 'lists' => 'consenting']]]]);
        $this->tam = $this->holder('tam@post.example', 'Tam Pellow');
        $this->app->make(FieldValues::class)->write($this->tam->seq, ['phone' => '+4721930000', 'reach' => 'Saltings', 'licence' => 'AB-1234']);
        $this->app->make(Metadata::class)->write($this->tam->seq, MetadataKind::Own, MetadataDocument::parse('{"nickname":"Wren","gauge":"R2"}'));
        $this->app->make(Metadata::class)->write($this->tam->seq, MetadataKind::Internal, MetadataDocument::parse('{"note":"difficult"}'));
    }

    public function test_an_operator_is_handed_what_their_permissions_are_for(): void
    {
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:accounts.export');
        $whole = $this->ask("/accounts/{$this->tam->id}")->assertOk();
        self::assertSame(['reach'], array_column((array) $whole->json('fields'), 'key'));
        self::assertSame(['{"nickname":"Wren"}', '{}'], [json_encode($whole->json('metadata.own')), json_encode((object) $whole->json('metadata.internal'))]);
        $this->assertKeptFrom((string) $whole->getContent());
        $this->assertKeptFrom((string) $this->ask('/accounts?fields=phone,reach,licence')->assertOk()->getContent());
        $this->assertKeptFrom((string) $this->ask("/accounts/{$this->tam->id}/metadata")->assertOk()->getContent());
        self::assertSame(['reach'], array_column((array) $this->ask('/fields/definitions')->json('items'), 'key'));
        self::assertSame([['own', 'nickname']], array_map(array_values(...), (array) $this->ask('/metadata-paths')->json('items')));
    }

    public function test_to_be_found_sorted_or_taken_out_by_a_value_is_to_be_handed_it(): void
    {
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:accounts.export');
        foreach (['where' => [['field', 'phone', 'is', '+4721930000']], 'other' => [['metadata', 'internal.note', 'has']], 'licence' => [['field', 'licence', 'has_none']]] as $where) {
            foreach (['/accounts?where=', '/accounts/count?where='] as $door) {
                $refused = $this->ask($door.rawurlencode((string) json_encode($where)))->assertStatus(422);
                self::assertContains($refused->json('reasons.0.code'), ['disclosure.needs_permission', 'disclosure.unclassified']);
            }
            $this->knock('POST', '/bulk-acts', ['act' => 'require_password', 'all' => true, 'where' => json_encode($where)], [], 'console')->assertStatus(422);
        }
        self::assertSame(['disclosure.needs_permission'], self::codes($this->ask('/accounts?sort=field:phone')->assertStatus(422)));
        foreach (['21930000' => 0, 'AB-12' => 0, 'Salt' => 1] as $typed => $found) {
            self::assertCount($found, (array) $this->ask('/accounts?q='.rawurlencode((string) $typed))->assertOk()->json('items'), (string) $typed);
        }
        self::assertSame(['disclosure.needs_permission'], self::codes($this->knock('POST', '/exports', ['format' => 'csv', 'columns' => ['name', 'field:phone'], 'search' => '', 'where' => '[]', 'sort' => 'name'], [], 'console')->assertStatus(422)));
        self::assertSame(['disclosure.unclassified'], self::codes($this->knock('PATCH', "/accounts/{$this->tam->id}/fields", ['fields' => ['licence' => 'XY-1'], 'reason' => 'x'], ['If-Match' => '*'], 'console')->assertStatus(422)));
        self::assertSame(['disclosure.unclassified'], self::codes($this->knock('POST', '/bulk-acts', ['act' => 'set_field', 'parameters' => ['field' => 'licence', 'value' => 'XY-12'], 'all' => true, 'where' => '[]'], [], 'console')->assertStatus(422)));
        self::assertSame(['disclosure.unclassified'], self::codes($this->knock('POST', '/bulk-acts', ['act' => 'set_metadata', 'parameters' => ['key' => 'internal.note', 'value' => 'x'], 'all' => true, 'where' => '[]'], [], 'console')->assertStatus(422)));
    }

    public function test_a_file_has_of_metadata_what_is_handed_to_who_takes_it_out(): void
    {
        $this->keeper();
        $export = $this->knock('POST', '/exports', ['format' => 'jsonl', 'columns' => ['name', 'own', 'internal', 'field:phone'], 'search' => 'tam', 'where' => '[]', 'sort' => 'name'], [], 'console')->assertCreated();
        self::assertSame(['field:licence', 'own:gauge', 'internal:note'], $export->json('left_out'));
        $file = $this->ask("/exports/{$export->json('id')}/file")->assertOk()->streamedContent();
        self::assertSame(['name' => 'Tam Pellow', 'own' => ['nickname' => 'Wren'], 'internal' => null, 'field:phone' => '+4721930000'], json_decode($file, true));
    }

    public function test_what_somebody_cannot_see_stays_when_they_write_the_document_anew(): void
    {
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage');
        $put = $this->knock('PUT', "/accounts/{$this->tam->id}/metadata/own", '{"nickname":"Otter"}', ['If-Match' => '*', 'Content-Type' => 'application/json'], 'console')->assertOk();
        self::assertSame(['{"nickname":"Otter"}', '{"nickname":"Otter","gauge":"R2"}'], [json_encode($put->json('own')), $this->written()]);
        self::assertSame(['disclosure.unclassified'], self::codes($this->knock('PUT', "/accounts/{$this->tam->id}/metadata/own", '{"gauge":"R3"}', ['If-Match' => '*', 'Content-Type' => 'application/json'], 'console')->assertStatus(422)));
        $this->knock('PATCH', "/accounts/{$this->tam->id}/metadata/own", '{"nickname":null}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'], 'console')->assertOk();
        self::assertSame(['gauge' => 'R2'], json_decode($this->written(), true));
        // What nobody has looked at yet can be begun, and not be written over.
        $begun = $this->knock('PATCH', "/accounts/{$this->tam->id}/metadata/own", '{"wading":true}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'], 'console')->assertOk();
        self::assertSame('{}', json_encode((object) $begun->json('own')));
        $this->knock('PATCH', "/accounts/{$this->tam->id}/metadata/own", '{"wading":false}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'], 'console')->assertStatus(422);
        $this->app->make(Metadata::class)->write($this->tam->seq, MetadataKind::Own, MetadataDocument::parse('{"gauge":"R2"}'));
        // An app that speaks for the holder writes what it likes; it is kept, and handed to nobody until somebody says to whom.
        $this->signIn()->assertCreated();
        $own = $this->knock('PATCH', '/account/metadata', '{"boots":"43"}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'])->assertOk();
        self::assertSame('{}', json_encode((object) $own->json('own')));
        self::assertSame(['boots' => '43', 'gauge' => 'R2'], json_decode($this->written(), true));
    }

    public function test_a_holder_is_handed_theirs_and_told_that_more_is_kept(): void
    {
        $this->signIn()->assertCreated();
        self::assertEqualsCanonicalizing(['phone', 'reach'], array_column((array) $this->knock('GET', '/account')->json('fields'), 'key'));
        $data = $this->knock('GET', '/account/data')->assertOk();
        self::assertEqualsCanonicalizing(['phone', 'reach'], array_column((array) $data->json('fields'), 'key'));
        self::assertSame([['Licence', 'disclosure.unclassified'], ['gauge', 'disclosure.unclassified']], array_map(array_values(...), (array) $data->json('kept_back')));
        self::assertTrue($data->json('has_internal_metadata'));
        self::assertStringNotContainsString('AB-1234', (string) $data->getContent());
    }

    public function test_a_directory_lists_who_agreed_as_much_as_they_agreed_to(): void
    {
        $bo = $this->holder('bo@post.example', 'Bo Aske');
        $this->app->make(FieldValues::class)->write($bo->seq, ['reach' => 'Wend Forks']);
        $this->signIn()->assertCreated();
        $read = fn (string $query = '') => $this->knock('GET', "/directory?app=gaugebook{$query}");
        self::assertSame([], $read()->assertOk()->json('items'));
        $asked = $this->knock('GET', '/account/disclosure')->assertOk();
        self::assertSame([['listed:gaugebook', false], ['field:reach', false]], array_values(array_map(static fn (array $one): array => [$one['field'], $one['agreed']], array_filter((array) $asked->json('items'), static fn (array $one): bool => $one['agreed'] !== null))));
        $this->agree('listed:gaugebook');
        self::assertSame([['name' => 'Tam Pellow']], $read()->json('items'));
        $this->agree('field:reach');
        self::assertSame([['name' => 'Tam Pellow', 'fields' => ['reach' => 'Saltings']]], $read()->json('items'));
        $this->signIn('bo@post.example')->assertCreated();
        $this->agree('listed:gaugebook');
        self::assertSame([['name' => 'Bo Aske'], ['name' => 'Tam Pellow', 'fields' => ['reach' => 'Saltings']]], $read()->json('items'));
        $first = $read('&limit=1');
        self::assertSame(['Bo Aske'], array_column((array) $first->json('items'), 'name'));
        self::assertSame(['Tam Pellow'], array_column((array) $read('&limit=1&cursor='.rawurlencode((string) $first->json('next')))->json('items'), 'name'));
        self::assertSame(['Tam Pellow'], array_column((array) $read('&q=pel')->json('items'), 'name'));
        self::assertSame(['Tam Pellow'], array_column((array) $read('&q='.rawurlencode('PÉLLOW'))->json('items'), 'name'));
        self::assertSame([], $read('&q=ellow')->json('items'));
        $read('&cursor=abc')->assertStatus(422);
        // Taken back, it is gone at once; and the trail has both.
        $this->agree('listed:gaugebook', false);
        self::assertSame(['Tam Pellow'], array_column((array) $read()->json('items'), 'name'));
        self::assertSame([3, 1], [count(Trail::of('account.consent_given')), count(Trail::of('account.consent_withdrawn'))]);
        DB::table('accounts')->where('id', $this->tam->id)->update(['status' => 'suspended']);
        self::assertSame([], $read()->json('items'));
    }

    public function test_a_directory_is_for_the_accounts_of_its_app_or_for_everybody(): void
    {
        $this->knock('GET', '/directory?app=gaugebook')->assertStatus(401);
        $this->knock('GET', '/directory?app=kitloft')->assertStatus(401);
        $other = $this->holder('io@post.example', 'Io');
        DB::table('accounts')->where('id', $other->id)->update(['app_key' => 'kitloft']);
        $this->signIn('io@post.example')->assertCreated();
        $this->knock('GET', '/directory?app=gaugebook')->assertForbidden();
        $this->knock('GET', '/directory?app=kitloft')->assertNotFound();
        $this->cookies = [];
        config(['rules.disclosure.directories' => [['key' => 'gaugebook', 'read_by' => 'public', 'lists' => 'everybody']]]);
        // Nothing is handed to the public, so all that is told is how many there are, without an order by name and without a search for it.
        $public = $this->knock('GET', '/directory?app=gaugebook&limit=1')->assertOk();
        self::assertSame('[{}]', (string) json_encode(json_decode((string) $public->getContent())->items));
        self::assertSame(['directory.search'], self::codes($this->knock('GET', '/directory?app=gaugebook&q=tam')->assertStatus(422)));
    }

    public function test_an_agreement_counts_for_the_purpose_that_was_read(): void
    {
        $this->signIn()->assertCreated();
        $this->agree('listed:gaugebook');
        $this->agree('field:reach');
        config(['rules.disclosure.fields.2.grants.2.purpose' => 'To sell it']);
        self::assertSame([['name' => 'Tam Pellow']], $this->knock('GET', '/directory?app=gaugebook')->json('items'));
        foreach ([['name', 'accounts:gaugebook'], ['field:phone', 'app:kitloft'], ['password', 'public'], ['field:reach', 'nobody'], ['listed:kitloft', 'accounts:kitloft']] as [$field, $audience]) {
            self::assertSame(['disclosure.not_asked'], self::codes($this->knock('PUT', '/account/disclosure', ['field' => $field, 'audience' => $audience, 'agreed' => true])->assertStatus(422)), $field);
        }
    }

    public function test_the_trail_and_the_evidence_tell_that_a_field_changed_and_what_it_holds_to_whom_it_is_handed(): void
    {
        $this->keeper();
        $this->ask('/evidence')->assertOk();
        $this->knock('PATCH', "/accounts/{$this->tam->id}/fields", ['fields' => ['phone' => '+4721930007', 'reach' => 'Mill Reach'], 'reason' => 'moved'], ['If-Match' => '*'], 'console')->assertOk();
        $this->signIn()->assertCreated();
        $this->knock('PATCH', '/account/fields', ['fields' => ['licence' => 'XY-9876']], ['If-Match' => '*'])->assertOk();
        $this->knock('PATCH', '/account/metadata', '{"boots":"43boots","nickname":"Otter"}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'])->assertOk();
        $told = function (): array {
            $trail = (string) $this->ask("/audit-events?account={$this->tam->id}")->assertOk()->getContent();
            $evidence = (string) $this->ask('/evidence')->assertOk()->getContent();

            return array_map(static fn (string $value): array => [str_contains($trail, $value), str_contains($evidence, $value)], ['phone' => '21930007', 'reach' => 'Mill Reach', 'licence' => 'XY-9876', 'boots' => '43boots', 'nickname' => 'Otter']);
        };
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:audit.read', 'kennel:evidence.read');
        self::assertSame(['phone' => [false, false], 'reach' => [true, true], 'licence' => [false, false], 'boots' => [false, false], 'nickname' => [true, true]], $told());
        self::assertStringContainsString('not handed to you', (string) $this->ask("/audit-events?account={$this->tam->id}")->getContent());
    }

    public function test_lists_behind_counts_name_no_value_that_is_not_handed(): void
    {
        $run = '019a0f00-0000-7000-8000-000000000001';
        DB::table('impact_runs')->insert(['id' => $run, 'draft_version' => 1, 'state' => 'done', 'counts' => '{}', 'started_at' => '2026-11-01T00:00:00.000Z']);
        foreach (['phone' => '+4799999999', 'reach' => 'Saltinge'] as $field => $value) {
            DB::table('impact_findings')->insert(['run_id' => $run, 'kind' => 'misfit', 'code' => 'field.choice_near', 'field' => "fields.{$field}", 'account_id' => $this->tam->id, 'parameters' => json_encode(['label' => $field, 'value' => $value, 'likely' => "{$value}!"])]);
        }
        $this->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage', 'kennel:rules.read');
        $bulk = (string) $this->knock('POST', '/bulk-acts', ['act' => 'set_field', 'parameters' => ['field' => 'reach', 'value' => 'Mill Reach'], 'ids' => [$this->tam->id]], surface: 'console')->assertCreated()->json('id');
        $this->ask("/bulk-acts/{$bulk}/accounts")->assertJsonPath('items.0.before.reach', 'Saltings');
        config(['rules.disclosure.fields.2.grants.0.permission' => 'kennel:messages.read']);
        self::assertStringNotContainsString('Saltings', (string) $this->ask("/bulk-acts/{$bulk}/accounts")->assertOk()->assertJsonCount(1, 'items')->getContent());
        config(['rules.disclosure.fields.2.grants.0.permission' => 'kennel:accounts.read']);
        $found = (string) $this->ask("/rules/impact/{$run}/findings")->assertOk()->assertJsonCount(2, 'items')->getContent();
        self::assertSame([false, true], [str_contains($found, '99999999'), str_contains($found, 'Saltinge')]);
    }

    public function test_a_preview_is_what_the_door_answers_to_the_byte(): void
    {
        $this->signIn()->assertCreated();
        $holder = (string) $this->knock('GET', '/account')->getContent();
        $this->agree('listed:gaugebook');
        $listed = (string) json_encode(json_decode((string) $this->knock('GET', '/directory?app=gaugebook')->getContent())->items[0]);
        $this->keeper();
        $preview = fn (string $audience, string $more = ''): array => (array) $this->ask("/disclosure/preview?account={$this->tam->id}&audience={$audience}{$more}")->assertOk()->json();
        $operators = $preview('operators');
        self::assertSame((string) $this->ask("/accounts/{$this->tam->id}")->getContent(), $operators['body']);
        self::assertSame([strlen($operators['body']), true, "/api/v1/accounts/{$this->tam->id}"], [$operators['bytes'], $operators['is_exact'], $operators['door']]);
        self::assertSame([$holder, $listed], [$preview('holder')['body'], $preview('accounts:gaugebook')['body']]);
        $kitloft = $preview('app:kitloft');
        self::assertSame(['{"name":"Tam Pellow","fields":{"phone":"+4721930000"}}', null], [$kitloft['body'], $kitloft['door']]);
        $because = array_column($kitloft['left_out'], 'code', 'field');
        self::assertSame(['disclosure.kept_back', 'disclosure.unclassified', 'disclosure.kept_back'], [$because['field:reach'], $because['field:licence'], $because['address']]);
        // As whoever has one role alone.
        self::assertSame(['reach'], array_column((array) json_decode($preview('operators', '&role=auditor')['body'], true)['fields'], 'key'));
        $this->ask("/disclosure/preview?account={$this->tam->id}&audience=everyone")->assertStatus(422);
        $this->ask("/disclosure/preview?account={$this->tam->id}&audience=operators&role=nobody")->assertNotFound();
    }

    public function test_a_key_that_nobody_can_list_is_kept_and_breaks_nothing(): void
    {
        $this->signIn()->assertCreated();
        $this->agree('listed:gaugebook');
        $this->knock('PATCH', '/account/metadata', '{"":"nothing","*":"star","a:b":"colon"}', ['If-Match' => '*', 'Content-Type' => 'application/merge-patch+json'])->assertOk();
        config(['rules.fields' => [...(array) config('rules.fields'), Books::field('short_text', ['key' => 'code', 'label' => 'Post code'])]]);
        $this->app->make(FieldValues::class)->write($this->tam->seq, ['code' => 'CF10']);
        foreach (['/directory?app=gaugebook', '/account', '/account/data', '/account/disclosure'] as $door) {
            self::assertStringNotContainsString('CF10', (string) $this->knock('GET', $door)->assertOk()->getContent(), $door);
        }
        $this->keeper();
        foreach (['/overview', '/disclosure', "/accounts/{$this->tam->id}", "/disclosure/preview?account={$this->tam->id}&audience=app:kitloft"] as $door) {
            self::assertStringNotContainsString('CF10', (string) $this->ask($door)->assertOk()->getContent(), $door);
        }
        self::assertContains('own:a:b', array_column((array) $this->ask('/disclosure')->json('items'), 'key'));
    }

    public function test_a_preview_is_no_way_around_the_rules(): void
    {
        $this->operatorWith('kennel:console', 'kennel:rules.read', 'kennel:rules.manage', 'kennel:accounts.read');
        $draft = $this->ask('/rules/draft');
        $document = (array) $draft->json('document');
        $document['disclosure']['fields'][] = self::field('field:licence', self::to('operators'), self::to('holder'), self::to('app:kitloft'));
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        foreach (['operators', 'holder', 'app:kitloft'] as $audience) {
            $preview = $this->ask("/disclosure/preview?account={$this->tam->id}&audience={$audience}&rules=draft")->assertOk();
            self::assertFalse($preview->json('is_exact'));
            self::assertStringContainsString('not handed to you', (string) $preview->json('body'));
            $this->assertKeptFrom((string) $preview->getContent());
        }
    }

    public function test_a_new_column_and_a_new_field_change_no_answer_by_a_byte(): void
    {
        $this->signIn()->assertCreated();
        $this->agree('listed:gaugebook');
        $this->keeper();
        $before = $this->answers();
        Schema::table('accounts', static fn ($table) => $table->string('shoe_size')->default('fortyseven'));
        $fields = [...(array) config('rules.fields'), Books::field('short_text', ['key' => 'secret_wish', 'label' => 'Secret wish', 'searchable' => true])];
        config(['rules.fields' => $fields]);
        $this->app->make(FieldValues::class)->write($this->tam->seq, ['secret_wish' => 'fortyseven']);
        foreach (MetadataKind::cases() as $kind) {
            $this->app->make(Metadata::class)->write($this->tam->seq, $kind, $this->app->make(Metadata::class)->read($this->tam->seq, $kind)->with('new_key', 'fortyseven'));
        }
        self::assertSame($before, $this->answers());
        $unclassified = array_column(array_filter((array) $this->ask('/disclosure')->json('items'), static fn (array $one): bool => ! $one['is_classified']), 'key');
        self::assertSame(['field:licence', 'field:secret_wish', 'own:gauge', 'own:new_key', 'internal:new_key', 'internal:note'], $unclassified);
        self::assertSame(6, array_column((array) $this->ask('/overview')->json('needs'), 'count', 'code')['disclosure.unclassified']);
    }

    /** @return array<string, string> of every door that hands out accounts, but for moments */
    private function answers(): array
    {
        $answers = [];
        foreach (['/accounts', '/accounts?fields=secret_wish,shoe_size,reach', "/accounts/{$this->tam->id}", "/accounts/{$this->tam->id}/metadata", '/accounts?q=forty', '/fields/definitions', '/metadata-paths'] as $door) {
            $answers[$door] = (string) $this->ask($door)->assertOk()->getContent();
        }
        foreach (['public', 'accounts:gaugebook', 'holder', 'app:kitloft', 'app:gaugebook', 'operators'] as $audience) {
            $answers[$audience] = (string) $this->ask("/disclosure/preview?account={$this->tam->id}&audience={$audience}")->assertOk()->json('body');
        }
        $answers['decisions'] = (string) $this->knock('POST', '/decisions', ['questions' => [['account' => $this->tam->id, 'permission' => 'readings:enter']]], [], 'console')->assertOk()->getContent();
        foreach (['csv', 'jsonl'] as $format) {
            $export = $this->knock('POST', '/exports', ['format' => $format, 'columns' => ['id', 'name', 'own', 'field:reach'], 'search' => '', 'where' => '[]', 'sort' => 'created'], [], 'console')->assertCreated();
            $answers[$format] = $this->ask("/exports/{$export->json('id')}/file")->assertOk()->streamedContent();
        }
        $console = $this->cookies;
        $this->signIn()->assertCreated();
        foreach (['/account', '/account/metadata', '/account/disclosure', '/directory?app=gaugebook'] as $door) {
            $answers[$door] = (string) $this->knock('GET', $door)->assertOk()->getContent();
        }
        $this->cookies = $console;

        return array_map(static fn (string $answer): string => (string) preg_replace('/"(seen_at|changed_at)":"[^"]*"/', '"$1":"…"', $answer), $answers);
    }

    public function test_a_draft_says_of_how_many_accounts_who_would_begin_to_receive_what_and_cases_are_held_against_it(): void
    {
        $this->signIn()->assertCreated();
        $this->agree('field:reach');
        $this->app->make(FieldValues::class)->write($this->holder('bo@post.example', 'Bo')->seq, ['reach' => 'Wend Forks', 'phone' => '+4721930001']);
        $this->keeper();
        foreach ([['Kitloft is handed phones', 'field:phone', 'app:kitloft', []], ['Kitloft is not handed reaches', 'field:reach', 'app:kitloft', ['disclosure.kept_back']], ['Nobody said it of licences', 'field:licence', 'operators', ['disclosure.unclassified']]] as [$name, $field, $audience, $expected]) {
            self::assertSame($expected, $this->knock('POST', '/disclosure/cases', ['case' => $name, 'field' => $field, 'audience' => $audience], [], 'console')->assertCreated()->json('expected'));
        }
        $this->knock('POST', '/disclosure/cases', ['case' => 'x', 'field' => 'password', 'audience' => 'public'], [], 'console')->assertStatus(422);
        $draft = $this->ask('/rules/draft');
        $document = (array) $draft->json('document');
        $document['disclosure']['fields'][1] = self::field('field:phone', self::to('operators'), self::to('holder'));
        $document['disclosure']['fields'][2] = self::field('field:reach', self::to('operators'), self::to('holder'), self::to('accounts:gaugebook'), self::to('app:kitloft'));
        $document['disclosure']['fields'][] = self::field('own:gauge', self::to('app:gaugebook'));
        $document['disclosure']['directories'][0]['read_by'] = 'public';
        $saved = $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        self::assertSame(['disclosure.public_discreet'], array_column(array_filter((array) $saved->json('warnings'), static fn (array $one): bool => str_starts_with((string) $one['field'], 'disclosure.')), 'code'));
        self::assertSame(['Kitloft is handed phones', 'Kitloft is not handed reaches'], array_column(array_filter((array) $this->ask('/rules/cases')->assertOk()->json('items'), static fn (array $case): bool => ! $case['holds']), 'name'));
        $this->knock('POST', '/rules/impact', [], [], 'console')->assertStatus(202);
        $this->work('long');
        $run = (array) $this->ask('/rules/impact')->assertOk()->json('run');
        self::assertSame([
            'Operators would begin to receive Phone of 2 accounts.', 'Kitloft would cease to receive Phone of 2 accounts.', 'Signed-in accounts of Gaugebook would begin to receive Reach of 1 account.',
            'Kitloft would begin to receive Reach of 2 accounts.', 'Gaugebook would begin to receive gauge of 1 account.',
        ], array_column($run['counts'], 'message'));
        $listed = $this->ask("/rules/impact/{$run['id']}/findings?kind=handed_out&code=disclosure.begins&field=".rawurlencode($run['counts'][2]['field']))->assertOk();
        self::assertSame([['Bo', 'Signed-in accounts of Gaugebook would begin to receive Reach']], array_map(static fn (array $one): array => [$one['account']['name'], $one['message']], (array) $listed->json('items')));
    }

    private function written(): string
    {
        return $this->app->make(Metadata::class)->read($this->tam->seq, MetadataKind::Own)->toJson();
    }

    private function agree(string $field, bool $agreed = true): void
    {
        $this->knock('PUT', '/account/disclosure', ['field' => $field, 'audience' => 'accounts:gaugebook', 'agreed' => $agreed])->assertOk();
    }

    private function assertKeptFrom(string $answer): void
    {
        foreach (['4721930000', 'AB-1234', 'difficult', 'R2'] as $value) {
            self::assertStringNotContainsString($value, $answer);
        }
    }

    /**
     * @param  array<string, mixed>  ...$grants
     * @return array<string, mixed>
     */
    private static function field(string $key, array ...$grants): array
    {
        return ['key' => $key, 'grants' => $grants];
    }

    /** @return array<string, mixed> */
    private static function to(string $audience, string $permission = 'kennel:accounts.read', bool $consent = false): array
    {
        return ['key' => $audience, 'permission' => $audience === 'operators' ? $permission : '', 'consent' => $consent, 'purpose' => 'To see'];
    }
}
