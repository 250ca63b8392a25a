<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Messaging\Mail;

use Illuminate\Support\Facades\DB;
use Kennel\App\Messaging\Mail\AllowanceUsedUp;
use Kennel\App\Messaging\Mail\Deliveries;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Tests\Feature\DoorTestCase;

/** So many a day: what exceeds it waits, is told until when, and goes out then. */
final class AllowanceTest extends DoorTestCase
{
    public function test_what_exceeds_the_day_waits_for_the_next_and_goes_out_then(): void
    {
        $this->keeper();
        config(['rules.messages.allowance' => ['a_day' => 2, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 0]]);
        foreach (['a', 'b', 'c'] as $name) {
            $this->queue(MessageKind::PasswordChanged, "{$name}@post.example");
        }
        $this->work('mail');
        self::assertSame(['held', 'held', 'queued'], DB::table('messages')->orderBy('seq')->pluck('state')->all());
        $id = (string) DB::table('messages')->orderByDesc('seq')->value('id');
        $next = $this->clock->now()->setTime(0, 0)->modify('+1 day');
        $shown = $this->ask("/messages/{$id}")->assertJsonPath('attempts', 0);
        self::assertSame([['event' => 'waiting', 'said' => null, 'at' => $shown->json('events.0.at'), 'next_at' => $next->format('Y-m-d\TH:i:s.v\Z')]], $shown->json('events'));
        $this->ask('/mail/allowance')->assertOk()->assertJson(['a_day' => 2, 'used' => 2, 'waiting' => 1])->assertJsonPath('used_up_at', $this->clock->now()->format('Y-m-d\TH:i:s.v\Z'));
        $this->comeBack();
        self::assertSame('queued', DB::table('messages')->where('id', $id)->value('state'), 'not before');
        self::assertSame(1, self::rows('message_events') - 2, 'and it is said once a day');
        $this->clock->move('+'.($next->getTimestamp() - $this->clock->now()->getTimestamp() + 60).' seconds');
        $this->comeBack();
        self::assertSame('held', DB::table('messages')->where('id', $id)->value('state'));
        self::assertSame(['waiting', 'held'], DB::table('message_events')->orderBy('seq')->skip(2)->take(5)->pluck('event')->all());
    }

    public function test_a_rule_that_is_raised_counts_at_the_next_look(): void
    {
        config(['rules.messages.allowance' => ['a_day' => 1, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 0]]);
        $this->queue(MessageKind::PasswordChanged, 'a@post.example');
        $this->queue(MessageKind::PasswordChanged, 'b@post.example');
        $this->work('mail');
        config(['rules.messages.allowance.a_day' => 5]);
        $this->comeBack();
        self::assertSame(['held', 'held'], DB::table('messages')->orderBy('seq')->pluck('state')->all());
    }

    public function test_a_reset_goes_out_where_a_notice_waits(): void
    {
        config(['rules.messages.allowance' => ['a_day' => 2, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 50]]);
        $this->queue(MessageKind::PasswordChanged, 'a@post.example');
        $this->queue(MessageKind::PasswordChanged, 'b@post.example');
        $this->queue(MessageKind::ResetPassword, 'c@post.example');
        $this->work('mail');
        self::assertSame(['held', 'queued', 'held'], DB::table('messages')->orderBy('seq')->pluck('state')->all());
    }

    public function test_one_address_and_one_app_have_limits_of_their_own(): void
    {
        config(['rules.messages.allowance' => ['a_day' => 0, 'an_address' => 1, 'an_app' => 2, 'kept_back' => 0]]);
        $a = $this->queue(MessageKind::PasswordChanged, 'a@post.example');
        DB::transaction(fn () => $this->app->make(Messages::class)->queueToHolder(MessageKind::ResetPassword, $a, 'reset', ['minutes' => 60]));
        $this->queue(MessageKind::PasswordChanged, 'b@post.example');
        $this->queue(MessageKind::PasswordChanged, 'c@post.example');
        $this->work('mail');
        self::assertSame(['held', 'queued', 'held', 'queued'], DB::table('messages')->orderBy('seq')->pluck('state')->all());
    }

    /** What is being sent counts already: the last one of a day has one taker. */
    public function test_two_workers_do_not_both_take_the_last_one(): void
    {
        config(['rules.messages.allowance' => ['a_day' => 1, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 0]]);
        $this->queue(MessageKind::PasswordChanged, 'a@post.example');
        $this->queue(MessageKind::PasswordChanged, 'b@post.example');
        [$first, $second] = DB::table('messages')->orderBy('seq')->pluck('id')->all();
        self::assertNotNull($this->app->make(Deliveries::class)->claim((string) $first));
        $this->expectException(AllowanceUsedUp::class);
        $this->app->make(Deliveries::class)->claim((string) $second);
    }

    private function queue(MessageKind $kind, string $address): \Kennel\App\Directory\Accounts\Account
    {
        $account = $this->holder($address, 'Somebody');
        DB::transaction(fn () => $this->app->make(Messages::class)->queueToHolder($kind, $account, 'reset', ['how' => 'by_link', 'minutes' => 60]));

        return $account;
    }

    /** The jobs that were put off, as if their time had come. */
    private function comeBack(): void
    {
        $this->app->forgetScopedInstances();
        DB::table('jobs')->update(['available_at' => 0]);
        $this->work('mail');
    }
}
