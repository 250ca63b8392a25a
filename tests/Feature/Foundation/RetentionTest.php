<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Kennel\App\Areas;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Purge;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Tests\Factories\AccessTokenFactory;
use Kennel\Tests\Factories\AccountFactory;
use Kennel\Tests\Factories\AuthenticatorFactory;
use Kennel\Tests\Factories\AuthorizationFactory;
use Kennel\Tests\Factories\BulkRunFactory;
use Kennel\Tests\Factories\CalibrationRunFactory;
use Kennel\Tests\Factories\ChallengeFactory;
use Kennel\Tests\Factories\ClaimFactory;
use Kennel\Tests\Factories\DeviceRequestFactory;
use Kennel\Tests\Factories\EvidenceEntryFactory;
use Kennel\Tests\Factories\ExportFactory;
use Kennel\Tests\Factories\FactorResetFactory;
use Kennel\Tests\Factories\FailureRunFactory;
use Kennel\Tests\Factories\HashDayFactory;
use Kennel\Tests\Factories\HeldDeliveryFactory;
use Kennel\Tests\Factories\IdempotencyKeyFactory;
use Kennel\Tests\Factories\ImportFactory;
use Kennel\Tests\Factories\InvitationFactory;
use Kennel\Tests\Factories\MessageFactory;
use Kennel\Tests\Factories\PasskeyChallengeFactory;
use Kennel\Tests\Factories\PastVerdictFactory;
use Kennel\Tests\Factories\PendingAuthorizationFactory;
use Kennel\Tests\Factories\PendingSigninFactory;
use Kennel\Tests\Factories\PhoneFactory;
use Kennel\Tests\Factories\PictureFactory;
use Kennel\Tests\Factories\ProviderOfferFactory;
use Kennel\Tests\Factories\ProviderTripFactory;
use Kennel\Tests\Factories\RecordFactory;
use Kennel\Tests\Factories\RevokedTokenFactory;
use Kennel\Tests\Factories\SentFormFactory;
use Kennel\Tests\Factories\SessionFactory;
use Kennel\Tests\Factories\ShownAssertionFactory;
use Kennel\Tests\Factories\SigninAttemptFactory;
use Kennel\Tests\Factories\SignupTallyFactory;
use Kennel\Tests\Factories\StrangerTallyFactory;
use Kennel\Tests\Factories\TokenTallyFactory;
use Kennel\Tests\Factories\WrapRunFactory;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;
use PHPUnit\Framework\Attributes\DataProvider;

/** Rows that nobody needs go: one a second too old is deleted, one a second younger stays. */
final class RetentionTest extends DoorTestCase
{
    /**
     * @param  class-string<RecordFactory<covariant Record>>  $factory
     * @param  \Closure(string): array<string, mixed>  $row  of a moment
     */
    #[DataProvider('tables')]
    public function test_a_row_on_each_side_of_the_limit(string $factory, string $age, \Closure $row, string $unit = 'second'): void
    {
        $this->holder();
        $limit = $this->clock->now()->modify("-{$age}");
        DB::statement('PRAGMA foreign_keys = OFF');
        $old = $factory::new()->create($row(Moment::write($limit->modify("-1 {$unit}"))));
        $young = $factory::new()->create($row(Moment::write($limit->modify($unit === 'second' ? '+1 second' : '+0 second'))));
        DB::statement('PRAGMA foreign_keys = ON');
        $table = $old->getTable();
        $before = self::rows($table);
        $this->command('kennel:purge');
        self::assertSame($before - 1, self::rows($table));
        self::assertSame([0, 1], [self::like($old), self::like($young)]);
        $this->command('kennel:purge');
        self::assertSame($before - 1, self::rows($table), 'again and again');
    }

    private static function like(Record $record): int
    {
        return $record::query()->where($record->getAttributes())->count();
    }

    /** @return array<string, array{0: class-string<RecordFactory<covariant Record>>, 1: string, 2: \Closure, 3?: string}> */
    public static function tables(): array
    {
        return [
            'sessions that lapsed' => [SessionFactory::class, '1 day', static fn (string $at): array => ['lapses_at' => $at]],
            'sessions that ended' => [SessionFactory::class, '1 day', static fn (string $at): array => ['ended_at' => $at]],
            'links' => [ChallengeFactory::class, '30 days', static fn (string $at): array => ['expires_at' => $at]],
            'messages' => [MessageFactory::class, '90 days', static fn (string $at): array => ['settled_at' => $at]],
            'authenticators nobody confirmed' => [AuthenticatorFactory::class, '60 minutes', static fn (string $at): array => ['created_at' => $at]],
            'telephones nobody confirmed' => [PhoneFactory::class, '60 minutes', static fn (string $at): array => ['created_at' => $at]],
            'trips to a provider' => [ProviderTripFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'offers to link a provider' => [ProviderOfferFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'requests of apps' => [PendingAuthorizationFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'apps that were let in' => [AuthorizationFactory::class, '1 day', static fn (string $at): array => ['lapses_at' => $at]],
            'access tokens' => [AccessTokenFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'tokens that were given back' => [RevokedTokenFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'devices that wait' => [DeviceRequestFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'assertions of apps' => [ShownAssertionFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'figures of apps' => [TokenTallyFactory::class, '400 days', static fn (string $at): array => ['day' => substr($at, 0, 10)], 'day'],
            'challenges of passkeys' => [PasskeyChallengeFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'sign-ins that wait for a second factor' => [PendingSigninFactory::class, '0 minutes', static fn (string $at): array => ['expires_at' => $at]],
            'resets of factors' => [FactorResetFactory::class, '30 days', static fn (string $at): array => ['ended_at' => $at]],
            'attempts to sign in' => [SigninAttemptFactory::class, '31 days', static fn (string $at): array => ['at' => (new \DateTimeImmutable($at))->getTimestamp() * 1_000]],
            'failures in a row' => [FailureRunFactory::class, '31 days', static fn (string $at): array => ['last_at' => $at]],
            'invitations that lapsed' => [InvitationFactory::class, '365 days', static fn (string $at): array => ['expires_at' => $at]],
            'invitations that ended' => [InvitationFactory::class, '365 days', static fn (string $at): array => ['ended' => 'withdrawn', 'ended_at' => $at]],
            'files that were taken out' => [ExportFactory::class, '24 hours', static fn (string $at): array => ['begun_at' => $at]],
            'acts upon many' => [BulkRunFactory::class, '90 days', static fn (string $at): array => ['finished_at' => $at]],
            'acts upon many that nobody began' => [BulkRunFactory::class, '90 days', static fn (string $at): array => ['state' => 'checked', 'begun_at' => $at]],
            'deliveries to the stand-in' => [HeldDeliveryFactory::class, '90 days', static fn (string $at): array => ['held_at' => $at]],
            'closed accounts' => [AccountFactory::class, '30 days', static fn (string $at): array => ['status' => Status::Closed, 'closed_at' => $at]],
            'unproven accounts' => [AccountFactory::class, '7 days', static fn (string $at): array => ['created_at' => $at]],
            'claims' => [ClaimFactory::class, '7 days', static fn (string $at): array => ['claimed_at' => $at]],
            'evidence' => [EvidenceEntryFactory::class, '7 days', static fn (string $at): array => ['at' => $at]],
            'verdicts' => [PastVerdictFactory::class, '31 days', static fn (string $at): array => ['day' => substr($at, 0, 10)], 'day'],
            'figures' => [SignupTallyFactory::class, '400 days', static fn (string $at): array => ['day' => substr($at, 0, 10)], 'day'],
            'the census' => [HashDayFactory::class, '400 days', static fn (string $at): array => ['day' => substr($at, 0, 10)], 'day'],
            'acts of strangers' => [StrangerTallyFactory::class, '35 days', static fn (string $at): array => ['hour' => substr($at, 0, 13)], 'hour'],
            'imports that are done' => [ImportFactory::class, '90 days', static fn (string $at): array => ['finished_at' => $at]],
            'imports that failed' => [ImportFactory::class, '90 days', static fn (string $at): array => ['state' => 'failed', 'finished_at' => $at]],
            'forms that were sent' => [SentFormFactory::class, '5 hours', static fn (string $at): array => ['sent_at' => $at]],
            'idempotency keys' => [IdempotencyKeyFactory::class, '1 day', static fn (string $at): array => ['created_at' => $at]],
            'calibrations that were cancelled' => [CalibrationRunFactory::class, '90 days', static fn (string $at): array => ['started_at' => $at]],
            'logos nobody names' => [PictureFactory::class, '7 days', static fn (string $at): array => ['created_at' => $at]],
        ];
    }

    public function test_the_last_run_of_wrapping_stays_however_old(): void
    {
        foreach (['2020-01-01T00:00:00.000Z', '2020-01-02T00:00:00.000Z'] as $at) {
            WrapRunFactory::new()->create(['started_at' => $at]);
        }
        $this->command('kennel:purge');
        self::assertSame(['2020-01-02T00:00:00.000Z'], DB::table('wrap_runs')->pluck('started_at')->all());
    }

    public function test_failed_jobs_go_as_well(): void
    {
        $limit = $this->clock->now()->modify('-30 days');
        foreach (['old' => '-1 second', 'young' => '+1 second'] as $name => $by) {
            DB::table('failed_jobs')->insert(['uuid' => $name, 'connection' => '', 'queue' => '', 'payload' => '', 'exception' => '', 'failed_at' => $limit->modify($by)->format('Y-m-d H:i:s')]);
        }
        $this->command('kennel:purge');
        self::assertSame(['young'], DB::table('failed_jobs')->pluck('uuid')->all());
    }

    public function test_every_table_that_grows_is_purged_bounded_or_kept_on_purpose(): void
    {
        $purged = array_unique(array_map(static fn (array $one): string => (new (($one[0])::new()->modelName()))->getTable(), self::tables()));
        $goWithTheirOwner = ['field_values', 'metadata', 'metadata_values', 'duty_waivers', 'terms_acceptances', 'assignments', 'password_history', 'import_rows', 'import_addresses', 'impact_findings', 'erasure_keys', 'account_views', 'bulk_accounts', 'past_assignments', 'consents', 'message_events', 'suppressions', 'known_devices', 'recovery_codes', 'passkeys', 'provider_links', 'app_grants', 'app_secrets'];
        // The trail and the revisions stay for good; one draft, one impact and the last run of wrapping are kept; the rest is as large as what it describes.
        $keptOnPurpose = ['audit_events', 'rule_revisions'];
        $bounded = ['rule_draft_saves', 'rule_cases', 'impact_runs', 'wrap_runs', 'hash_times', 'relay_facts', 'stand_in_modes', 'pulses', 'jobs', 'apps', 'held_back', 'held_sources', 'import_plans', 'roles', 'role_permissions', 'role_includes', 'role_tags', 'permissions', 'exclusions', 'exclusion_roles', 'provider_secrets', 'signing_keys', 'rehearsals', 'journey_cases', 'migrations'];
        $tables = array_filter(array_column(Schema::getTables(), 'name'), static fn (string $table): bool => ! str_starts_with($table, 'accounts_search') && ! str_starts_with($table, 'sqlite_'));
        self::assertEqualsCanonicalizing(array_values($tables), [...$purged, ...$goWithTheirOwner, ...$keptOnPurpose, ...$bounded, 'failed_jobs']);
    }

    public function test_however_many_were_closed_all_go_and_are_counted(): void
    {
        $closed = $this->holder()->getAttributes();
        $rows = [];
        for ($index = 0; $index <= 200; $index++) {
            $rows[] = [...$closed, 'seq' => null, 'id' => (string) \Illuminate\Support\Str::uuid7(), 'email' => "c{$index}@post.example", 'lookup_key' => "c{$index}@post.example", 'status' => 'closed', 'closed_at' => '2026-03-01T00:00:00.000Z'];
        }
        foreach (array_chunk($rows, 50) as $chunk) {
            DB::table('accounts')->insert($chunk);
        }
        self::assertMatchesRegularExpression('/^ *201  accounts$/m', $this->command('kennel:purge'));
        self::assertSame([1, 201], [self::rows('accounts'), DB::table('audit_events')->where('event', 'account.purged')->count()]);
    }

    public function test_a_purge_that_dies_in_the_middle_is_gone_on_with_and_each_goes_once(): void
    {
        $closed = $this->holder()->getAttributes();
        $rows = [];
        for ($index = 0; $index < 450; $index++) {
            $rows[] = [...$closed, 'seq' => null, 'id' => (string) \Illuminate\Support\Str::uuid7(), 'email' => "c{$index}@post.example", 'lookup_key' => "c{$index}@post.example", 'status' => 'closed', 'closed_at' => '2026-03-01T00:00:00.000Z'];
        }
        foreach (array_chunk($rows, 50) as $chunk) {
            DB::table('accounts')->insert($chunk);
        }
        // Its second stretch is under way when the machine goes down: a trigger stands in for the power cut.
        DB::statement("CREATE TEMP TRIGGER power_cut BEFORE DELETE ON accounts WHEN old.email = 'c300@post.example' BEGIN SELECT RAISE(ABORT, 'power cut'); END");
        config(['logging.default' => 'null']);
        self::assertSame(1, $this->app->make(\Illuminate\Contracts\Console\Kernel::class)->call('kennel:purge'), 'and it says so');
        $purged = static fn (): array => [self::rows('accounts'), DB::table('audit_events')->where('event', 'account.purged')->count()];
        self::assertSame([251, 200], $purged(), 'whole stretches, or nothing of them');
        DB::statement('DROP TRIGGER power_cut');
        $this->command('kennel:purge');
        self::assertSame([1, 450], $purged());
        self::assertSame(450, DB::table('audit_events')->where('event', 'account.purged')->distinct()->count('account_id'));
    }

    public function test_what_an_imports_report_says_of_a_person_goes_with_them(): void
    {
        $account = $this->holder();
        $import = \Kennel\Tests\Factories\ImportFactory::new()->create(['finished_at' => '2026-04-30T00:00:00.000Z']);
        foreach ([$account->email, 'other@post.example'] as $row => $address) {
            DB::table('import_rows')->insert(['import_id' => $import->id, 'row' => $row, 'address' => $address, 'code' => 'import.updated', 'parameters' => '{}']);
        }
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'closed', 'closed_at' => '2026-03-01T00:00:00.000Z']);
        $this->command('kennel:purge');
        self::assertSame(['other@post.example'], DB::table('import_rows')->pluck('address')->all());
    }

    public function test_unproven_accounts_go_and_are_counted(): void
    {
        foreach (range(1, 3) as $n) {
            $this->holder("u{$n}@post.example", proven: false);
        }
        $this->clock->move('+8 days');
        self::assertMatchesRegularExpression('/^ *3  unproven accounts$/m', $this->command('kennel:purge'));
        self::assertSame(0, self::rows('accounts'));
    }

    public function test_an_account_goes_with_all_it_holds_and_its_picture_files(): void
    {
        $account = $this->holder();
        $pictures = $this->app->make(\Kennel\App\Directory\Pictures\Pictures::class);
        $image = imagecreatetruecolor(80, 80);
        ob_start();
        imagepng($image === false ? throw new \RuntimeException('no GD') : $image);
        $picture = $pictures->add((string) ob_get_clean(), $account->id);
        self::assertNotNull($pictures->read($picture, 64));
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'closed', 'closed_at' => '2026-03-01T00:00:00.000Z']);
        $this->signIn()->assertStatus(401);
        $this->command('kennel:purge');
        self::assertSame([0, 0, 0], [self::rows('accounts'), self::rows('pictures'), self::rows('sessions')]);
        self::assertNull($pictures->read($picture, 64));
        self::assertSame(['account.purged'], DB::table('audit_events')->where('actor_kind', 'kennel')->pluck('event')->all(), 'the trail stays, and says so');
    }

    public function test_nothing_personal_is_left_of_a_deleted_account(): void
    {
        $this->knock('POST', '/signups', ['name' => 'Quillon Vanterpool', 'email' => 'quillon@post.example', 'password' => self::PASSWORD, 'app' => 'gaugebook'], ['Idempotency-Key' => 'q'])->assertSuccessful();
        $this->work('mail');
        $this->keeper();
        $id = (string) DB::table('accounts')->where('email', 'quillon@post.example')->value('id');
        $this->knock('POST', "/accounts/{$id}/close", ['reason' => 'Quillon asked by letter'], ['If-Match' => '*'], 'console')->assertOk();
        self::assertStringContainsString('Quillon Vanterpool', Trail::text());
        self::assertStringNotContainsString('Quillon', json_encode(DB::table('audit_events')->get(), JSON_THROW_ON_ERROR), 'it is sealed as it lies there');
        $events = self::rows('audit_events');
        $this->clock->move('+31 days');
        $this->command('kennel:purge');
        self::assertSame(0, DB::table('accounts')->where('id', $id)->count());
        DB::statement('PRAGMA wal_checkpoint(TRUNCATE)');
        foreach (Schema::getTables() as $table) {
            if (! str_starts_with((string) $table['name'], 'accounts_search_')) {
                self::assertDoesNotMatchRegularExpression('/quillon/i', json_encode(DB::table($table['name'])->get(), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), $table['name']);
            }
        }
        self::assertGreaterThan($events, self::rows('audit_events'), 'the trail is whole');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $told = $this->ask("/audit-events?account={$id}")->assertOk()->assertJsonPath('items.0.event', 'account.purged')->assertJsonPath('items.0.is_erased', true)->assertJsonPath('items.0.account.name', 'erased');
        self::assertSame('Maren Thistlewood', $told->json('items.1.actor.name'), 'whoever did it is still there');
        self::assertSame('erased', $told->json('items.1.reason'));
    }

    public function test_how_long_is_a_rule_and_each_is_read(): void
    {
        config(['rules.retention.evidence' => 'PT1H']);
        DB::table('evidence')->insert(['at' => '2026-05-01T10:59:00.000Z', 'act_id' => 'x', 'lane' => 'wire', 'label' => 'x', 'content' => '{}']);
        $this->command('kennel:purge');
        self::assertSame(0, self::rows('evidence'));
        foreach (array_keys(RetentionRules::SPANS) as $span) {
            self::assertNotSame('', (string) shell_exec('grep -rl '.escapeshellarg("before('{$span}'").' '.escapeshellarg(dirname(__DIR__, 3).'/app')), "nobody reads {$span}");
        }
    }

    public function test_one_that_fails_keeps_none_of_the_others_and_is_told(): void
    {
        DB::table('evidence')->insert(['at' => '2020-01-01T00:00:00.000Z', 'act_id' => 'x', 'lane' => 'wire', 'label' => 'x', 'content' => '{}']);
        DB::statement('DROP TABLE messages');
        $kernel = $this->app->make(\Illuminate\Contracts\Console\Kernel::class);
        self::assertSame(1, $kernel->call('kennel:purge'));
        self::assertStringContainsString('Mail\Message failed.', $kernel->output());
        self::assertSame(0, self::rows('evidence'));
        self::assertSame([...Areas::all('PRUNED'), ...Areas::all('FORGETS')], array_keys($this->app->make(Purge::class)->steps()));
    }
}
