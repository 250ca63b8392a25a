<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Support\Facades\DB;
use Illuminate\Translation\Translator;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Tests\Feature\DoorTestCase;

/** Small things that everything else stands on: JSON columns, pulses, "last seen", and words for reasons. */
final class StoredTest extends DoorTestCase
{
    public function test_json_goes_in_and_comes_out_in_its_form(): void
    {
        $object = new AsJson('object');
        $array = new AsJson('array');
        $model = new Account;
        self::assertSame(['{}', '{"a":[]}', '[1]', '"é/"'], array_map(static fn (mixed $value): string => $object->set($model, 'x', $value, []), [[], ['a' => []], [1], 'é/']));
        self::assertSame(['[]', '{"a":[]}'], array_map(static fn (mixed $value): string => $array->set($model, 'x', $value, []), [[], ['a' => []]]));
        self::assertEquals(['a' => (object) []], $object->get($model, 'x', '{"a":{}}', []));
        self::assertSame(['a' => []], $array->get($model, 'x', '{"a":{}}', []));
        self::assertNull($array->get($model, 'x', null, []));
    }

    public function test_a_pulse_is_written_down_every_twenty_seconds_and_when_the_clock_was_set_back(): void
    {
        $pulses = $this->app->make(Pulses::class);
        $beats = function (string $move) use ($pulses): ?string {
            $this->clock->move($move);
            $pulses->beat(Pulses::LONG);

            return $pulses->last(Pulses::LONG)?->format('H:i:s');
        };
        self::assertSame(['12:00:00', '12:00:00', '12:00:20', '11:59:40'], [$beats('+0 seconds'), $beats('+19 seconds'), $beats('+1 second'), $beats('-40 seconds')]);
        self::assertNull($pulses->last(Pulses::SCHEDULE));
        DB::statement('DROP TABLE pulses');
        $this->clock->move('+1 hour');
        $pulses->beat(Pulses::LONG);
    }

    public function test_a_pulse_that_cannot_be_written_is_reported_and_ends_nothing(): void
    {
        \Illuminate\Support\Facades\Exceptions::fake();
        \Illuminate\Support\Facades\Schema::drop('pulses');
        $this->app->make(Pulses::class)->beat('mail');
        \Illuminate\Support\Facades\Exceptions::assertReported(\Illuminate\Database\QueryException::class);
    }

    public function test_an_account_is_seen_by_what_its_holder_does(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $seen = static fn (): array => [DB::table('accounts')->value('seen_at'), DB::table('sessions')->value('seen_at')];
        self::assertSame(['2026-05-01T12:00:00.000Z', '2026-05-01T12:00:00.000Z'], $seen());
        $this->clock->move('+10 minutes');
        $this->knock('GET', '/session')->assertOk();
        self::assertSame(['2026-05-01T12:10:00.000Z', '2026-05-01T12:10:00.000Z'], $seen());
    }

    public function test_a_reason_without_words_is_said_by_its_code(): void
    {
        $this->app->make(Translator::class)->handleMissingKeysUsing(null);
        $words = $this->app->make(Words::class);
        self::assertSame('nothing.of_the_kind', $words->say(new Reason('nothing.of_the_kind')));
        self::assertSame('email', $words->say(new Reason('email')), 'a whole chapter is no sentence');
        self::assertSame(['There is an account with this address already.'], $words->refusal(Refusal::invalid([new Reason('import.taken', 'address')])));
        self::assertSame([__('problems.request.not_found.detail')], $words->refusal(Refusal::notFound()));
        self::assertSame(['nothing.of_the_kind'], $words->refusal(Refusal::conflict('nothing.of_the_kind')));
        self::assertStringContainsString('12', $words->say(new Reason('password.too_short', 'password', ['minimum' => 12, 'length' => 3])));
    }
}
