<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Support\Facades\DB;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\Tests\Feature\DoorTestCase;

final class SignInTest extends DoorTestCase
{
    public function test_opens_a_session_and_shows_it(): void
    {
        $account = $this->holder();
        $response = $this->signIn();
        $response->assertCreated();
        $cookie = $response->headers->getCookies()[0];
        self::assertSame('__Host-kennel-pages', $cookie->getName());
        self::assertTrue($cookie->isSecure() && $cookie->isHttpOnly() && $cookie->getSameSite() === 'strict' && $cookie->getPath() === '/' && $cookie->getDomain() === null);
        self::assertSame(0, $cookie->getExpiresTime(), 'ends with the browser');
        self::assertStringNotContainsString((string) $cookie->getValue(), (string) $response->getContent());
        self::assertSame(hash('sha256', (string) $cookie->getValue()), DB::table('sessions')->value('token_digest'));

        $session = $this->knock('GET', '/session')->assertOk();
        self::assertSame([$account->id, 'full', []], [$session->json('account.id'), $session->json('standing.access'), $session->json('permissions')]);
    }

    public function test_kept_sessions_outlive_the_browser(): void
    {
        $this->holder();
        $expires = $this->signIn(keep: true)->headers->getCookies()[0]->getExpiresTime();
        self::assertSame($this->clock->now()->modify('+30 days')->getTimestamp(), $expires);
    }

    public function test_one_answer_for_unknown_wrong_suspended_closed_and_unverifiable(): void
    {
        $this->holder('tam@post.example');
        foreach (['suspended', 'closed'] as $status) {
            $account = $this->holder("{$status}@post.example");
            DB::table('accounts')->where('id', $account->id)->update(['status' => $status, 'closed_at' => $status === 'closed' ? '2026-05-01T12:00:00.000Z' : null]);
        }
        $old = $this->holder('old@post.example');
        DB::table('accounts')->where('id', $old->id)->update(['password_hash' => '$y$j9T$'.self::PASSWORD]);
        $answers = [];
        foreach ([['nobody@post.example', self::PASSWORD], ['tam@post.example', 'wrong'], ['suspended@post.example', self::PASSWORD], ['closed@post.example', self::PASSWORD], ['old@post.example', self::PASSWORD], ['not an address', self::PASSWORD]] as [$email, $password]) {
            $response = $this->knock('POST', '/sessions', ['email' => $email, 'password' => $password]);
            self::assertSame(401, $response->getStatusCode(), $email);
            $answers[] = json_encode(array_diff_key((array) $response->json(), ['act_id' => '']), JSON_THROW_ON_ERROR);
        }
        self::assertCount(1, array_unique($answers));
        self::assertSame(0, self::rows('sessions'));
        self::assertSame([5, 6], [DB::table('audit_events')->where('event', 'session.refused')->count(), (int) DB::table('stranger_tallies')->where('event', 'session.refused')->sum('tally')], 'both that have no account are one');
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('olderHashes')]
    public function test_an_older_hash_signs_in_and_is_renewed(string $stored): void
    {
        $old = $this->holder('old@post.example');
        DB::table('accounts')->where('id', $old->id)->update(['password_hash' => $stored, 'hash_kind' => 'old']);
        $this->knock('POST', '/sessions', ['email' => 'old@post.example', 'password' => 'wrong'])->assertStatus(401);
        self::assertSame($stored, DB::table('accounts')->where('id', $old->id)->value('password_hash'));
        $this->signIn('old@post.example')->assertCreated();
        self::assertSame('Argon2id 7168/1/1', DB::table('accounts')->where('id', $old->id)->value('hash_kind'));
        $this->signIn('old@post.example')->assertCreated();
    }

    /** @return array<string, array{string}> */
    public static function olderHashes(): array
    {
        return [
            'salted SHA-1' => ['{SSHA}'.base64_encode(sha1(self::PASSWORD.'salt', true).'salt')],
            'bcrypt' => [password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4])],
            'crypt(3)' => [crypt(self::PASSWORD, '$6$rounds=1000$saltsalt$')],
            'PBKDF2' => ['$pbkdf2-sha256$i=1000$c2FsdA$'.rtrim(base64_encode(hash_pbkdf2('sha256', self::PASSWORD, 'salt', 1000, 32, true)), '=')],
            'a bare digest' => ['$digest$md5$password$$'.md5(self::PASSWORD)],
        ];
    }

    public function test_a_pending_account_is_signed_in_but_limited(): void
    {
        $this->holder(proven: false);
        $this->signIn()->assertCreated();
        $session = $this->knock('GET', '/session');
        self::assertSame(['limited', ['verify_email'], 'duty.verify_email'], [$session->json('standing.access'), $session->json('standing.duties'), $session->json('standing.reasons.0.code')]);
    }

    public function test_does_not_check_the_policy(): void
    {
        $account = $this->holder();
        DB::table('accounts')->where('id', $account->id)->update(['password_hash' => password_hash('short', PASSWORD_BCRYPT, ['cost' => 4])]);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'short'])->assertCreated();
        $renewed = Account::query()->firstOrFail();
        self::assertStringStartsWith('$argon2id$', $renewed->password_hash, 'hashed anew');
        self::assertSame('Argon2id 7168/1/1', $renewed->hash_kind);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'short'])->assertCreated();
    }

    public function test_signing_in_again_ends_the_former_session(): void
    {
        $this->holder();
        $this->signIn();
        $former = $this->cookies();
        $this->signIn();
        self::assertNotSame($former, $this->cookies());
        self::assertSame([1, 1], [DB::table('sessions')->whereNotNull('ended_at')->count(), DB::table('sessions')->whereNull('ended_at')->count()]);
    }

    public function test_signing_in_is_being_seen(): void
    {
        $account = $this->holder();
        self::assertSame('', DB::table('accounts')->where('id', $account->id)->value('seen_at'));
        $this->clock->move('+3 days');
        $this->signIn();
        self::assertSame('2026-05-04T12:00:00.000Z', DB::table('accounts')->where('id', $account->id)->value('seen_at'));
    }

    public function test_a_session_that_ended_keeps_why(): void
    {
        $account = $this->holder();
        $this->signIn();
        $this->signIn();
        $this->app->make(EndSessions::class)->allOf($account->id, 'suspended');
        self::assertSame(['signed in anew', 'suspended'], DB::table('sessions')->orderBy('seq')->pluck('ended_by')->all());
    }

    public function test_signing_out_ends_it_on_the_server(): void
    {
        $this->holder();
        $this->signIn();
        $cookie = $this->cookies()['__Host-kennel-pages'];
        $this->knock('DELETE', '/session')->assertNoContent();
        self::assertSame('', $this->cookies()['__Host-kennel-pages']);
        $this->knock('GET', '/session')->assertStatus(401);
        $this->knock('GET', '/session', cookies: ['__Host-kennel-pages' => $cookie])->assertStatus(401);
        self::assertNotNull(DB::table('sessions')->value('ended_at'));
        $this->knock('DELETE', '/session')->assertNoContent();
    }

    public function test_idle_and_old_sessions_are_refused_and_purged(): void
    {
        $this->holder();
        $this->signIn();
        $this->clock->move('+119 minutes');
        $this->knock('GET', '/session')->assertOk();
        $this->clock->move('+119 minutes');
        $this->knock('GET', '/session')->assertOk();
        $this->clock->move('+120 minutes');
        $this->knock('GET', '/session')->assertStatus(401);
        $this->clock->move('+25 hours');
        $this->command('kennel:purge');
        self::assertSame(0, self::rows('sessions'));
    }

    public function test_the_two_surfaces_do_not_mix(): void
    {
        $this->keeper();
        $this->knock('GET', '/session', surface: 'pages')->assertStatus(401);
        $this->ask('/session')->assertOk()->assertJsonPath('permissions', ['kennel:*']);
    }

    public function test_says_what_is_missing(): void
    {
        self::assertSame(['email.required', 'password.required'], self::codes($this->knock('POST', '/sessions', ['email' => ' '])->assertStatus(422)));
    }

    public function test_a_browser_is_kept_as_far_as_a_name_goes(): void
    {
        $this->holder();
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD], ['User-Agent' => str_repeat('é', 300)])->assertCreated();
        self::assertSame(255, mb_strlen((string) DB::table('sessions')->value('user_agent')));
    }

    public function test_a_session_of_an_account_that_may_not_sign_in_is_none_whatever_became_of_it(): void
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $this->knock('GET', '/session')->assertOk();
        DB::table('accounts')->where('id', $account->id)->update(['status' => 'suspended']);
        $this->knock('GET', '/session')->assertStatus(401);
    }
}
