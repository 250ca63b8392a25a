<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;

/** What was made while an operator saw more is compared with what they see when it is opened. */
final class SensitiveReadsTest extends DoorTestCase
{
    /** @var array<string, Account> */
    private array $accounts;

    protected function setUp(): void
    {
        parent::setUp();
        $this->define([Books::field('phone', ['key' => 'phone'])]);
        $this->accounts = ['gaugebook' => $this->holder('ada@post.example', 'Ada'), 'floodline' => $this->holder('bo@post.example', 'Bo')];
        DB::table('accounts')->where('id', $this->accounts['floodline']->id)->update(['app_key' => 'floodline']);
        foreach ($this->accounts as $app => $account) {
            $this->app->make(FieldValues::class)->writeAll([$account->seq => ['phone' => $app === 'gaugebook' ? '+4721930285' : '+4721930286']]);
        }
        $this->operatorWith('kennel:*');
    }

    public function test_an_export_is_not_handed_out_once_its_operator_sees_some_apps_alone(): void
    {
        $file = $this->export(['name', 'field:phone']);
        $this->ask($file)->assertOk();
        $this->narrowTo('floodline');
        $this->ask($file)->assertForbidden()->assertJsonPath('code', 'export.narrowed');
        $this->ask($this->export(['name']))->assertOk();
        $this->narrowTo('gaugebook');
        $this->ask($file)->assertForbidden();
    }

    public function test_an_export_is_not_handed_out_once_a_field_in_it_is_hidden(): void
    {
        [$with, $without] = [$this->export(['name', 'field:phone']), $this->export(['name'])];
        $this->hidePhone();
        $this->ask($with)->assertForbidden()->assertJsonPath('code', 'export.narrowed');
        $this->ask($without)->assertOk();
    }

    public function test_an_export_is_not_handed_out_once_its_operator_may_not_read_accounts(): void
    {
        $file = $this->export(['name'], 'jsonl');
        DB::table('role_permissions')->where('role_key', 'helpdesk')->delete();
        DB::table('role_permissions')->insert(array_map(static fn (string $one): array => ['role_key' => 'helpdesk', 'permission' => $one], ['kennel:console', 'kennel:accounts.export']));
        $this->ask($file)->assertForbidden();
    }

    public function test_the_accounts_of_a_bulk_act_are_those_its_operator_sees_now(): void
    {
        $run = $this->checkPhone('+4721930200');
        self::assertSame(['Ada', 'Bo'], $this->names($run));
        $this->narrowTo('floodline');
        self::assertSame(['Bo'], $this->names($run));
        foreach (["/bulk-acts/{$run}", '/bulk-acts'] as $path) {
            $answer = $this->ask($path)->assertOk();
            $changes = $answer->json('changes') ?? $answer->json('items.0.changes');
            self::assertSame([['before' => '+4721930286', 'after' => '+4721930200', 'accounts' => 1]], $changes, 'the number of one of another app is not told');
        }
    }

    public function test_a_bulk_act_upon_a_field_that_is_hidden_since_neither_tells_nor_writes_it(): void
    {
        $run = $this->checkPhone('+4721930200');
        $this->hidePhone();
        $shown = $this->ask("/bulk-acts/{$run}")->assertOk();
        self::assertStringNotContainsString('+472193028', (string) $shown->getContent());
        self::assertStringNotContainsString('+472193028', (string) $this->ask('/bulk-acts')->getContent());
        $this->knock('POST', "/bulk-acts/{$run}/begin", ['reason' => 'as it was checked'], surface: 'console')->assertOk()->assertJsonPath('changed', 0)->assertJsonPath('reasons.0.code', 'disclosure.unclassified');
        self::assertSame(['+4721930285', '+4721930286'], DB::table('field_values')->orderBy('account_seq')->pluck('value')->map(static fn (mixed $json): mixed => json_decode((string) $json))->all());
    }

    public function test_an_import_does_not_tell_a_hidden_value_by_comparing_it(): void
    {
        $this->hidePhone();
        foreach (['+4721930285', '+4721930299'] as $guess) {
            $id = (string) Str::uuid7();
            $this->knock('PUT', "/imports/{$id}?name=guess.csv", "address,name,phone\nada@post.example,X,{$guess}\n", ['Content-Type' => 'text/csv'], 'console')->assertStatus(202);
            $plan = [...(array) $this->ask("/imports/{$id}")->assertOk()->json('plan'), 'app' => 'gaugebook', 'existing' => 'update', 'update' => ['field:phone']];
            $this->knock('POST', "/imports/{$id}/check", ['plan' => $plan], surface: 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'disclosure.unclassified')->assertJsonPath('reasons.0.field', 'update');
        }
    }

    public function test_an_import_that_was_checked_before_a_field_was_hidden_leaves_it_alone(): void
    {
        $id = (string) Str::uuid7();
        $this->knock('PUT', "/imports/{$id}?name=list.csv", "address,name,phone\nada@post.example,X,+4721930299\n", ['Content-Type' => 'text/csv'], 'console')->assertStatus(202);
        $plan = [...(array) $this->ask("/imports/{$id}")->assertOk()->json('plan'), 'app' => 'gaugebook', 'existing' => 'update', 'update' => ['field:phone']];
        $this->knock('POST', "/imports/{$id}/check", ['plan' => $plan], surface: 'console')->assertStatus(202);
        $this->work();
        $this->ask("/imports/{$id}")->assertJsonPath('import.updated', 1);
        $this->hidePhone();
        $this->knock('POST', "/imports/{$id}/begin", ['reason' => 'as it was checked'], surface: 'console')->assertStatus(202);
        $this->work();
        self::assertSame('"+4721930285"', DB::table('field_values')->where('account_seq', $this->accounts['gaugebook']->seq)->value('value'));
    }

    /** @param  list<string>  $columns */
    private function export(array $columns, string $format = 'csv'): string
    {
        $export = $this->knock('POST', '/exports', ['format' => $format, 'columns' => $columns, 'search' => '', 'where' => '[]', 'sort' => 'name'], surface: 'console')->assertCreated();

        return "/exports/{$export->json('id')}/file";
    }

    private function checkPhone(string $value): string
    {
        $run = $this->knock('POST', '/bulk-acts', ['act' => 'set_field', 'parameters' => ['field' => 'phone', 'value' => $value], 'all' => false, 'ids' => array_values(array_map(static fn (Account $one): string => $one->id, $this->accounts))], surface: 'console')->assertCreated();
        $id = (string) $run->json('id');
        self::assertSame(2, $this->ask("/bulk-acts/{$id}")->json('planned'));

        return $id;
    }

    /** @return list<string> */
    private function names(string $run): array
    {
        return array_column((array) $this->ask("/bulk-acts/{$run}/accounts")->assertOk()->json('items'), 'name');
    }

    private function hidePhone(): void
    {
        config(['rules.disclosure' => Books::disclosing([])]);
    }

    private function narrowTo(string $app): void
    {
        DB::table('assignments')->where('role_key', 'helpdesk')->update(['app_key' => $app]);
    }
}
