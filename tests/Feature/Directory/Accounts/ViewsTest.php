<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Testing\TestResponse;
use Kennel\App\Administration\Desk\AccountViews;
use Kennel\Tests\Feature\DoorTestCase;

final class ViewsTest extends DoorTestCase
{
    public function test_is_kept_with_a_live_count_and_replaced_by_name(): void
    {
        $this->keeper();
        $this->holder(proven: false);
        $kept = $this->keep(['columns' => ['address', 'field:home_reach']])->assertCreated()->assertJsonPath('total', 1)->assertJsonPath('is_own', true);
        $this->holder('bo@post.example', 'Bo', proven: false);
        $this->ask('/account-views')->assertOk()->assertJsonPath('items.0.total', 2)->assertJsonPath('items.0.where', [['status', 'is', 'pending']])->assertJsonPath('items.0.columns', ['address', 'field:home_reach']);
        $this->keep(['search' => 'bo'])->assertCreated()->assertJsonPath('total', 1);
        self::assertSame(1, self::rows('account_views'), 'one name is one view');
        self::assertNotSame($kept->json('id'), $id = $this->ask('/account-views')->json('items.0.id'));
        $this->knock('DELETE', "/account-views/{$id}", surface: 'console')->assertNoContent();
        $this->knock('DELETE', "/account-views/{$id}", surface: 'console')->assertNotFound();
    }

    public function test_what_is_invalid_is_named(): void
    {
        $this->keeper();
        self::assertSame(['view.name_required'], self::codes($this->keep(['name' => ' '])->assertStatus(422)));
        self::assertSame(['view.name_too_long'], self::codes($this->keep(['name' => str_repeat('n', 61)])->assertStatus(422)));
        self::assertSame(['where.subject'], self::codes($this->keep(['where' => '[["age","is","4"]]'])->assertStatus(422)));
        self::assertSame(['query.choice'], self::codes($this->keep(['sort' => 'age'])->assertStatus(422)));
        self::assertSame(['type.texts'], self::codes($this->keep(['columns' => [1]])->assertStatus(422)));
        for ($index = 0; $index < AccountViews::MOST; $index++) {
            $this->keep(['name' => "View {$index}"])->assertCreated();
        }
        self::assertSame(['view.too_many'], self::codes($this->keep(['name' => 'One more'])->assertStatus(422)));
    }

    public function test_only_what_is_shared_is_seen_by_others_and_only_its_owner_removes_it(): void
    {
        $this->keeper();
        $this->keep(['name' => 'Mine'])->assertCreated();
        $shared = $this->keep(['name' => 'Ours', 'is_shared' => true])->json('id');
        $this->operatorWith('kennel:console', 'kennel:accounts.read');
        self::assertSame([['Ours', false]], array_map(static fn (array $view): array => [$view['name'], $view['is_own']], (array) $this->ask('/account-views')->json('items')));
        $this->knock('DELETE', "/account-views/{$shared}", surface: 'console')->assertNotFound();
    }

    public function test_one_that_asks_of_a_field_that_is_gone_is_still_listed(): void
    {
        $this->keeper();
        $this->keep(['where' => '[["field","gone","has"]]'])->assertCreated()->assertJsonPath('total', null);
    }

    /** @param  array<string, mixed>  $more */
    private function keep(array $more = []): TestResponse
    {
        return $this->knock('POST', '/account-views', [...['name' => 'Not verified', 'where' => '[["status","is","pending"]]', 'sort' => 'name'], ...$more], surface: 'console');
    }
}
