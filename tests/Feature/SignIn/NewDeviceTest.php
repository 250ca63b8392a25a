<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Tests\Feature\DoorTestCase;

/** Holders are told of a sign-in on a device that was not used before. */
final class NewDeviceTest extends DoorTestCase
{
    private static function told(): int
    {
        return DB::table('messages')->where('kind', 'new_sign_in')->count();
    }

    private function signInAs(string $program): TestResponse
    {
        return $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => self::PASSWORD], ['User-Agent' => $program])->assertCreated();
    }

    public function test_of_another_browser_and_never_twice_of_the_same(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        self::assertSame(0, self::told(), 'the first one is where the account begins');
        $this->signIn()->assertCreated();
        $this->inBrowserOf('another')->signIn()->assertCreated();
        self::assertSame(1, self::told());
        $this->inBrowserOf('another')->signIn(surface: 'console')->assertCreated();
        $this->inBrowserOf('the first')->signIn()->assertCreated();
        self::assertSame(1, self::told());
        $text = $this->app->make(Composition::class)->open((string) DB::table('messages')->where('kind', 'new_sign_in')->value('sealed'))['text'];
        self::assertMatchesRegularExpression('/Firefox\s+on\s+Linux,\s+from\s+198\.51\.100\.7,\s+1\s+May\s+2026/', $text);
    }

    public function test_one_device_of_two_people_is_known_to_each_by_a_mark_of_its_own(): void
    {
        $this->holder();
        $this->holder('bo@post.example', 'Bo');
        $this->signIn()->assertCreated();
        $this->signIn('bo@post.example')->assertCreated();
        self::assertSame(0, self::told());
        self::assertCount(2, DB::table('known_devices')->pluck('mark')->unique());
    }

    public function test_a_program_that_keeps_no_cookies_is_known_by_its_name_and_place(): void
    {
        $this->holder();
        foreach (['portal/1.0', 'portal/1.0', 'other/2.0', 'other/2.0'] as $program) {
            $this->forgetCookies();
            $this->signInAs($program);
        }
        self::assertSame(1, self::told());
    }

    public function test_a_mark_is_given_to_nobody_who_was_refused_and_few_are_kept(): void
    {
        $tam = $this->holder();
        $refused = $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'not the one of it', 'keep' => false])->assertUnauthorized();
        self::assertSame([], $refused->headers->getCookies());
        DB::table('known_devices')->insert(array_map(static fn (int $at): array => ['account_id' => $tam->id, 'mark' => "m{$at}", 'seen_at' => sprintf('2026-01-%02dT00:00:%02d.000Z', intdiv($at, 10) + 1, $at % 60)], range(1, 60)));
        $this->signIn()->assertCreated();
        self::assertLessThanOrEqual(41, DB::table('known_devices')->count());
    }
}
