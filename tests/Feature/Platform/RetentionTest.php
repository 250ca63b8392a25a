<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Platform;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Kennel\App\KennelProvider;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Rows that nobody needs go: one a second too old is deleted, one a second younger stays. */
final class RetentionTest extends DoorTestCase
{
    /**
     * @param  \Closure(string, string): array<string, mixed>  $row  of a moment and a name
     */
    #[DataProvider('tables')]
    public function test_a_row_on_each_side_of_the_limit(string $table, string $age, \Closure $row, string $unit = 'second'): void
    {
        $this->holder();
        $limit = $this->clock->now()->modify("-{$age}");
        DB::statement('PRAGMA foreign_keys = OFF');
        DB::table($table)->insert($row(Moment::write($limit->modify("-1 {$unit}")), 'old'));
        DB::table($table)->insert($row(Moment::write($limit->modify($unit === 'second' ? '+1 second' : '+0 second')), 'young'));
        DB::statement('PRAGMA foreign_keys = ON');
        $before = self::rows($table);
        $this->command('kennel:purge');
        self::assertSame($before - 1, self::rows($table));
        self::assertStringNotContainsString('"old', json_encode(DB::table($table)->get(), JSON_THROW_ON_ERROR));
        $this->command('kennel:purge');
        self::assertSame($before - 1, self::rows($table), 'again and again');
    }

    /** @return array<string, array{0: string, 1: string, 2: \Closure, 3?: string}> */
    public static function tables(): array
    {
        $session = static fn (string $lapses, ?string $ended): \Closure => static fn (string $at, string $name): array => ['id' => $name, 'account_id' => 'a', 'surface' => 'pages', 'token_digest' => $name, 'kept' => 0, 'proven_by' => 'password', 'proven_at' => $at, 'source' => '', 'user_agent' => '', 'started_at' => $at, 'seen_at' => $at, 'lapses_at' => $lapses === '' ? $at : $lapses, 'ended_at' => $ended === '' ? $at : $ended];
        $import = static fn (string $state): \Closure => static fn (string $at, string $name): array => ['id' => $name, 'name' => $name, 'format' => 'csv', 'app_key' => 'gaugebook', 'proven' => 1, 'must_change' => 0, 'digest' => '', 'layout' => 'password', 'state' => $state, 'bytes' => 0, 'ignored' => '[]', 'begun_by_kind' => 'kennel', 'begun_by' => 'Kennel', 'started_at' => $at, 'finished_at' => $at];
        $far = '2027-01-01T00:00:00.000Z';

        return [
            'sessions that lapsed' => ['sessions', '1 day', $session('', null)],
            'sessions that ended' => ['sessions', '1 day', $session($far, '')],
            'links' => ['challenges', '30 days', static fn (string $at, string $name): array => ['id' => $name, 'account_id' => 'a', 'purpose' => 'verify_address', 'address' => 'x', 'token_digest' => $name, 'created_at' => $at, 'expires_at' => $at]],
            'messages' => ['messages', '90 days', static fn (string $at, string $name): array => ['id' => $name, 'act_id' => $name, 'kind' => 'x', 'recipient' => 'x', 'subject' => 'x', 'state' => 'sent', 'sealed' => '', 'created_at' => $at, 'settled_at' => $at]],
            'deliveries to the stand-in' => ['held_deliveries', '90 days', static fn (string $at, string $name): array => ['message_id' => $name, 'held_at' => $at]],
            'closed accounts' => ['accounts', '30 days', static fn (string $at, string $name): array => ['id' => $name, 'name' => $name, 'name_key' => $name, 'email' => $name, 'lookup_key' => $name, 'status' => 'closed', 'closed_at' => $at, 'password_hash' => '', 'hash_kind' => '', 'created_at' => $at, 'search' => '']],
            'unproven accounts' => ['accounts', '7 days', static fn (string $at, string $name): array => ['id' => $name, 'name' => $name, 'name_key' => $name, 'email' => $name, 'lookup_key' => $name, 'status' => 'pending', 'password_hash' => '', 'hash_kind' => '', 'created_at' => $at, 'search' => '']],
            'claims' => ['claims', '7 days', static fn (string $at, string $name): array => ['id' => $name, 'account_id' => 'a', 'is_founding' => 0, 'app_key' => 'gaugebook', 'claimed_at' => $at]],
            'evidence' => ['evidence', '7 days', static fn (string $at, string $name): array => ['at' => $at, 'act_id' => $name, 'lane' => 'wire', 'label' => $name, 'content' => '{}']],
            'verdicts' => ['signup_verdicts', '31 days', static fn (string $at, string $name): array => ['day' => substr($at, 0, 10), 'app_key' => 'gaugebook', 'domain' => $name, 'reasons' => '[]'], 'day'],
            'figures' => ['signup_tallies', '400 days', static fn (string $at, string $name): array => ['day' => substr($at, 0, 10), 'app_key' => 'gaugebook', 'what' => 'opened', 'detail' => $name, 'tally' => 1], 'day'],
            'the census' => ['hash_days', '400 days', static fn (string $at, string $name): array => ['day' => substr($at, 0, 10), 'kind' => $name, 'accounts' => 1], 'day'],
            'acts of strangers' => ['stranger_tallies', '35 days', static fn (string $at, string $name): array => ['hour' => substr($at, 0, 13), 'event' => 'session.refused', 'source' => $name, 'account_id' => '', 'tally' => 1], 'hour'],
            'imports that are done' => ['imports', '90 days', $import('done')],
            'imports that failed' => ['imports', '90 days', $import('failed')],
            'failed jobs' => ['failed_jobs', '30 days', static fn (string $at, string $name): array => ['uuid' => $name, 'connection' => '', 'queue' => '', 'payload' => '', 'exception' => '', 'failed_at' => str_replace('T', ' ', substr($at, 0, 19))]],
            'forms that were sent' => ['signup_forms_sent', '5 hours', static fn (string $at, string $name): array => ['challenge' => $name, 'sent_at' => $at]],
            'idempotency keys' => ['idempotency_keys', '1 day', static fn (string $at, string $name): array => ['digest' => $name, 'request_digest' => '', 'created_at' => $at]],
            'calibrations that were cancelled' => ['calibrations', '90 days', static fn (string $at, string $name): array => ['id' => $name, 'machine' => '', 'state' => 'cancelled', 'total' => 1, 'cores' => 1, 'memory' => 1, 'points' => '[]', 'bcrypt' => '[]', 'started_at' => $at]],
            'logos nobody names' => ['pictures', '7 days', static fn (string $at, string $name): array => ['id' => $name, 'width' => 1, 'height' => 1, 'created_at' => $at]],
        ];
    }

    public function test_every_table_that_grows_is_purged_bounded_or_kept_on_purpose(): void
    {
        $purged = array_unique(array_column(self::tables(), 0));
        $goWithTheirOwner = ['field_values', 'duty_waivers', 'terms_acceptances', 'assignments', 'password_history', 'import_rows', 'import_addresses', 'impact_findings'];
        // The trail and the revisions stay for good; one draft, one impact and the last run of wrapping are kept; the rest is as large as what it describes.
        $keptOnPurpose = ['audit_events', 'rule_revisions'];
        $bounded = ['rule_draft_saves', 'rule_cases', 'impact_runs', 'wrap_runs', 'hash_times', 'relay_facts', 'jobs', 'apps', 'roles', 'role_permissions', 'role_includes', 'migrations'];
        $tables = array_filter(array_column(Schema::getTables(), 'name'), static fn (string $table): bool => ! str_starts_with($table, 'accounts_search') && ! str_starts_with($table, 'sqlite_'));
        self::assertEqualsCanonicalizing(array_values($tables), [...$purged, ...$goWithTheirOwner, ...$keptOnPurpose, ...$bounded]);
    }

    public function test_an_account_goes_with_all_it_holds_and_its_picture_files(): void
    {
        $account = $this->holder();
        $pictures = $this->app->make(\Kennel\App\Pictures\Pictures::class);
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
        self::assertSame(count(KennelProvider::FORGETS), count([...$this->app->tagged(Forgets::class)]));
    }
}
