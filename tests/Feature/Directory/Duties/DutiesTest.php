<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Duties;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use Kennel\Tests\Support\Books;

final class DutiesTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $demo = Books::demo();
        $this->define($demo['fields']);
        config(['rules.signup.terms' => $demo['signup']['terms']]);
    }

    public function test_duties_are_settled_one_by_one_and_then_the_account_is_complete(): void
    {
        $account = $this->holder();
        $this->signIn();
        $own = $this->knock('GET', '/account')->assertOk();
        self::assertSame(['accept_terms', 'complete_fields', 'complete_fields'], array_column((array) $own->json('owed'), 'duty'));
        self::assertStringContainsString('accepts the terms of 3 September 2026', (string) $own->json('owed.0.settled_by'));

        $this->knock('POST', '/account/terms', ['version' => '2024-05-01'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'terms.other_version');
        $this->knock('POST', '/account/terms', ['version' => '2026-09-03'])->assertOk();
        $this->knock('POST', '/account/terms', ['version' => '2026-09-03'])->assertOk()->assertJsonPath('version', 3);
        $accepted = json_decode(Trail::sole('account.terms_accepted')['changes'], true);
        self::assertSame(['terms' => ['before' => null, 'after' => '2026-09-03']], $accepted);

        $this->knock('PATCH', '/account/fields', ['fields' => ['home_reach' => 'Saltings']])->assertStatus(428);
        $this->knock('PATCH', '/account/fields', ['fields' => ['home_reach' => 'Saltings']], ['If-Match' => '"v1"'])->assertStatus(412);
        $refused = $this->knock('PATCH', '/account/fields', ['fields' => ['home_reach' => 'saltings', 'training_level' => 'basic', 'phone' => '+4721930000']], ['If-Match' => '"v3"'])->assertStatus(422);
        self::assertSame(['field.choice_near', 'field.not_asked'], self::codes($refused), 'the phone is asked by another app');
        self::assertSame(0, self::rows('field_values'), 'nothing is half-written');
        $this->knock('PATCH', '/account/fields', ['fields' => ['home_reach' => 'Saltings']], ['If-Match' => '"v3"'])->assertOk();
        self::assertNull(DB::table('accounts')->where('id', $account->id)->value('completed_at'));
        $this->knock('PATCH', '/account/fields', ['fields' => ['training_level' => 'basic']], ['If-Match' => '"v4"'])->assertOk()->assertJsonPath('access', 'full');
        self::assertSame(['home_reach', 'training_level'], DB::table('field_values')->orderBy('field_key')->pluck('field_key')->all(), 'writing one key keeps the others');
        self::assertNotNull(DB::table('accounts')->where('id', $account->id)->value('completed_at'));
        $this->knock('PATCH', '/account/fields', ['fields' => ['training_level' => null]], ['If-Match' => '"v5"'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'field.required');
        $this->knock('PATCH', '/account/fields', ['fields' => ['boat_licence' => 'AW-1']], ['If-Match' => '"v5"'])->assertOk();
        $this->knock('PATCH', '/account/fields', ['fields' => ['boat_licence' => null]], ['If-Match' => '"v6"'])->assertOk();
        self::assertSame(0, DB::table('field_values')->where('field_key', 'boat_licence')->count());
    }

    public function test_until_then_it_is_limited_at_every_operators_door(): void
    {
        $this->holder(role: 'keeper');
        $this->signIn(surface: 'console');
        foreach (['/accounts', '/overview', '/rules', '/messages'] as $door) {
            $answer = $this->ask($door)->assertStatus(403)->assertJsonPath('code', 'session.limited');
            self::assertSame(['duty.accept_terms', 'duty.complete_fields', 'duty.complete_fields'], self::codes($answer));
        }
    }

    public function test_a_waiver_is_of_one_thing_needs_a_reason_and_is_in_the_trail(): void
    {
        $this->complete($this->keeper()->id);
        $holder = $this->holder();
        $waive = fn (string $subject, string $why, string $tag = '"v2"') => $this->knock('POST', "/accounts/{$holder->id}/waive", ['subject' => $subject, 'reason' => $why], ['If-Match' => $tag], 'console');
        $waive('accept_terms:2026-09-03', '')->assertStatus(422)->assertJsonPath('reasons.0.code', 'reason.required');
        $waive('verify_email:tam@post.example', 'x')->assertStatus(422)->assertJsonPath('reasons.0.code', 'duty.not_owed');
        $waive('accept_terms:2026-09-03', 'Signed on paper', '"v1"')->assertStatus(412);
        $answer = $waive('accept_terms:2026-09-03', 'Signed on paper')->assertOk();
        self::assertSame(['complete_fields:home_reach', 'complete_fields:training_level'], array_column((array) $answer->json('owed'), 'subject'));
        self::assertSame('Signed on paper', $answer->json('waivers.0.why'));
        self::assertSame(['Signed on paper', 'Maren Thistlewood'], [Trail::sole('account.duty_waived')['reason'], Trail::sole('account.duty_waived')['actor_name']]);
    }

    public function test_operators_mend_fields_and_say_why(): void
    {
        $this->complete($this->keeper()->id);
        $holder = $this->holder();
        $path = "/accounts/{$holder->id}/fields";
        $this->knock('PATCH', $path, ['fields' => ['home_reach' => 'Saltings'], 'reason' => ''], ['If-Match' => '*'], 'console')->assertStatus(422);
        $this->knock('PATCH', $path, ['fields' => ['home_reach' => 'Saltings', 'phone' => '+47 21 93 00 00'], 'reason' => 'By telephone'], ['If-Match' => '*'], 'console')
            ->assertOk()->assertJsonPath('fields.0.shown', 'Saltings')->assertJsonPath('fields.1.value', '+4721930000');
        self::assertSame('By telephone', Trail::sole('account.fields_changed')['reason']);
    }

    public function test_a_page_of_accounts_asks_for_standing_in_a_fixed_number_of_queries(): void
    {
        $this->complete($this->keeper()->id);
        $count = function (): int {
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->ask('/accounts?limit=50')->assertOk();

            return count(DB::getQueryLog());
        };
        $few = $count();
        for ($n = 0; $n < 20; $n++) {
            $this->holder("many{$n}@post.example");
        }
        self::assertSame($few, $count());
    }

    private function complete(string $id): string
    {
        $seq = DB::table('accounts')->where('id', $id)->value('seq');
        DB::table('accounts')->where('id', $id)->update(['terms_version' => '2026-09-03']);
        foreach (['home_reach' => 'Saltings', 'training_level' => 'full'] as $key => $value) {
            DB::table('field_values')->insert(\Kennel\App\Directory\Fields\FieldValues::rows((int) $seq, $key, $value));
        }

        return $id;
    }
}
