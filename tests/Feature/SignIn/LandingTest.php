<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\Tests\Feature\DoorTestCase;

/** Where somebody goes on to who has signed in. */
final class LandingTest extends DoorTestCase
{
    private function landing(string $app = 'gaugebook'): TestResponse
    {
        return $this->knock('GET', "/session/landing?app={$app}");
    }

    public function test_without_a_rule_it_is_the_account_page(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->landing()->assertOk()->assertExactJson(['page' => null, 'address' => null, 'is_on_the_web' => false]);
        $this->landing('nowhere')->assertNotFound();
    }

    public function test_the_apps_address_and_another_for_who_holds_a_role_there(): void
    {
        config(['rules.apps.0.landing' => ['address' => 'https://gauges.example/', 'roles' => [['key' => 'observer', 'address' => 'https://gauges.example/river']]]]);
        $tam = $this->holder();
        $this->signIn()->assertCreated();
        $this->landing()->assertOk()->assertJsonPath('address', 'https://gauges.example/')->assertJsonPath('is_on_the_web', true);
        $this->landing('kitloft')->assertOk()->assertJsonPath('address', null);
        // A reviewer is an observer as well: the role includes it.
        // At first where it does not count.
        $this->app->make(Assignments::class)->assign($tam->id, 'reviewer', 'the test', 'needed', app: 'kitloft');
        $this->landing()->assertOk()->assertJsonPath('address', 'https://gauges.example/');
        $this->app->make(Assignments::class)->takeAll([$tam->id], 'reviewer');
        $this->app->make(Assignments::class)->assign($tam->id, 'reviewer', 'the test', 'needed', $this->clock->now()->modify('+59 minutes'));
        $this->landing()->assertOk()->assertJsonPath('address', 'https://gauges.example/river');
        $this->clock->move('+59 minutes +1 second');
        $this->landing()->assertOk()->assertJsonPath('address', 'https://gauges.example/');
    }

    public function test_who_owes_something_is_sent_there_first_and_strangers_nowhere(): void
    {
        config(['rules.apps.0.landing' => ['address' => 'https://gauges.example/', 'roles' => []], 'rules.signup.terms' => ['version' => '2026-01-01', 'text' => 'Be kind.']]);
        $this->landing()->assertUnauthorized();
        $this->holder();
        $this->signIn()->assertCreated();
        $this->landing()->assertOk()->assertExactJson(['page' => 'details', 'address' => null, 'is_on_the_web' => false]);
    }

    public function test_where_the_app_asked_for_counts_only_where_it_is_an_address_of_its_own(): void
    {
        config(['rules.apps.0.landing' => ['address' => 'https://gauges.example/', 'roles' => [['key' => 'keeper', 'address' => 'https://gauges.example/desk?a=b']]]]);
        $this->holder();
        $this->signIn()->assertCreated();
        foreach ([
            'https://gauges.example/desk?a=b' => 'https://gauges.example/desk?a=b', 'https://gauges.example/' => 'https://gauges.example/', 'https://gauges.example' => 'https://gauges.example/',
            'https://gauges.example/desk' => 'https://gauges.example/', 'https://gauges.example.evil.example/' => 'https://gauges.example/', 'HTTPS://gauges.example/' => 'https://gauges.example/',
            'https://gauges.example/../desk?a=b' => 'https://gauges.example/', '//gauges.example/' => 'https://gauges.example/', 'javascript:alert(1)' => 'https://gauges.example/', '' => 'https://gauges.example/',
        ] as $asked => $expected) {
            $this->knock('GET', '/session/landing?app=gaugebook&return_to='.rawurlencode($asked))->assertOk()->assertJsonPath('address', $expected);
        }
    }
}
