<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Messaging\Mail;

use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\DeliverMessage;
use Kennel\Tests\Feature\DoorTestCase;

/** Text messages: the same outbox and timeline, another gateway. */
final class TextTest extends DoorTestCase
{
    private function send(string $to = '+47 21 93 00 00', string $text = 'Kennel: 482 913'): TestResponse
    {
        return $this->knock('POST', '/texts', ['to' => $to, 'text' => $text], surface: 'console');
    }

    private function gateway(int $status): Factory
    {
        config(['kennel.texts' => 'https://texts.example/send', 'kennel.texts_token' => 'a-token']);
        $http = new Factory;
        $http->fake(['https://texts.example/send' => $http->response('', $status)]);
        $this->app->instance(Factory::class, $http);

        return $http;
    }

    public function test_held_by_the_stand_in_with_its_parts_and_steps(): void
    {
        config(['rules.messages.allowance' => ['a_day' => 1, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 100]]);
        $this->keeper();
        $id = $this->send()->assertStatus(202)->assertJsonPath('recipient', '+4721930000')->assertJsonPath('channel', 'text')->json('id');
        $this->work('mail');
        $shown = $this->ask("/messages/{$id}")->assertOk()->assertJsonPath('state', 'held')->assertJsonPath('text', 'Kennel: 482 913')
            ->assertJsonPath('parts', ['alphabet' => 'gsm7', 'units' => 15, 'parts' => 1, 'left' => 145]);
        self::assertSame(['held'], array_column($shown->json('events'), 'event'), 'and the day’s messages are another account');
        self::assertStringContainsString('482 913', (string) $this->ask("/messages/{$id}/html")->assertOk()->getContent());
        $this->ask("/messages/{$id}/eml")->assertNotFound();
        self::assertSame(0, $this->ask('/mail/allowance')->json('used'));
        self::assertSame(['+4721930000'], array_column($this->ask('/mailboxes')->json('items'), 'address'));
    }

    public function test_parts_are_counted_while_it_is_typed(): void
    {
        $this->keeper();
        $this->knock('POST', '/texts/count', ['text' => str_repeat('я', 71)], surface: 'console')->assertOk()->assertExactJson(['alphabet' => 'ucs2', 'units' => 71, 'parts' => 2, 'left' => 63]);
    }

    public function test_what_is_no_number_and_no_text_is_refused(): void
    {
        $this->keeper();
        self::assertSame(['text.number', 'text.empty'], self::codes($this->send('21 93 00 00', ' ')->assertUnprocessable()));
        self::assertSame(['text.too_many_parts'], self::codes($this->send(text: str_repeat('a', 1_000))->assertUnprocessable()));
        self::assertSame(0, DB::table('messages')->count());
    }

    public function test_a_gateway_is_handed_each_under_its_id_with_the_token(): void
    {
        $this->keeper();
        $http = $this->gateway(202);
        $id = $this->send()->assertStatus(202)->json('id');
        $this->work('mail');
        self::assertSame('sent', DB::table('messages')->where('id', $id)->value('state'));
        $http->assertSent(static fn (Request $request): bool => $request->data() === ['id' => $id, 'to' => '+4721930000', 'text' => 'Kennel: 482 913']
            && $request->hasHeader('Authorization', 'Bearer a-token') && $request->hasHeader('Idempotency-Key', (string) $id));
        $http->assertSentCount(1);
    }

    public function test_a_gateway_that_cannot_is_asked_again_and_one_that_will_not_is_not(): void
    {
        $this->keeper();
        foreach ([[503, 'retrying'], [429, 'retrying'], [302, 'retrying'], [400, 'failed']] as [$status, $state]) {
            $this->gateway($status);
            $id = $this->send()->assertStatus(202)->json('id');
            $this->app->call([new DeliverMessage((string) $id), 'handle']);
            self::assertSame([$state, "The gateway for text messages answered {$status}"], array_values((array) DB::table('messages')->where('id', $id)->first(['state', 'last_error'])), (string) $status);
        }
    }

    public function test_the_stand_in_refuses_as_it_is_switched(): void
    {
        $this->keeper();
        foreach ([['refuses', 'retrying'], ['bounces', 'failed'], ['takes', 'held']] as [$mode, $state]) {
            $this->knock('PUT', '/mail/stand-in', ['mode' => $mode], surface: 'console')->assertOk();
            $id = $this->send()->assertStatus(202)->json('id');
            $this->app->call([new DeliverMessage((string) $id), 'handle']);
            self::assertSame($state, DB::table('messages')->where('id', $id)->value('state'), $mode);
        }
    }
}
