<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Kennel\App\Credentials\Passwords\Calibrations;
use Kennel\App\Credentials\Passwords\Machine;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Calibration\Grid;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class HashingTest extends DoorTestCase
{
    public function test_the_rule_may_be_bcrypt_which_refuses_what_it_would_cut(): void
    {
        $account = $this->holder();
        $this->rule(['scheme' => 'bcrypt']);
        $this->signIn()->assertCreated();
        self::assertSame('bcrypt 10', $this->kind($account->id), 'the other scheme is taken at sign-in');
        $long = str_repeat('日本語 ', 12);
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => $long])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.too_many_bytes');
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => 'eleven herons in a row'])->assertNoContent();
        self::assertSame('bcrypt 10', $this->kind($account->id));
    }

    public function test_a_hash_that_the_new_rule_could_not_hold_stays_as_it_is(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $long = str_repeat('日本語 ', 12);
        $this->knock('PUT', '/account/password', ['current' => self::PASSWORD, 'password' => $long])->assertNoContent();
        $this->rule(['scheme' => 'bcrypt']);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => $long])->assertCreated();
        self::assertSame('Argon2id 7168/1/1', $this->kind($account->id));
    }

    public function test_a_pepper_is_taken_at_sign_in_rotated_and_missed_when_it_is_gone(): void
    {
        $this->keeper();
        $account = $this->holder();
        $file = sys_get_temp_dir().'/kennel-peppers-'.bin2hex(random_bytes(6));
        config(['kennel.peppers.file' => $file]);
        $this->beforeApplicationDestroyed(static fn () => is_file($file) && unlink($file));
        $this->command('kennel:peppers', ['new' => 'spring']);
        self::assertSame('0600', substr(sprintf('%o', fileperms($file)), -4));
        $this->app->forgetScopedInstances();
        $this->rule(['pepper' => 'spring']);
        $this->signIn()->assertCreated();
        self::assertSame('Argon2id 7168/1/1 + pepper spring', $this->kind($account->id));

        $this->command('kennel:peppers', ['new' => 'autumn']);
        $this->rule(['pepper' => 'autumn']);
        $this->app->forgetScopedInstances();
        $keys = $this->ask('/passwords/peppers')->assertOk();
        self::assertSame([['autumn', true, true, 0], ['spring', true, false, 1]], array_map(static fn (array $key): array => [$key['id'], $key['is_here'], $key['is_rule'], $key['accounts']], (array) $keys->json('items')));
        $this->signIn()->assertCreated();
        self::assertSame('Argon2id 7168/1/1 + pepper autumn', $this->kind($account->id));

        $kept = (string) file_get_contents($file);
        self::assertStringNotContainsString(trim(explode(' ', $kept)[1]), json_encode([$keys->json(), DB::table('accounts')->get(), Trail::of(), DB::table('evidence')->get()], JSON_THROW_ON_ERROR));
        unlink($file);
        $this->rule(['pepper' => '']);
        $this->signIn()->assertStatus(401);
        $gone = $this->ask('/passwords/peppers')->assertOk();
        self::assertSame(['autumn', false, 1, ['Argon2id 7168/1/1 + pepper autumn']], [$gone->json('items.0.id'), $gone->json('items.0.is_here'), $gone->json('items.0.accounts'), $gone->json('items.0.kinds')]);
        self::assertSame(['Argon2id 7168/1/1' => true, 'Argon2id 7168/1/1 + pepper autumn' => false], array_column((array) $this->ask('/passwords/census')->json('items'), 'is_verifiable', 'kind'));
        self::assertSame(1, $this->app->make(Kernel::class)->call('kennel:peppers'), 'a stranded account is a failure');
        file_put_contents($file, $kept);
        $this->signIn()->assertCreated();
    }

    public function test_a_key_that_is_not_here_can_not_be_put_in_force(): void
    {
        $this->keeper();
        $document = (array) $this->ask('/rules/draft')->json('document');
        $document['hashing']['pepper'] = 'nowhere';
        $tag = (string) $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $this->ask('/rules/draft')->headers->get('ETag')], 'console')->assertOk()->headers->get('ETag');
        $tag = (string) $this->knock('POST', '/rules/draft/review', [], ['If-Match' => $tag], 'console')->assertOk()->headers->get('ETag');
        self::assertContains('rules.unknown_pepper', self::codes($this->knock('POST', '/rules/draft/publish', ['reason' => 'Pepper', 'overrule' => 'because'], ['If-Match' => $tag], 'console')->assertStatus(422)));
    }

    public function test_the_census_is_kept_by_the_day_and_forecast(): void
    {
        $this->keeper();
        for ($ago = 20; $ago > 0; $ago--) {
            $older = (int) round(400 * 0.98 ** (20 - $ago));
            $day = $this->clock->now()->modify("-{$ago} days")->format('Y-m-d');
            DB::table('hash_days')->insert([['day' => $day, 'kind' => 'bcrypt 10', 'accounts' => $older], ['day' => $day, 'kind' => 'Argon2id 7168/1/1', 'accounts' => 1000 - $older]]);
        }
        $census = $this->ask('/passwords/census')->assertOk();
        self::assertSame(['reached', 21], [$census->json('forecast.state'), count((array) $census->json('days'))]);
        DB::table('hash_days')->insert(array_map(fn (int $ago): array => ['day' => $this->clock->now()->modify("-{$ago} days")->format('Y-m-d'), 'kind' => 'bcrypt 10', 'accounts' => 5], [59, 60, 61]));
        self::assertCount(22, (array) $this->ask('/passwords/census')->json('days'), 'of sixty days, today among them');
        DB::table('hash_days')->where('accounts', 5)->delete();
        self::assertSame([600, 1000], [$census->json('days.0.current'), $census->json('days.0.all')]);
        foreach (range(1, 3) as $more) {
            $this->app->make(\Kennel\App\Directory\Accounts\Accounts::class)->storeHash($this->holder("older{$more}@post.example"), HashKind::describe('$2y$04$'.str_repeat('a', 53)));
        }
        $census = $this->ask('/passwords/census')->assertOk();
        self::assertSame('expected', $census->json('forecast.state'));
        self::assertGreaterThan($this->clock->now()->format('Y-m-d'), $census->json('forecast.on'));
        self::assertStringContainsString('bcrypt 4', $this->command('kennel:census'));
        $this->command('kennel:census');
        self::assertSame(2, DB::table('hash_days')->where('day', $this->clock->now()->format('Y-m-d'))->count(), 'a day is kept once');
    }

    public function test_calibration_is_measured_in_the_background_and_followed_from(): void
    {
        $this->keeper();
        self::assertNull($this->ask('/passwords/calibration')->assertOk()->json('run'));
        $id = (string) $this->knock('POST', '/passwords/calibration', [], [], 'console')->assertStatus(202)->json('id');
        self::assertSame(['queued', 0], [$this->ask('/passwords/calibration')->json('run.state'), $this->ask('/passwords/calibration')->json('run.done')]);
        self::assertSame([0, 0], [(int) DB::table('calibrations')->value('cores'), (int) DB::table('calibrations')->value('memory')], 'which machine it will be, nobody knows yet');
        $this->knock('DELETE', "/passwords/calibration/{$id}", null, [], 'console')->assertNoContent();
        $this->work();
        self::assertSame(['cancelled', 0], [$this->ask('/passwords/calibration')->json('run.state'), $this->ask('/passwords/calibration')->json('run.done')], 'what was cancelled is not measured');

        $machine = Machine::here();
        $points = array_map(static fn (array $of): array => ['memory' => $of[0], 'passes' => $of[1], 'seconds' => 2e-6 * $of[0] * $of[1]], [[7168, 1], [7168, 5], [19456, 2], [47104, 1], [65536, 3]]);
        DB::table('calibrations')->insert(['id' => '01890a5d-ac96-774b-bcce-b302099a8057', 'machine' => $machine->id, 'state' => 'done', 'done' => 1, 'total' => 1, 'cores' => 4, 'memory' => 8192, 'points' => json_encode($points, JSON_THROW_ON_ERROR), 'bcrypt' => '[]', 'efficiency' => 0.75, 'started_at' => '2026-05-02T00:00:00.000Z', 'finished_at' => '2026-05-02T00:01:00.000Z']);
        $follows = $this->ask('/passwords/calibration?target=400&workers=4&memory=256')->assertOk();
        self::assertSame([65536, 3, 4 * 65536], [$follows->json('follows.suggested.memory'), $follows->json('follows.suggested.passes'), $follows->json('follows.suggested.memory_at_once')]);
        self::assertEqualsWithDelta(4 * 0.75 / 0.393216, $follows->json('follows.suggested.per_second'), 0.01);
        self::assertEqualsWithDelta(0.0143, $follows->json('follows.rule.seconds'), 0.001);
        self::assertSame(1, $follows->json('follows.busiest.attempts'), 'the keeper signed in');
        self::assertNull($this->ask('/passwords/calibration?target=20&memory=8')->json('follows.suggested'));
        $this->ask('/passwords/calibration?target=1')->assertStatus(422);
        self::assertSame([$machine->id], array_column((array) $follows->json('machines'), 'id'));
        self::assertNotNull($this->app->make(Calibrations::class)->busiestHour());
    }

    public function test_a_measurement_goes_on_where_it_was_and_anew_on_another_machine(): void
    {
        $this->keeper();
        $calibrations = $this->app->make(Calibrations::class);
        $id = $calibrations->begin();
        $points = array_map(static fn (Argon2idParameters $one): array => ['memory' => $one->memory, 'passes' => $one->passes, 'seconds' => 0.5], Grid::points());
        $bcrypt = array_map(static fn (int $cost): array => ['cost' => $cost, 'seconds' => 0.25], [10, 11, 12]);
        $before = ['state' => 'running', 'machine' => Machine::here()->id, 'points' => json_encode($points, JSON_THROW_ON_ERROR), 'bcrypt' => json_encode($bcrypt, JSON_THROW_ON_ERROR)];
        $row = static fn (): array => array_map(static fn (string $column): mixed => json_decode((string) DB::table('calibrations')->value($column), true), ['points' => 'points', 'bcrypt' => 'bcrypt', 'done' => 'done']);
        config(['queue.connections.long.retry_after' => 0]);

        DB::table('calibrations')->update($before);
        self::assertFalse($calibrations->work($id, Step::begin()), 'its time is over after one of them');
        self::assertSame([count($points), 10, 13, 4, count($points) + 4], [count($row()['points']), $row()['bcrypt'][0]['cost'], $row()['bcrypt'][3]['cost'], count($row()['bcrypt']), $row()['done']]);
        self::assertEquals(0.25, $row()['bcrypt'][0]['seconds'], 'what was measured stays');

        DB::table('calibrations')->update(['machine' => 'another', ...array_diff_key($before, ['machine' => true])]);
        self::assertFalse($calibrations->work($id, Step::begin()));
        self::assertSame([1, 0 + 1], [count($row()['points']), $row()['done']], 'points of two machines are no curve');
        self::assertSame([Machine::here()->cores, Machine::here()->memory], [(int) DB::table('calibrations')->value('cores'), (int) DB::table('calibrations')->value('memory')]);
        self::assertTrue($calibrations->work('01890a5d-ac96-774b-bcce-b302099a8057', Step::begin()), 'none such');
    }

    public function test_a_machine_is_known_by_what_it_is_made_of(): void
    {
        $here = Machine::here();
        self::assertSame((int) shell_exec('grep -c ^processor /proc/cpuinfo'), $here->cores);
        self::assertSame((int) shell_exec("awk '/^MemTotal/ { print int(\$2 / 1024) }' /proc/meminfo"), $here->memory, 'in MiB');
        self::assertMatchesRegularExpression('/^[0-9a-f]{12}$/D', $here->id);
        self::assertSame($here->id, Machine::here()->id);
    }

    /** @param  array<string, mixed>  $change */
    private function rule(array $change): void
    {
        $rules = $this->app->make(RulesInForce::class);
        $document = $rules->document();
        $document['hashing'] = array_replace($document['hashing'], $change);
        config(['rules' => $document]);
        $this->app->forgetScopedInstances();
    }

    private function kind(string $id): string
    {
        $row = DB::table('accounts')->where('id', $id)->first(['hash_kind', 'password_hash']);
        self::assertSame(HashKind::of((string) $row->password_hash), $row->hash_kind);

        return (string) $row->hash_kind;
    }
}
