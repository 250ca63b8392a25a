<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Faults;

use Kennel\Core\OAuth\Tokens\DecideRefresh;
use Kennel\Tests\Browser\Support\Server;
use PHPUnit\Framework\TestCase;

/** Refresh tokens that honest apps use from several processes at once, against a real server with several processes of its own. */
final class RefreshTest extends TestCase
{
    private static Server $server;

    private static string $secret;

    public static function setUpBeforeClass(): void
    {
        self::$server = Server::start(20, worker: false, guarded: false);
        self::$secret = self::$server->secretOf('gaugebook');
    }

    public static function tearDownAfterClass(): void
    {
        self::$server->stop();
    }

    protected function tearDown(): void
    {
        self::assertSame('', self::$server->errors());
    }

    public function test_many_at_once_and_late_answers_never_end_a_session(): void
    {
        $token = $this->begin();
        foreach ([2, 4, 10, 2] as $many) {
            $answers = $this->refreshAll(array_fill(0, $many, $token));
            self::assertSame([200], array_values(array_unique(array_column($answers, 0))), json_encode($answers, JSON_THROW_ON_ERROR));
            $given = array_values(array_unique(array_map(static fn (array $one): string => (string) $one[1]['refresh_token'], $answers)));
            self::assertCount(1, $given, 'all of them get the same next one');
            $token = $given[0];
        }
        self::assertSame([0, 0], $this->told());
    }

    public function test_two_pages_that_renew_in_turns_never_end_a_session(): void
    {
        $page = [$one = $this->begin(), $one];
        for ($turn = 0; $turn < 6; $turn++) {
            // Each with the token it was given last, which may be one or two generations old.
            [$status, $answer] = $this->refreshAll([$page[$turn % 2]])[0];
            self::assertSame(200, $status);
            $page[$turn % 3 === 0 ? 0 : 1] = (string) $answer['refresh_token'];
        }
        self::assertSame([0, 0], $this->told());
    }

    public function test_a_replay_after_the_overlap_ends_it_once_however_many_show_it(): void
    {
        $first = $this->begin();
        $second = (string) $this->refreshAll([$first])[0][1]['refresh_token'];
        $past = (new \DateTimeImmutable('-'.(DecideRefresh::OVERLAP + 2).' seconds', new \DateTimeZone('UTC')))->format('Y-m-d\TH:i:s.v\Z');
        self::$server->database()->exec("UPDATE authorizations SET superseded = json_set(superseded, '$[0][2]', '{$past}') WHERE superseded <> '[]'");
        self::assertSame([400], array_values(array_unique(array_column($this->refreshAll(array_fill(0, 4, $first)), 0))));
        self::assertSame(400, $this->refreshAll([$second])[0][0]);
        self::assertSame([1, 1], $this->told(), 'recorded once, and mailed once');
    }

    /** @return string the first refresh token of an authorization that lasts */
    private function begin(): string
    {
        $database = self::$server->database();
        $database->exec("DELETE FROM authorizations; DELETE FROM messages WHERE kind = 'access_ended'");
        $account = $database->query("SELECT id FROM accounts WHERE status = 'active' AND email_proven_at IS NOT NULL ORDER BY seq LIMIT 1")->fetchColumn();
        $bytes = random_bytes(48);
        $insert = $database->prepare("INSERT INTO authorizations (id, app_key, account_id, session_id, scope, resources, is_offline, proven_at, proven_by, family_digest, current_digest, code_used_at, lapses_at, created_at)
            VALUES (:id, 'gaugebook', :account, :session, 'openid offline_access', '[]', 1, :now, 'password', :family, :current, :now, :later, :now)");
        $uuid = static fn (): string => vsprintf('%s%s-%s-7%s-8%s-%s%s%s', str_split(bin2hex(random_bytes(15)), 4) + [7 => '0000']);
        $insert->execute([
            'id' => $uuid(), 'session' => $uuid(), 'account' => $account, 'now' => gmdate('Y-m-d\TH:i:s.000\Z'), 'later' => gmdate('Y-m-d\TH:i:s.000\Z', time() + 86_400),
            'family' => hash('sha256', substr($bytes, 0, 16)), 'current' => hash('sha256', substr($bytes, 16)),
        ]);

        return strtr(base64_encode($bytes), '+/', '-_');
    }

    /**
     * @param  list<string>  $tokens
     * @return list<array{int, array<string, mixed>}> status and answer of each, sent at once
     */
    private function refreshAll(array $tokens): array
    {
        $multi = curl_multi_init();
        $handles = array_map(static function (string $token) use ($multi): \CurlHandle {
            $handle = curl_init(self::$server->url('/oauth/token'));
            curl_setopt_array($handle, [
                CURLOPT_POSTFIELDS => http_build_query(['grant_type' => 'refresh_token', 'refresh_token' => $token]),
                CURLOPT_USERPWD => 'gaugebook:'.self::$secret, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60,
            ]);
            curl_multi_add_handle($multi, $handle);

            return $handle;
        }, $tokens);
        do {
            curl_multi_exec($multi, $running);
            curl_multi_select($multi, 0.1);
        } while ($running > 0);

        return array_map(static fn (\CurlHandle $handle): array => [
            (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE),
            (array) json_decode((string) curl_multi_getcontent($handle), true),
        ], $handles);
    }

    /** @return array{int, int} how often a replay was recorded, and the account's holder told, of what is there now */
    private function told(): array
    {
        $count = static fn (string $sql): int => (int) self::$server->database()->query($sql)->fetchColumn();

        return [
            $count("SELECT count(*) FROM authorizations WHERE ended_by = 'refresh token used twice'"),
            $count("SELECT count(*) FROM messages WHERE kind = 'access_ended'"),
        ];
    }
}
