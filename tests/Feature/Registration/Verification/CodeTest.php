<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Verification;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Tests\Feature\DoorTestCase;

/** A code in the place of a link, or beside it. */
final class CodeTest extends DoorTestCase
{
    private const EMAIL = 'tam@post.example';

    /** @param  array<string, mixed>  $rules */
    private function signUp(array $rules = []): string
    {
        config(['rules.codes' => ['way' => 'code', 'length' => 6, 'letters' => false, 'lifetime' => 'PT15M', 'attempts' => 3, ...$rules]]);
        $this->knock('POST', '/signups/forms', ['app' => 'gaugebook']);
        $this->knock('POST', '/signups', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => self::EMAIL, 'password' => self::PASSWORD])->assertStatus(202);

        return $this->codeSent();
    }

    private function codeSent(): string
    {
        $text = $this->app->make(Composition::class)->open((string) DB::table('messages')->orderByDesc('seq')->value('sealed'))['text'];
        self::assertMatchesRegularExpression('/^[0-9A-Z]{3,4} [0-9A-Z]{3,4}$/m', $text);
        preg_match('/^([0-9A-Z]{3,4} [0-9A-Z]{3,4})$/m', $text, $found);

        return $found[1] ?? '';
    }

    /** @param  array<string, string>  $more */
    private function type(string $code, string $email = self::EMAIL, string $door = 'consume', array $more = []): TestResponse
    {
        return $this->knock('POST', "/verifications/{$door}", ['email' => $email, 'code' => $code, ...$more]);
    }

    private static function another(string $code): string
    {
        return strtr($code, '0123456789', '1234567890');
    }

    public function test_typed_as_it_was_read_it_proves_the_address_in_the_browser_that_signed_up(): void
    {
        $code = $this->signUp();
        self::assertSame('verify_by_code', DB::table('messages')->orderByDesc('seq')->value('kind'));
        self::assertStringNotContainsString('#t=', $this->app->make(Composition::class)->open((string) DB::table('messages')->value('sealed'))['text'], 'there is no link');
        self::assertStringNotContainsString(str_replace(' ', '', $code), json_encode(DB::table('challenges')->get(), JSON_THROW_ON_ERROR));
        $this->type(" {$code[0]}-".substr($code, 1).' ', door: 'inspect')->assertOk()->assertJsonPath('asks', 'nothing');
        $this->type(mb_convert_kana($code, 'A'))->assertOk()->assertJsonPath('address', self::EMAIL);
        self::assertSame('active', DB::table('accounts')->value('status'));
        self::assertSame(['code', 0], array_values((array) DB::table('challenges')->first(['ended_by', 'code_attempts'])));
        $this->type($code)->assertUnprocessable()->assertJsonPath('reasons.0.code', 'code.wrong');
    }

    public function test_in_another_browser_it_takes_the_password_of_the_sign_up_or_a_fresh_start(): void
    {
        $code = $this->signUp();
        $this->inBrowserOf('another');
        $this->type($code, door: 'inspect')->assertJsonPath('asks', 'password');
        $this->type($code)->assertJsonPath('reasons.0.code', 'verification.password_required');
        $this->type($code, more: ['password' => 'not the one of it'])->assertJsonPath('reasons.0.code', 'verification.other_password');
        $this->type($code, more: ['new_password' => 'short', 'name' => 'Tam'])->assertUnprocessable();
        self::assertSame(0, DB::table('challenges')->value('code_attempts'), 'the right code is none of the few');
        $this->type($code, more: ['password' => self::PASSWORD])->assertOk();
    }

    public function test_a_few_wrong_ones_and_another_is_needed(): void
    {
        $code = $this->signUp();
        for ($attempt = 0; $attempt < 3; $attempt++) {
            $this->type(self::another($code))->assertJsonPath('reasons.0.code', 'code.wrong');
        }
        $this->type($code)->assertJsonPath('reasons.0.code', 'code.wrong');
        self::assertSame(3, DB::table('challenges')->value('code_attempts'));
        $this->clock->move('+2 minutes');
        $this->knock('POST', '/verifications', ['email' => self::EMAIL])->assertStatus(202);
        self::assertSame('newer', DB::table('challenges')->orderBy('seq')->value('ended_by'));
        $this->type($this->codeSent())->assertOk();
    }

    public function test_it_works_for_a_while(): void
    {
        $code = $this->signUp();
        $this->clock->move('+15 minutes');
        $this->type($code)->assertJsonPath('reasons.0.code', 'code.wrong');
        $this->clock->move('-1 second');
        $this->type($code)->assertOk();
    }

    public function test_nobody_learns_whether_an_address_is_known(): void
    {
        $code = $this->signUp();
        $this->holder('known@post.example', 'Known');
        $answers = array_map(fn (string $email): string => (string) preg_replace('/"act_id":"[^"]*"/', '', (string) $this->type(self::another($code), $email)->assertUnprocessable()->getContent()), [self::EMAIL, 'known@post.example', 'nobody@post.example']);
        self::assertCount(1, array_unique($answers), implode("\n", $answers));
    }

    public function test_both_in_one_message_and_either_ends_the_other(): void
    {
        $code = $this->signUp(['way' => 'both', 'letters' => true, 'length' => 8]);
        $token = $this->tokenSent();
        self::assertMatchesRegularExpression('/^[A-HJKMNP-Z2-9]{4} [A-HJKMNP-Z2-9]{4}$/', $code);
        $this->knock('POST', '/verifications/consume', ['token' => $token])->assertOk();
        self::assertSame('link', DB::table('challenges')->value('ended_by'));
        $this->type(strtolower($code))->assertJsonPath('reasons.0.code', 'code.wrong');
    }

    public function test_operators_see_each_challenge_and_why_it_ended_and_never_the_code(): void
    {
        $code = $this->signUp();
        $this->type(self::another($code))->assertUnprocessable();
        $this->type($code)->assertOk();
        $this->keeper();
        $seen = $this->ask('/challenges')->assertOk();
        $seen->assertJsonPath('items.0.state', 'used')->assertJsonPath('items.0.ended_by', 'code')->assertJsonPath('items.0.has_code', true)->assertJsonPath('items.0.code_attempts', 1);
        self::assertStringNotContainsString('digest', (string) $seen->getContent());
    }

    public function test_a_message_with_a_code_is_withheld_once_it_left(): void
    {
        $this->signUp();
        $this->keeper();
        config(['kennel.relay' => 'smtp://localhost:1']);
        $message = $this->ask('/messages/'.DB::table('messages')->orderBy('seq')->value('id'))->assertOk()->assertJsonPath('content_withheld', true);
        self::assertDoesNotMatchRegularExpression('/\d{3} \d{3}/', (string) $message->json('text'));
    }
}
