<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

/** A holder's way to another address: proven first, and telling nobody whose it is. */
final class OwnAddressTest extends DoorTestCase
{
    public function test_the_new_address_counts_once_its_link_is_pressed_and_both_are_told(): void
    {
        $tam = $this->holder('tam@post.example', 'Tam');
        $this->signIn()->assertCreated();
        $this->askFor('tam@other.example')->assertStatus(202)->assertJsonPath('state', 'look_for_message');
        self::assertSame(['tam@other.example', 'change_address'], [$this->last()->recipient, $this->last()->kind]);
        $this->knock('GET', '/account')->assertJsonPath('email', 'tam@post.example');
        $token = $this->tokenOf($this->last()->id);
        // Pressed in another browser, signed in to nothing.
        $this->knock('DELETE', '/session')->assertNoContent();
        $this->knock('POST', '/account/address/take', ['token' => $token])->assertOk()->assertJsonPath('address', 'tam@other.example');
        self::assertSame(['tam@post.example', 'tam@other.example'], Message::query()->where('kind', 'own_address_changed')->orderBy('seq')->pluck('recipient')->all());
        $this->signIn()->assertStatus(401);
        $this->signIn('tam@other.example')->assertCreated();
        $said = Trail::of('account.address_changed');
        self::assertSame([$tam->id, 'holder'], [$said[0]['account_id'], $said[0]['actor_kind']]);
        $this->knock('POST', '/account/address/take', ['token' => $token])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.used');
    }

    public function test_somebody_elses_address_is_answered_alike_and_never_taken(): void
    {
        $this->holder('tam@post.example', 'Tam');
        $this->holder('bo@post.example', 'Bo');
        $this->signIn()->assertCreated();
        $before = Message::query()->count();
        $free = $this->askFor('free@post.example')->assertStatus(202);
        $token = $this->tokenOf($this->last()->id);
        $taken = $this->askFor('BO@post.example')->assertStatus(202);
        self::assertSame($free->json(), $taken->json());
        self::assertSame($before + 1, Message::query()->count(), 'nobody is written to');
        // Free when it was asked for, and somebody's when it is pressed.
        $this->holder('free@post.example', 'Quicker');
        $this->knock('POST', '/account/address/take', ['token' => $token])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
        $this->knock('GET', '/account')->assertJsonPath('email', 'tam@post.example');
    }

    public function test_the_password_is_asked_and_a_link_ends_with_what_it_was_for(): void
    {
        $tam = $this->holder('tam@post.example', 'Tam');
        $this->signIn()->assertCreated();
        $this->askFor('tam@other.example', 'not the password')->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.current_wrong');
        $this->askFor('tam@post.example')->assertStatus(422)->assertJsonPath('reasons.0.code', 'account.address_same');
        $this->askFor('tam@')->assertStatus(422)->assertJsonPath('reasons.0.field', 'email');
        $this->askFor('one@other.example')->assertStatus(202);
        $first = $this->tokenOf($this->last()->id);
        $this->askFor('two@other.example')->assertStatus(202);
        $second = $this->tokenOf($this->last()->id);
        $this->knock('POST', '/account/address/take', ['token' => $first])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.superseded');
        $this->knock('POST', '/verifications/consume', ['token' => $second])->assertStatus(422)->assertJsonPath('reasons.0.code', 'challenge.unknown');
        DB::table('accounts')->where('id', $tam->id)->update(['status' => 'suspended']);
        $this->knock('POST', '/account/address/take', ['token' => $second])->assertStatus(422);
        self::assertSame('tam@post.example', DB::table('accounts')->where('id', $tam->id)->value('email'));
        $this->knock('DELETE', '/session');
        $this->askFor('x@other.example')->assertStatus(401);
    }

    private function askFor(string $email, string $current = self::PASSWORD): TestResponse
    {
        return $this->knock('POST', '/account/address', ['email' => $email, 'current' => $current]);
    }

    private function last(): Message
    {
        return Message::query()->orderByDesc('seq')->firstOrFail();
    }
}
