<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\SignIn;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Tests\Feature\Credentials\Factors\FactorTestCase;

/** A link and a code in a message that sign in. */
final class SigninByMailTest extends FactorTestCase
{
    private function mail(string $email = 'tam@post.example', string $app = 'gaugebook'): TestResponse
    {
        return $this->knock('POST', '/signins/mail', ['email' => $email, 'app' => $app]);
    }

    /** @return array{link: string, code: string} of the newest message */
    private function sent(): array
    {
        $text = $this->app->make(Composition::class)->open((string) DB::table('messages')->where('kind', 'sign_in_by_mail')->orderByDesc('seq')->value('sealed'))['text'];
        self::assertSame(1, preg_match('/#t=([A-Za-z0-9_-]{43})/', $text, $link), $text);
        self::assertSame(1, preg_match('/\b(\d{3} \d{3})\b/', $text, $code), $text);

        return ['link' => $link[1], 'code' => $code[1]];
    }

    /** @param  array<string, mixed>  $body */
    private function consume(array $body): TestResponse
    {
        return $this->knock('POST', '/signins/mail/consume', $body);
    }

    public function test_a_link_signs_in_once_and_looking_at_it_does_not(): void
    {
        $this->holder();
        $this->mail()->assertStatus(202);
        $link = $this->sent()['link'];
        for ($look = 0; $look < 3; $look++) {
            $this->knock('POST', '/signins/mail/inspect', ['token' => $link])->assertOk()->assertExactJson(['address' => 'tam@post.example']);
        }
        self::assertSame(0, DB::table('sessions')->count());
        $this->consume(['token' => $link])->assertCreated();
        $this->knock('GET', '/session')->assertOk()->assertJsonPath('account.email', 'tam@post.example');
        self::assertSame('mail_link', DB::table('sessions')->value('proven_by'));
        self::assertSame(['challenge.used'], self::codes($this->inBrowserOf('another')->consume(['token' => $link])->assertStatus(422)));
    }

    public function test_its_code_signs_in_as_it_is_pasted_and_ends_with_the_link(): void
    {
        $this->holder();
        $this->mail()->assertStatus(202);
        ['link' => $link, 'code' => $code] = $this->sent();
        $this->consume(['email' => 'Tam@POST.example', 'code' => " {$code} "])->assertCreated();
        self::assertSame('mail_code', DB::table('sessions')->value('proven_by'));
        $this->consume(['token' => $link])->assertStatus(422);
        self::assertStringNotContainsString(str_replace(' ', '', $code), (string) json_encode([DB::table('challenges')->get(), DB::table('messages')->get(['subject']), DB::table('evidence')->get()]));
    }

    public function test_five_codes_and_ten_minutes(): void
    {
        $this->holder();
        $this->mail();
        $code = $this->sent()['code'];
        for ($try = 0; $try < 5; $try++) {
            $this->consume(['email' => 'tam@post.example', 'code' => '000 000'])->assertStatus(422)->assertJsonPath('code', 'code.refused');
        }
        $this->consume(['email' => 'tam@post.example', 'code' => $code])->assertStatus(422);
        $this->clock->move('+1 minute');
        $this->mail();
        $sent = $this->sent();
        $this->clock->move('+10 minutes');
        self::assertSame(['challenge.expired'], self::codes($this->consume(['token' => $sent['link']])->assertStatus(422)));
        $this->consume(['email' => 'tam@post.example', 'code' => $sent['code']])->assertStatus(422);
    }

    public function test_a_stranger_learns_nothing(): void
    {
        $this->holder();
        $stopped = $this->holder('stopped@post.example', 'Stopped');
        $this->holder('new@post.example', 'New', proven: false);
        DB::table('accounts')->where('id', $stopped->id)->update(['status' => 'suspended']);
        $answers = [];
        foreach (['tam@post.example', 'stopped@post.example', 'new@post.example', 'nobody@post.example'] as $email) {
            $asked = $this->mail($email);
            $typed = $this->consume(['email' => $email, 'code' => '000 000']);
            $answers[] = [$asked->status(), $asked->getContent(), $typed->status(), $typed->json('code'), $typed->json('reasons')];
        }
        self::assertCount(1, array_unique($answers, SORT_REGULAR));
        self::assertSame(['tam@post.example'], DB::table('messages')->where('kind', 'sign_in_by_mail')->pluck('recipient')->all());
    }

    public function test_only_where_the_app_offers_it(): void
    {
        $this->holder();
        $this->mail(app: 'floodline')->assertForbidden()->assertJsonPath('code', 'signin.way_not_offered');
        $this->mail(app: 'nowhere')->assertNotFound();
        self::assertSame(0, DB::table('messages')->where('kind', 'sign_in_by_mail')->count());
    }

    public function test_a_second_factor_is_asked_for_after_it_as_well(): void
    {
        $this->enrolled();
        $this->mail();
        $token = (string) $this->consume(['token' => $this->sent()['link']])->assertStatus(202)->json('token');
        $this->show($token, $this->code())->assertCreated();
        self::assertSame(['mail_link', 'authenticator'], array_values((array) DB::table('sessions')->whereNull('ended_at')->first(['proven_by', 'second_factor'])));
    }

    public function test_another_address_since_or_a_stopped_account_makes_it_worthless(): void
    {
        $tam = $this->holder();
        $this->mail();
        $link = $this->sent()['link'];
        DB::table('accounts')->where('id', $tam->id)->update(['email' => 'tam@other.example']);
        $this->consume(['token' => $link])->assertStatus(422);
        DB::table('accounts')->where('id', $tam->id)->update(['email' => 'tam@post.example', 'status' => 'suspended']);
        $this->consume(['token' => $link])->assertStatus(422);
        DB::table('accounts')->where('id', $tam->id)->update(['status' => 'active']);
        $this->consume(['token' => $link])->assertCreated();
    }

    public function test_guessing_codes_is_braked_with_passwords(): void
    {
        config(['rules.throttles.signins_of_account' => ['free' => 2, 'first_delay' => 'PT1M', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H']]);
        $this->holder();
        $this->mail();
        $code = $this->sent()['code'];
        $this->consume(['email' => 'tam@post.example', 'code' => '000 000'])->assertStatus(422);
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'wrong'])->assertUnauthorized();
        $this->consume(['email' => 'tam@post.example', 'code' => '000 000'])->assertStatus(422);
        $this->consume(['email' => 'tam@post.example', 'code' => $code])->assertStatus(429);
    }
}
