<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rehearsals;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Kennel\App\Policy\Rehearsals\RunJourney;
use Kennel\Core\Policy\Rehearsals\Outcome;
use Kennel\Core\Policy\Rehearsals\ShippedJourneys;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Journeys played in worlds of their own, under the rules as they are handed in. */
final class JourneysTest extends DoorTestCase
{
    /**
     * @param  array<string, mixed>  $rules  over those of this test
     * @return list<string> status and code of each step; "-" for time
     */
    private function played(string $journey, array $rules = []): array
    {
        $document = array_replace_recursive((array) config('rules'), $rules);

        return array_map(
            static fn (?Outcome $one): string => $one === null ? '-' : rtrim("{$one->status} {$one->code}"),
            $this->app->make(RunJourney::class)(ShippedJourneys::of('gaugebook')[$journey], $document),
        );
    }

    public function test_from_sign_up_to_first_use(): void
    {
        self::assertSame(['202 look_for_message', '-', '200', '201', '200', '200'], $this->played('first-use'));
    }

    /**
     * @param  array<string, mixed>  $rules
     * @param  list<string>  $expected
     */
    #[DataProvider('journeys')]
    public function test_what_becomes_of_each_that_ships(string $journey, array $rules, array $expected): void
    {
        self::assertSame($expected, $this->played($journey, $rules));
    }

    /** @return iterable<string, array{string, array<string, mixed>, list<string>}> */
    public static function journeys(): iterable
    {
        $up = ['202 look_for_message', '-', '200'];
        $brake = ['throttles' => ['signins_of_account' => ['free' => 5, 'first_delay' => 'PT1M', 'longest_delay' => 'PT1H', 'forgotten_after' => 'PT24H']]];
        yield 'late' => ['late-link', [], ['202 look_for_message', '-', '422 challenge.expired', '201']];
        yield 'late, under a longer rule' => ['late-link', ['verification' => ['lifetime' => 'PT48H']], ['202 look_for_message', '-', '200', '201']];
        yield 'guessing without a brake' => ['guessing-one-source', [], [...$up, '401 signin.refused', '201', '201', '-', '201']];
        yield 'guessing with one: everybody waits' => ['guessing-one-source', $brake, [...$up, '429 signin.held_back', '429 signin.held_back', '429 signin.held_back', '-', '201']];
        yield 'guessing with one, and a device that is known' => ['known-device', $brake, [...$up, '201', '200', '204', '429 signin.held_back', '201']];
        yield 'forgotten' => ['forgotten', [], [...$up, '401 signin.refused', '202 look_for_message', '-', '200', '201']];
        yield 'forgotten, and too late' => ['forgotten', ['recovery' => ['lifetime' => 'PT10M']], [...$up, '401 signin.refused', '202 look_for_message', '-', '422 challenge.expired', '201']];
        yield 'lost' => ['lost-phone', [], [...$up, '201', '200', '200', '204', '202 second_factor', '201', '204', '202', '-', '201']];
        yield 'lost, and the reset waits longer' => ['lost-phone', ['factors' => ['reset_after' => 'P3D']], [...$up, '201', '200', '200', '204', '202 second_factor', '201', '204', '202', '-', '202 second_factor']];
        yield 'invited' => ['invited', [], ['201', '-', '201', '204', '201']];
        yield 'invited, and too late' => ['invited', ['invitations' => ['lifetime' => 'P7D']], ['201', '-', '422 invitation.lapsed', '204', '401 signin.refused']];
        yield 'left signed in' => ['left-signed-in', ['sessions' => ['idle' => 'PT3H', 'absolute' => 'PT12H']], [...$up, '201', '200', '-', '200', '-', '401 session.required']];
    }

    public function test_a_factor_that_a_rule_demands_of_everybody_is_settled_and_the_keepers_world_goes_on(): void
    {
        $demanded = ['factors' => ['roles' => ['keeper', 'observer'], 'grace' => 'PT0S']];
        self::assertSame(['202 look_for_message', '-', '200', '201', '200', '200'], $this->played('first-use', $demanded));
        self::assertSame(['201', '-', '201', '204', '201'], $this->played('invited', $demanded));
    }

    /** With terms, fields, forms to send and brakes, as the demo has them. */
    public function test_under_the_rules_of_the_demo(): void
    {
        $outcomes = $this->app->make(RunJourney::class)(ShippedJourneys::of('gaugebook')['first-use'], require base_path('database/demo/rules.php'));
        self::assertSame([202, null, 200, 201, 200, 200], array_map(static fn (?Outcome $one): ?int => $one?->status, $outcomes));
    }

    public function test_every_table_is_as_it_was_and_no_folder_is_left(): void
    {
        $keeper = $this->keeper();
        $dump = static function (): array {
            $rows = [];
            foreach (array_column(Schema::getTables(), 'name') as $table) {
                $rows[$table] = DB::table($table)->get()->map(static fn (object $row): array => (array) $row)->all();
            }

            return $rows;
        };
        $before = $dump();
        foreach (array_keys(ShippedJourneys::of('gaugebook')) as $journey) {
            $this->played($journey);
        }
        self::assertSame($before, $dump());
        self::assertSame([], glob("{$this->data}/rehearsals/*"));
        self::assertSame("{$this->data}/kennel.sqlite", DB::connection()->getDatabaseName(), 'the real one is in its place again');
        $this->knock('GET', '/session', surface: 'console')->assertOk()->assertJsonPath('account.id', $keeper->id);
    }
}
