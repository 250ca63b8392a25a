<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Nothing happens twice, and nothing is stuck for good: pressed again and again, or over a network that fails for a moment. */
final class OnceTest extends BrowserTestCase
{
    private const PASSWORD = 'slow green otters swim';

    private const NEW = 'seven grey herons wait';

    public function test_a_reset_link_that_is_pressed_again_and_again_sets_one_password_and_says_so(): void
    {
        self::$server->postAll('/recoveries', [['email' => 'kofi@alderwend.example']]);
        $page = $this->visit($this->linkTo('reset', 'kofi@alderwend.example'))->see('Choose a new password');
        $page->type('New password', self::NEW)->type('Repeat password', self::NEW)->see('✓ the same');
        $page->pressTwice('Set new password')->see('Your new password is set');
        self::assertSame([201], array_column(self::$server->postAll('/sessions', [['email' => 'kofi@alderwend.example', 'password' => self::NEW]]), 0));
    }

    public function test_a_sign_in_that_is_pressed_again_and_again_opens_one_session(): void
    {
        $sessions = static fn (): int => (int) self::$server->database()->query("SELECT count(*) FROM sessions s JOIN accounts a ON a.id = s.account_id WHERE a.email = 'oriel@alderwend.example'")->fetchColumn();
        $before = $sessions();
        $page = $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'oriel@alderwend.example')->type('Password', DemoKeeper::PASSWORD);
        $page->pressTwice('Sign in')->see('Hello, Oriel Vance');
        self::assertSame($before + 1, $sessions());
    }

    public function test_a_sign_up_goes_on_after_a_network_that_failed_and_without_a_verdict(): void
    {
        $page = $this->visit('/a/gaugebook/sign-up')->see('Create your account');
        $page->unreachable(['*/verdict', '*/api/v1/signups']);
        $page->type('Full name', 'Ngozi Adeyemi-Holt')->type('E-mail address', 'hiccup@post.example')->type('Password', self::PASSWORD)->type('Repeat password', self::PASSWORD)->see('✓ the same')->press('I accept the terms of 3 September 2026');
        $page->press('Create account')->see('Kennel could not be reached. Nothing was lost; try again.');
        self::assertSame('Ngozi Adeyemi-Holt', $page->box('Full name')->getAttribute('value'));
        $page->complaints();
        $page->unreachable(['*/verdict']);
        $page->pressTwice('Create account')->see('Check your mail')->see('hiccup@post.example');
        $page->unreachable([]);
        $page->complaints();
        self::assertSame([1, 1], array_map(static fn (string $what): int => (int) self::$server->database()->query($what)->fetchColumn(), ["SELECT count(*) FROM accounts WHERE email = 'hiccup@post.example'", "SELECT count(*) FROM messages WHERE recipient = 'hiccup@post.example'"]));
    }

    private function linkTo(string $page, string $email): string
    {
        $id = '';
        self::$browser->until(static function () use ($email, &$id): bool {
            $id = (string) self::$server->database()->query("SELECT id FROM messages WHERE recipient = '{$email}' ORDER BY seq DESC LIMIT 1")->fetchColumn();

            return $id !== '';
        }, 'the message');

        return "/a/gaugebook/{$page}#t=".self::$server->tokenOf($id);
    }
}
