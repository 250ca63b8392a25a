<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Factors;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** Phone and recovery codes are lost: an operator has the factors removed, not at once. */
final class FactorResetTest extends FactorTestCase
{
    private string $tam;

    protected function setUp(): void
    {
        parent::setUp();
        $this->tam = $this->enrolled()->id;
        $this->inBrowserOf('the keeper')->keeper();
    }

    private function ask_(string $reason = 'Lost the phone, known to us by voice'): TestResponse
    {
        return $this->knock('POST', "/accounts/{$this->tam}/factors/reset", ['reason' => $reason], [], 'console');
    }

    public function test_it_waits_and_the_holder_is_told_and_then_the_password_is_enough(): void
    {
        $this->ask_('')->assertStatus(422);
        $this->ask_()->assertStatus(202)->assertJsonPath('due_at', \Kennel\App\Foundation\Moment::write($this->clock->now()->modify('+1 day')));
        $this->ask_()->assertStatus(409)->assertJsonPath('code', 'factor.reset_asked');
        self::assertSame('tam@post.example', DB::table('messages')->where('kind', 'factor_reset')->value('recipient'));
        $this->inBrowserOf('tam')->signIn()->assertStatus(202);
        $this->clock->move('+24 hours');
        $this->signIn()->assertCreated();
        self::assertSame('carried out', DB::table('factor_resets')->value('ended_by'));
        self::assertSame(0, DB::table('authenticators')->count() + DB::table('recovery_codes')->count());
    }

    public function test_the_hourly_round_does_it_as_well_and_ends_sessions(): void
    {
        $this->inBrowserOf('tam')->show($this->firstStep(), $this->code())->assertCreated();
        $this->inBrowserOf('the keeper')->ask_()->assertStatus(202);
        $this->clock->move('+23 hours');
        $this->command('kennel:purge');
        self::assertSame(1, DB::table('authenticators')->count());
        $this->clock->move('+1 hour');
        $this->command('kennel:purge');
        self::assertSame(0, DB::table('authenticators')->count());
        self::assertSame(0, DB::table('sessions')->where('account_id', $this->tam)->whereNull('ended_at')->count());
    }

    public function test_who_still_has_it_stops_it(): void
    {
        $this->ask_()->assertStatus(202);
        $this->inBrowserOf('tam')->show($this->firstStep(), $this->code())->assertCreated();
        $this->knock('GET', '/account/factors')->assertJsonPath('reset.by', 'Maren Thistlewood');
        $this->knock('DELETE', '/account/factors/reset')->assertNoContent();
        $this->knock('DELETE', '/account/factors/reset')->assertNotFound();
        $this->clock->move('+2 days');
        $this->signIn()->assertStatus(202);
    }

    public function test_an_operator_stops_it_and_reads_what_there_is(): void
    {
        $this->ask_()->assertStatus(202);
        $this->ask("/accounts/{$this->tam}/factors")->assertOk()->assertJsonPath('authenticators.0.name', 'Phone')->assertJsonMissingPath('authenticators.0.sealed');
        $this->knock('DELETE', "/accounts/{$this->tam}/factors/reset", null, [], 'console')->assertNoContent();
        self::assertSame('operator', DB::table('factor_resets')->value('ended_by'));
    }

    public function test_nobody_resets_who_may_do_more_than_they(): void
    {
        $keeper = DB::table('accounts')->where('email', 'maren@alderwend.example')->value('id');
        DB::table('accounts')->where('id', $keeper)->update(['factor_since' => '2026-05-01T00:00:00.000Z']);
        $this->inBrowserOf('support')->operatorWith('kennel:console', 'kennel:accounts.read', 'kennel:accounts.manage');
        $this->knock('POST', "/accounts/{$keeper}/factors/reset", ['reason' => 'x'], [], 'console')->assertForbidden()->assertJsonPath('code', 'operator.beyond_authority');
    }
}
