<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Faults;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Server;
use Kennel\Tests\Support\InForce;
use PHPUnit\Framework\TestCase;

/** Many at the same moment, against a real server with several processes: what was read is looked at again before it is written over. */
final class RacesTest extends TestCase
{
    private const PASSWORD = 'slow green otters swim';

    private static Server $server;

    public static function setUpBeforeClass(): void
    {
        self::$server = Server::start(20, worker: false, guarded: false);
    }

    public static function tearDownAfterClass(): void
    {
        self::$server->stop();
    }

    protected function tearDown(): void
    {
        self::assertSame('', self::$server->errors());
    }

    public function test_of_many_sign_ups_for_one_address_the_pressed_link_decides(): void
    {
        foreach ([0, 7] as $pressed) {
            $email = "claimed{$pressed}@post.example";
            $password = static fn (int $index): string => "password number {$index} of eight";
            self::$server->postAll('/signups', array_map(static fn (int $index): array => ['app' => 'gaugebook', 'name' => "Person {$index}", 'email' => $email, 'terms' => '2026-09-03', 'password' => $password($index)], range(0, 7)));
            self::assertSame(1, $this->number("SELECT count(*) FROM accounts WHERE email = '{$email}'"));
            $messages = $this->column("SELECT id FROM messages WHERE recipient = '{$email}' ORDER BY seq");
            self::assertCount(8, $messages);
            // Of which of the eight a link is, only its password tells.
            $token = self::$server->tokenOf($messages[$pressed]);
            $accepted = [];
            foreach (range(0, 7) as $index) {
                [$status] = self::$server->postAll('/verifications/consume', [['token' => $token, 'password' => $password($index)]])[0];
                $status === 200 && $accepted[] = $index;
            }
            self::assertCount(1, $accepted);
            $statuses = array_column(self::$server->postAll('/sessions', array_map(static fn (int $index): array => ['email' => $email, 'password' => $password($index)], range(0, 7))), 0);
            self::assertSame([$accepted[0]], array_keys($statuses, 201, true), 'and nobody else signs in');
            self::assertSame("Person {$accepted[0]}", $this->column("SELECT name FROM accounts WHERE email = '{$email}'")[0]);
            self::assertSame(0, $this->number("SELECT count(*) FROM claims c JOIN accounts a ON a.id = c.account_id WHERE a.email = '{$email}'"));
        }
    }

    public function test_many_guesses_at_once_are_no_more_than_one_after_another(): void
    {
        $throttleBy = static fn (array $rules) => self::$server->changeRules(static fn (array $inForce): array => array_replace_recursive($inForce, ['throttles' => $rules]));
        $guess = static fn (string $email): array => array_count_values(array_column(self::$server->postAll('/sessions', array_fill(0, 20, ['email' => $email, 'password' => 'slow green newts'])), 0));
        try {
            $throttleBy(['signins_of_account' => ['free' => 2, 'first_delay' => 'PT5M', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H']]);
            foreach (range(1, 5) as $round) {
                self::assertEquals([401 => 3, 429 => 17], $guess("guessed{$round}@post.example"), 'two without a delay, and the one that begins it');
            }
            $throttleBy([...InForce::UNTHROTTLED, 'ceiling' => 3]);
            foreach (range(6, 10) as $round) {
                self::assertEquals([401 => 3, 403 => 17], $guess("guessed{$round}@post.example"));
            }
        } finally {
            $throttleBy(InForce::UNTHROTTLED);
        }
    }

    public function test_two_who_press_two_links_of_one_address_at_once_are_one_owner(): void
    {
        $email = 'pressed@post.example';
        foreach ([1, 2] as $who) {
            self::$server->postAll('/signups', [['app' => 'gaugebook', 'name' => "Person {$who}", 'email' => $email, 'terms' => '2026-09-03', 'password' => "slow green otters {$who}"]]);
        }
        $tokens = array_map(self::$server->tokenOf(...), $this->column("SELECT id FROM messages WHERE recipient = '{$email}' ORDER BY seq"));
        $answers = self::$server->postAll('/verifications/consume', [['token' => $tokens[0], 'password' => 'slow green otters 1'], ['token' => $tokens[1], 'password' => 'slow green otters 2']]);
        self::assertEqualsCanonicalizing([200, 422], array_column($answers, 0));
        $signedIn = array_column(self::$server->postAll('/sessions', [['email' => $email, 'password' => 'slow green otters 1'], ['email' => $email, 'password' => 'slow green otters 2']]), 0);
        self::assertSame(array_map(static fn (int $status): int => $status === 200 ? 201 : 401, array_column($answers, 0)), $signedIn);
    }

    public function test_of_several_who_take_one_address_at_once_one_has_it(): void
    {
        $surface = 'Kennel-Surface: pages';
        foreach (range(1, 4) as $who) {
            $this->account("mover{$who}@post.example", password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]));
            $cookie = self::$server->cookieOf("mover{$who}@post.example", self::PASSWORD, 'pages');
            self::assertSame(202, self::$server->sendAll([['POST', '/account/address', ['email' => 'wanted@post.example', 'current' => self::PASSWORD], [$cookie, $surface]]])[0][0]);
        }
        $tokens = array_map(self::$server->tokenOf(...), $this->column("SELECT id FROM messages WHERE recipient = 'wanted@post.example' ORDER BY seq"));
        self::assertCount(4, $tokens);
        $answers = self::$server->postAll('/account/address/take', array_map(static fn (string $token): array => ['token' => $token], [...$tokens, ...$tokens]));
        self::assertSame(1, count(array_keys(array_column($answers, 0), 200, true)), json_encode($answers, JSON_THROW_ON_ERROR));
        self::assertSame(1, $this->number("SELECT count(*) FROM accounts WHERE lookup_key = 'wanted@post.example'"));
    }

    public function test_an_invitation_that_many_send_and_accept_at_once_is_one_and_makes_one_account(): void
    {
        $maren = [self::$server->cookieOf(DemoKeeper::EMAIL, DemoKeeper::PASSWORD), 'Kennel-Surface: console'];
        $oriel = [self::$server->cookieOf('oriel@alderwend.example', DemoKeeper::PASSWORD), 'Kennel-Surface: console'];
        $invite = static fn (array $who): array => ['POST', '/invitations', ['app' => 'floodline', 'roles' => ['dispatcher'], 'rows' => [['email' => 'awaited@post.example', 'name' => 'Awaited']]], $who];
        $answers = self::$server->sendAll([$invite($maren), $invite($oriel), $invite($maren), $invite($oriel)]);
        self::assertSame([], array_diff(array_column($answers, 0), [201, 412, 422]), json_encode($answers, JSON_THROW_ON_ERROR));
        self::assertSame([1, 1], [$this->number("SELECT count(*) FROM invitations WHERE email = 'awaited@post.example' AND ended IS NULL"), $this->number("SELECT count(*) FROM messages WHERE recipient = 'awaited@post.example'")]);
        $token = self::$server->tokenOf($this->column("SELECT id FROM messages WHERE recipient = 'awaited@post.example'")[0]);
        $accept = static fn (int $who): array => ['token' => $token, 'name' => "Person {$who}", 'password' => "plum gravel evening 4{$who}"];
        $answers = self::$server->postAll('/invitations/accept', array_map($accept, range(1, 6)));
        self::assertSame(1, count(array_keys(array_column($answers, 0), 201, true)), json_encode($answers, JSON_THROW_ON_ERROR));
        self::assertSame(1, $this->number("SELECT count(*) FROM accounts WHERE email = 'awaited@post.example'"));
        self::assertSame(1, $this->number("SELECT count(*) FROM sessions s JOIN accounts a ON a.id = s.account_id WHERE a.email = 'awaited@post.example'"));
    }

    public function test_signing_in_again_and_again_while_a_password_is_set_leaves_no_session_of_the_former(): void
    {
        foreach (range(1, 4) as $round) {
            // Of an older scheme, so that a sign-in writes a new hash as well.
            $id = $this->account("raced{$round}@post.example", '{SSHA}'.base64_encode(sha1(self::PASSWORD.'salt', true).'salt'));
            $keeper = self::$server->cookieOf(DemoKeeper::EMAIL, DemoKeeper::PASSWORD);
            $signIn = ['POST', '/sessions', ['email' => "raced{$round}@post.example", 'password' => self::PASSWORD], []];
            $set = ['POST', "/accounts/{$id}/temporary-password", ['reason' => 'x'], [$keeper, 'Kennel-Surface: console', 'If-Match: *']];
            $requests = array_fill(0, 12, $signIn);
            array_splice($requests, 2 * $round, 0, [$set]);
            $answers = self::$server->sendAll($requests);
            $password = (string) (json_decode($answers[2 * $round][1], true)['password'] ?? '');
            self::assertSame(201, $answers[2 * $round][0], $answers[2 * $round][1]);
            self::assertSame([], array_diff(array_column($answers, 0), [201, 401, 409]));
            self::assertSame(0, $this->number("SELECT count(*) FROM sessions WHERE account_id = '{$id}' AND ended_at IS NULL"));
            self::assertSame([401, 201], array_column(self::$server->postAll('/sessions', [$signIn[2], ['password' => $password] + $signIn[2]]), 0), 'the new one was not written over');
        }
    }

    public function test_two_edits_with_one_tag_are_one_edit(): void
    {
        $this->account('edited@post.example', password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]));
        $cookie = self::$server->cookieOf('edited@post.example', self::PASSWORD, 'pages');
        $version = $this->number("SELECT version FROM accounts WHERE email = 'edited@post.example'");
        $edit = static fn (int $index): array => ['PATCH', '/account', ['name' => "Name {$index}"], [$cookie, "If-Match: \"v{$version}\""]];
        $answers = self::$server->sendAll(array_map($edit, range(1, 8)));
        $statuses = array_count_values(array_column($answers, 0));
        ksort($statuses);
        self::assertSame([200 => 1, 412 => 7], $statuses);
        self::assertSame($version + 1, $this->number("SELECT version FROM accounts WHERE email = 'edited@post.example'"));
        self::assertSame(1, $this->number("SELECT count(*) FROM audit_events WHERE event = 'account.name_changed'"));
    }

    public function test_of_many_publications_at_once_one_counts(): void
    {
        $keeper = [self::$server->cookieOf(DemoKeeper::EMAIL, DemoKeeper::PASSWORD), 'Kennel-Surface: console'];
        $base = $this->number('SELECT max(number) FROM rule_revisions');
        $document = array_replace_recursive(InForce::read(self::$server->database()), ['password' => ['minimum' => 13]]);
        self::assertSame(200, self::$server->sendAll([['PUT', '/rules/draft', ['document' => $document], [...$keeper, "If-Match: \"r{$base}.v0\""]]])[0][0]);
        $version = $this->number('SELECT max(version) FROM rule_draft_saves');
        $tag = "If-Match: \"r{$base}.v{$version}\"";
        self::assertSame(200, self::$server->sendAll([['POST', '/rules/draft/review', null, [...$keeper, $tag]]])[0][0]);
        $answers = self::$server->sendAll(array_fill(0, 4, ['POST', '/rules/draft/publish', ['reason' => 'x', 'overrule' => 'x'], [...$keeper, $tag]]));
        self::assertSame([201 => 1, 412 => 3], array_replace([201 => 0, 412 => 0], array_count_values(array_column($answers, 0))));
        self::assertSame($base + 1, $this->number('SELECT max(number) FROM rule_revisions'));

        $file = self::$server->directory.'/minimum-14.json';
        file_put_contents($file, json_encode(array_replace_recursive($document, ['password' => ['minimum' => 14]]), JSON_THROW_ON_ERROR));
        $newest = $base + 1;
        $exits = self::$server->artisanAll(array_fill(0, 3, ['kennel:rules', 'apply', $file, "--base={$newest}", '--reason=x', '--overrule=x']));
        self::assertSame($newest + 1, $this->number('SELECT max(number) FROM rule_revisions'), implode(' ', $exits));
    }

    public function test_ten_suspensions_at_once_of_the_last_two_keepers_leave_one(): void
    {
        $keepers = $this->column("SELECT a.email FROM accounts a JOIN assignments r ON r.account_id = a.id WHERE r.role_key = 'keeper' ORDER BY a.seq");
        self::assertCount(5, $keepers);
        $maren = self::$server->cookieOf($keepers[0], DemoKeeper::PASSWORD);
        $id = fn (string $email): string => $this->column("SELECT id FROM accounts WHERE email = '{$email}'")[0];
        $suspend = static fn (string $cookie, string $account): array => ['POST', "/accounts/{$account}/suspend", ['reason' => 'x'], [$cookie, 'Kennel-Surface: console', 'If-Match: *']];
        foreach (array_slice($keepers, 2) as $other) {
            self::assertSame(200, self::$server->sendAll([$suspend($maren, $id($other))])[0][0]);
        }
        $oriel = self::$server->cookieOf($keepers[1], DemoKeeper::PASSWORD);
        $each = [$suspend($maren, $id($keepers[1])), $suspend($oriel, $id($keepers[0]))];
        $answers = self::$server->sendAll([...$each, ...$each, ...$each, ...$each, ...$each]);
        self::assertSame(1, count(array_keys(array_column($answers, 0), 200, true)), json_encode(array_column($answers, 0), JSON_THROW_ON_ERROR));
        self::assertSame(1, $this->number("SELECT count(*) FROM accounts a JOIN assignments r ON r.account_id = a.id WHERE r.role_key = 'keeper' AND a.status = 'active'"));
        self::$server->database()->exec("UPDATE accounts SET status = 'active' WHERE id IN (SELECT account_id FROM assignments WHERE role_key = 'keeper')");
    }

    public function test_of_two_roles_that_exclude_each_other_given_at_once_one_is_given(): void
    {
        $keepers = [[self::$server->cookieOf(DemoKeeper::EMAIL, DemoKeeper::PASSWORD), 'Kennel-Surface: console'], [self::$server->cookieOf('oriel@alderwend.example', DemoKeeper::PASSWORD), 'Kennel-Surface: console']];
        foreach (range(1, 4) as $round) {
            $id = $this->account("torn{$round}@post.example", password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]));
            $give = static fn (int $who, string $role): array => ['PUT', "/accounts/{$id}/roles/{$role}", ['reason' => 'x'], $keepers[$who]];
            $answers = self::$server->sendAll([$give(0, 'reviewer'), $give(1, 'auditor'), $give(0, 'auditor'), $give(1, 'reviewer'), $give(0, 'steward')]);
            self::assertSame([], array_diff(array_column($answers, 0), [200, 422]));
            $held = $this->column("SELECT role_key FROM assignments WHERE account_id = '{$id}'");
            self::assertTrue($held === ['auditor'] || array_diff($held, ['reviewer', 'steward']) === [], implode(' ', $held));
            self::assertNotSame([], $held);
        }
    }

    public function test_ten_takings_at_once_of_the_last_two_keepers_roles_leave_one(): void
    {
        $keepers = $this->column("SELECT a.email FROM accounts a JOIN assignments r ON r.account_id = a.id WHERE r.role_key = 'keeper' ORDER BY a.seq");
        $id = fn (string $email): string => $this->column("SELECT id FROM accounts WHERE email = '{$email}'")[0];
        $take = static fn (string $cookie, string $account): array => ['DELETE', "/accounts/{$account}/roles/keeper?reason=x", null, [$cookie, 'Kennel-Surface: console']];
        [$maren, $oriel] = [self::$server->cookieOf($keepers[0], DemoKeeper::PASSWORD), self::$server->cookieOf($keepers[1], DemoKeeper::PASSWORD)];
        foreach (array_slice($keepers, 2) as $other) {
            self::assertSame(204, self::$server->sendAll([$take($maren, $id($other))])[0][0]);
        }
        $each = [$take($maren, $id($keepers[1])), $take($oriel, $id($keepers[0]))];
        $answers = self::$server->sendAll([...$each, ...$each, ...$each, ...$each, ...$each]);
        self::assertSame(1, count(array_keys(array_column($answers, 0), 204, true)), json_encode(array_column($answers, 0), JSON_THROW_ON_ERROR));
        self::assertSame(1, $this->number("SELECT count(*) FROM assignments WHERE role_key = 'keeper'"));
        foreach ($keepers as $email) {
            self::$server->database()->exec("INSERT OR IGNORE INTO assignments (account_id, role_key, assigned_by, why, assigned_at) SELECT id, 'keeper', 'the test', 'as before', '2026-01-01T00:00:00.000Z' FROM accounts WHERE email = '{$email}'");
        }
    }

    /** @return string the id of an active account that owes nothing */
    private function account(string $email, string $hash): string
    {
        $id = '01890a5d-ac96-774b-bcce-'.substr(md5($email), 0, 12);
        self::$server->database()->prepare("INSERT INTO accounts (id, app_key, name, name_key, email, lookup_key, status, email_proven_at, terms_version, password_hash, hash_kind, created_at, search) VALUES (?, NULL, 'Raced', 'raced', ?, ?, 'active', '2026-01-01T00:00:00.000Z', '2026-09-03', ?, ?, '2026-01-01T00:00:00.000Z', '')")
            ->execute([$id, $email, $email, $hash, \Kennel\Core\Credentials\Passwords\HashKind::of($hash)]);

        return $id;
    }

    /** @return list<string> */
    private function column(string $sql): array
    {
        return array_map(strval(...), self::$server->database()->query($sql)->fetchAll(\PDO::FETCH_COLUMN));
    }

    private function number(string $sql): int
    {
        return (int) self::$server->database()->query($sql)->fetchColumn();
    }
}
