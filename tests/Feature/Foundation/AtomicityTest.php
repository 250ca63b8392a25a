<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Kennel\App\Directory\Accounts\Account;
use Kennel\Tests\Feature\Credentials\Factors\FactorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** What cannot be recorded is not done: the event of the audit log and what it tells of are one transaction. */
final class AtomicityTest extends FactorTestCase
{
    /** @return iterable<string, array{string, array{string, string, array<string, mixed>|null}}> who asks, and for what; {id} is the account's, {other} its other session's */
    public static function acts(): iterable
    {
        yield 'sign out' => ['holder', ['DELETE', '/session', null]];
        yield 'end another session' => ['holder', ['DELETE', '/account/sessions/{other}', null]];
        yield 'end all others' => ['holder', ['DELETE', '/account/sessions', null]];
        yield 'confirm an authenticator' => ['holder', ['POST', '/account/factors/authenticators/{factor}/confirm', ['code' => '{code}']]];
        yield 'renew the recovery codes' => ['enrolled', ['POST', '/account/factors/recovery-codes', null]];
        yield 'remove an authenticator' => ['enrolled', ['DELETE', '/account/factors/authenticators/{factor}', null]];
        yield 'unlink a provider' => ['holder', ['DELETE', '/account/providers/{link}', null]];
        yield 'change the password' => ['holder', ['PUT', '/account/password', ['current' => self::PASSWORD, 'password' => 'quick red herons fly']]];
        yield 'release an account' => ['operator', ['POST', '/accounts/{id}/release', ['reason' => 'they asked']]];
        yield 'suspend' => ['operator', ['POST', '/accounts/{id}/suspend', ['reason' => 'they asked']]];
        yield 'sign out everywhere' => ['operator', ['POST', '/accounts/{id}/sign-out', ['reason' => 'they asked']]];
        yield 'give a role' => ['operator', ['PUT', '/accounts/{id}/roles/reviewer', ['reason' => 'they asked']]];
        yield 'require a new password' => ['operator', ['POST', '/accounts/{id}/require-new-password', ['reason' => 'they asked', 'compromised' => false]]];
        yield 'write metadata' => ['operator', ['PUT', '/accounts/{id}/metadata/internal', ['a' => 1]]];
    }

    /** @param  array{string, string, array<string, mixed>|null}  $act */
    #[DataProvider('acts')]
    public function test_without_its_event_nothing_is_written(string $who, array $act): void
    {
        $account = $this->holder();
        $words = ['{id}' => $account->id, ...$this->prepare($account, $who)];
        [$method, $path, $body] = $act;
        $body = $body === null ? null : array_map(static fn (mixed $value): mixed => is_string($value) ? strtr($value, $words) : $value, $body);
        DB::unprepared("CREATE TRIGGER no_events BEFORE INSERT ON audit_events BEGIN SELECT RAISE(ABORT, 'no event can be recorded'); END");
        $before = $this->everything();
        $this->withoutExceptionHandling();
        try {
            $answer = $this->knock($method, strtr($path, $words), $body, ['If-Match' => '*'], $who === 'operator' ? 'console' : 'pages');
            self::fail("It recorded nothing: {$answer->getStatusCode()}");
        } catch (QueryException $error) {
            self::assertStringContainsString('no event can be recorded', $error->getMessage());
        }
        self::assertSame($before, $this->everything());
    }

    /** @return array<string, string> */
    private function prepare(Account $account, string $who): array
    {
        $this->inBrowserOf('another')->signIn()->assertCreated();
        $this->inBrowserOf('the first');
        $other = (string) DB::table('sessions')->value('id');
        if ($who === 'operator') {
            $this->keeper();
            DB::table('held_back')->insert(['lookup_key' => $account->lookup_key, 'until' => '2026-05-01T13:00:00.000Z']);

            return [];
        }
        $this->signIn()->assertCreated();
        DB::table('provider_links')->insert(['id' => '0196f000-0000-7000-8000-000000000001', 'account_id' => $account->id, 'issuer' => 'https://id.example', 'subject' => 'a', 'name' => 'Example', 'linked_at' => '2026-05-01T12:00:00.000Z']);
        if ($who === 'enrolled') {
            return ['{factor}' => $this->enrol()];
        }
        $begun = $this->knock('POST', '/account/factors/authenticators', ['name' => 'Phone'])->assertCreated();
        $this->totp = self::totpOf((string) $begun->json('key'));

        return ['{other}' => $other, '{factor}' => (string) $begun->json('id'), '{code}' => $this->code(), '{link}' => '0196f000-0000-7000-8000-000000000001'];
    }

    /** @return array<string, string> the rows of each table, but for what is no part of an act: when it was seen, the trace, and attempts, which are counted before */
    private function everything(): array
    {
        $tables = array_column(DB::select("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '%_fts%'"), 'name');
        $rows = [];
        foreach (array_diff($tables, ['evidence', 'failure_runs', 'signin_attempts']) as $table) {
            $rows[$table] = json_encode(DB::table($table)->get()->map(static fn (object $row): array => array_diff_key((array) $row, ['seen_at' => 0, 'lapses_at' => 0])), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
        }

        return $rows;
    }
}
