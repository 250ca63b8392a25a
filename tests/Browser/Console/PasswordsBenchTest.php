<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverBy;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** The station where passwords are decided, measured and brought along. */
final class PasswordsBenchTest extends BrowserTestCase
{
    public function test_calibration_is_seen_to_move_can_be_stopped_and_is_followed_from(): void
    {
        $page = $this->enterConsole('/passwords/hashing')->see('Nothing is measured yet')->press('Measure');
        $dots = static fn (): int => count($page->driver->findElements(WebDriverBy::cssSelector('figure circle.fill-petrol')));
        $page->until(static fn (): bool => $dots() >= 2, 'the first points');
        $seen = $dots();
        $page->until(static fn (): bool => $dots() > $seen, 'more points');
        $this->assertAccessible();
        $page->press('Cancel measuring')->see('Measure again');
        $stopped = $dots();
        self::assertLessThan(50, $stopped);

        // Measured to the end it would take half a minute: the figures of a machine stand in.
        $points = [];
        foreach ([7168, 9216, 12288, 19456, 47104, 65536, 131072] as $memory) {
            foreach ([1, 2, 3, 4, 5] as $passes) {
                $points[] = ['memory' => $memory, 'passes' => $passes, 'seconds' => 2e-6 * $memory * $passes];
            }
        }
        self::$server->database()->prepare("UPDATE calibrations SET state = 'done', points = ?, efficiency = 0.8, cores = 2, finished_at = started_at")->execute([json_encode($points, JSON_THROW_ON_ERROR)]);
        $page = $this->visit('/console/passwords/hashing')->see('Suggested')->see('The busiest hour in the trail');
        $page->type('Target time', '400')->keys("\u{E007}");
        $page->see('399 ms');
        $page->type('Memory for all of them', '128')->keys("\u{E007}");
        $page->see('65536 / 3')->press('Put into the draft')->see('changed')->see('Review and publish…');
        self::assertSame('65536', $page->box('Memory')->getAttribute('value'));
        $this->assertAccessible();
        $page->press('Measure impact')->see('below the rule, and renewed');
    }

    public function test_a_policy_is_tried_before_it_counts_and_guidance_follows(): void
    {
        $page = $this->enterConsole('/passwords/policy')->see('Try a password under')->type('Password', 'Gauge1');
        $page->see('Characters 1 to 5')->see('At least 12 characters');
        $page->type('Digits', '2')->keys("\u{E007}");
        $page->see("At least 2 of: digits\n: not met yet")->see('Required: digits 2.')->see('Set digits 0');
        $page->type('Password', 'slow green otters 44')->see("At least 2 of: digits\n: met");
        $this->assertAccessible();
        $page->press('Set digits 0')->see('There are none.');
        $page->type('Minimum length', '300')->keys("\u{E007}");
        $page->see('At most 256.');
    }

    public function test_the_trend_and_what_is_stranded_are_shown(): void
    {
        $page = $this->enterConsole('/passwords')->see('As people sign in')->see('95 % will be reached on');
        self::$server->database()->exec("UPDATE accounts SET password_hash = '\$peppered\$lost' || password_hash, hash_kind = hash_kind || ' + pepper lost' WHERE hash_kind = 'bcrypt 10'");
        $page = $this->visit('/console/passwords')->see('cannot sign in by password')->see('key missing: nobody with it can sign in');
        $page->press('See accounts')->see('bcrypt 10 + pepper lost')->see('shown');
        $this->assertAccessible();
    }

    public function test_older_hashes_are_wrapped_at_once_with_a_reason(): void
    {
        $older = (int) self::$server->database()->query("SELECT count(*) FROM accounts WHERE hash_kind NOT LIKE 'Argon2id%' AND hash_kind NOT LIKE '%pepper%'")->fetchColumn();
        $page = $this->enterConsole('/passwords')->press("Wrap {$older} older hashes…")->see("Wrap {$older} older hashes?")->see('portable phpass 2^13');
        $page->press('Wrap hashes')->see('Give a reason; it goes into the audit trail.');
        $this->assertAccessible();
        $page->type('Reason', 'A backup went missing')->press('Wrap hashes')->see('Every older hash is enclosed in Argon2id.');
        $page->see('wrapped portable phpass in Argon2id');
        self::assertSame($older, (int) self::$server->database()->query("SELECT count(*) FROM accounts WHERE hash_kind LIKE 'wrapped %'")->fetchColumn());
        $this->visit('/a/gaugebook/sign-in')->type('E-mail address', 'hedda@alderwend.example')->type('Password', 'heron weir lantern')->press('Sign in')->see('Hello, Hedda');
        self::assertSame('Argon2id 47104/1/1', self::$server->database()->query("SELECT hash_kind FROM accounts WHERE email = 'hedda@alderwend.example'")->fetchColumn());
    }
}
