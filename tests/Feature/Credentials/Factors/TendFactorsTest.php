<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Factors;

use Illuminate\Support\Facades\DB;

final class TendFactorsTest extends FactorTestCase
{
    public function test_it_counts_only_once_a_first_code_was_typed(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $begun = $this->knock('POST', '/account/factors/authenticators', ['name' => 'Phone'])->assertCreated();
        $this->knock('POST', "/account/factors/authenticators/{$begun->json('id')}/confirm", ['code' => '000000'])->assertStatus(422);
        $this->signIn()->assertCreated();
        $this->knock('GET', '/account/factors')->assertOk()->assertJsonPath('authenticators', []);
        $this->clock->move('+61 minutes');
        $this->signIn()->assertCreated();
        $this->knock('POST', "/account/factors/authenticators/{$begun->json('id')}/confirm", ['code' => '000000'])->assertNotFound();
        foreach (['', '   ', str_repeat('a', 61), "a\u{202E}b"] as $name) {
            $this->knock('POST', '/account/factors/authenticators', ['name' => $name])->assertStatus(422)->assertJsonPath('reasons.0.field', 'name');
        }
    }

    public function test_it_wants_a_password_typed_not_long_ago(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->clock->move('+11 minutes');
        $this->knock('POST', '/account/factors/authenticators', ['name' => 'Phone'])->assertStatus(403)->assertJsonPath('code', 'session.proof_required');
        $this->knock('POST', '/session/proof', ['password' => self::PASSWORD])->assertNoContent();
        $this->knock('POST', '/account/factors/authenticators', ['name' => 'Phone'])->assertCreated();
    }

    public function test_removing_the_last_takes_codes_and_devices_along(): void
    {
        $this->enrolled();
        $this->show($this->firstStep(), $this->code(), trusts: true)->assertCreated();
        $first = $this->knock('GET', '/account/factors')->json('authenticators.0.id');
        $second = $this->enrol('Tablet');
        self::assertCount(10, $this->sheet, 'a further one brings no sheet');
        $this->knock('DELETE', "/account/factors/authenticators/{$first}")->assertNoContent();
        self::assertSame(10, DB::table('recovery_codes')->count());
        $this->knock('DELETE', "/account/factors/authenticators/{$second}")->assertNoContent();
        $this->knock('GET', '/account/factors')->assertJsonPath('authenticators', [])->assertJsonPath('recovery_codes', null)->assertJsonPath('trusted_devices', 0);
        $this->inBrowserOf('another')->signIn()->assertCreated();
        self::assertNull(DB::table('accounts')->where('email', 'tam@post.example')->value('factor_since'));
    }

    public function test_nobody_removes_anothers(): void
    {
        $this->enrolled();
        $id = DB::table('authenticators')->value('id');
        $this->holder('ines@post.example', 'Ines Halvorsen');
        $this->inBrowserOf('ines')->signIn('ines@post.example')->assertCreated();
        $this->knock('DELETE', "/account/factors/authenticators/{$id}")->assertNotFound();
        $this->knock('POST', "/account/factors/authenticators/{$id}/confirm", ['code' => $this->code()])->assertNotFound();
        $this->knock('POST', '/account/factors/recovery-codes')->assertNotFound();
    }

    public function test_a_new_sheet_makes_the_former_worthless(): void
    {
        $this->enrolled();
        $former = $this->sheet;
        $this->show($this->firstStep(), $this->code())->assertCreated();
        $new = $this->knock('POST', '/account/factors/recovery-codes')->assertCreated()->json('recovery_codes');
        self::assertSame([], array_intersect($former, $new));
        $this->inBrowserOf('another')->show($this->firstStep(), $former[0])->assertStatus(422);
        $this->show($this->firstStep(), $new[0])->assertCreated();
    }

    public function test_five_at_most(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        for ($count = 0; $count < 5; $count++) {
            $this->enrol("Phone {$count}");
        }
        $this->knock('POST', '/account/factors/authenticators', ['name' => 'Sixth'])->assertStatus(409)->assertJsonPath('code', 'factor.too_many');
    }

    public function test_where_it_is_demanded_it_is_owed_from_its_day_and_the_last_stays(): void
    {
        config(['rules.factors.roles' => ['observer'], 'rules.factors.from' => '2026-05-03', 'rules.factors.grace' => 'PT0S']);
        $tam = $this->holder(role: 'reviewer');
        $this->signIn()->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
        $this->knock('GET', '/account/factors')->assertJsonPath('demanded_from', '2026-05-03T00:00:00.000Z');
        $this->clock->move('+2 days');
        $this->signIn()->assertCreated();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'limited')->assertJsonPath('standing.duties', ['add_factor']);
        $this->knock('GET', '/session/landing?app=gaugebook')->assertJsonPath('page', 'factors');
        $id = $this->enrol();
        $this->knock('GET', '/session')->assertJsonPath('standing.access', 'full');
        $this->knock('DELETE', "/account/factors/authenticators/{$id}")->assertStatus(409)->assertJsonPath('code', 'factor.needed');
        self::assertNotSame('', $tam->id);
    }

    public function test_who_owes_one_is_found_by_the_duty(): void
    {
        config(['rules.apps.0.second_factor' => 'demanded', 'rules.factors.grace' => 'P1D']);
        $this->enrolled();
        $owing = $this->holder('ines@post.example', 'Ines Halvorsen');
        $this->clock->move('+25 hours');
        $this->holder('new@post.example', 'New Here');
        $this->keeper();
        DB::table('accounts')->where('email', 'maren@alderwend.example')->update(['app_key' => null]);
        $where = rawurlencode((string) json_encode([['duty', 'is', 'add_factor']]));
        $found = $this->ask("/accounts?where={$where}")->assertOk();
        self::assertSame([$owing->id], array_column($found->json('items'), 'id'));
    }
}
