<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Http;
use Kennel\App\Credentials\Sessions\LiveSessions;
use Kennel\App\Foundation\Outgoing\Resolver;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\OAuth\Tokens\TellSignedOut;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Kennel\Tests\Support\FixedResolver;

/** Apps that want to know hear that somebody signed out (OpenID Connect Back-Channel Logout 1.0). */
final class SignedOutTest extends TokenTestCase
{
    private function tell(): int
    {
        $this->app->forgetScopedInstances();

        return TellSignedOut::all($this->app->make(Clients::class), $this->app->make(LiveSessions::class), $this->clock);
    }

    public function test_an_app_hears_once_however_the_session_ended(): void
    {
        $this->register(['gaugebook' => ['backchannel_logout_uri' => 'https://gaugebook.alderwend.example/signed-out']]);
        $holder = $this->holder();
        $this->signIn();
        $this->letIn();
        self::assertSame(0, $this->tell());
        $heard = [];
        Http::fake(static function (Request $request) use (&$heard) {
            $heard[] = $request;

            return Http::response('', count($heard) === 1 ? 503 : 204);
        });
        $this->knock('DELETE', '/session')->assertNoContent();
        $told = array_map(fn (): int => $this->tell(), ['first', 'second']);
        self::assertSame([1, 0], $told);
        $this->work();
        self::assertCount(1, $heard, 'it did not take it, and is told again');
        $this->clock->move('+11 seconds');
        $this->travel(11)->seconds();
        $this->work();
        self::assertCount(2, $heard);
        $token = Jws::read((string) $heard[1]['logout_token']) ?? self::fail('It is no token.');
        // §2.4
        self::assertSame(['logout+jwt', $holder->id, ['gaugebook']], [$token->header['typ'], $token->text('sub'), $token->audience()]);
        self::assertArrayHasKey('http://schemas.openid.net/event/backchannel-logout', (array) $token->claims['events']);
        self::assertArrayNotHasKey('nonce', $token->claims);
        self::assertSame(Verdict::Signed, $this->app->make(SigningKeys::class)->verify($token));
        $this->work();
        self::assertCount(2, $heard);
    }

    public function test_an_app_that_does_not_ask_hears_nothing(): void
    {
        $this->holder();
        $this->signIn();
        $this->letIn();
        $this->knock('DELETE', '/session');
        self::assertSame(0, $this->tell());
    }

    public function test_no_machine_behind_the_door_is_told(): void
    {
        config(['app.env' => 'production', 'app.url' => 'https://accounts.example']);
        $this->app->instance(Resolver::class, new FixedResolver(['internal.example' => ['10.0.0.5']]));
        /** @var \ArrayObject<int, string> $asked */
        $asked = new \ArrayObject;
        Http::fake(static function (Request $request) use ($asked) {
            $asked[] = $request->url();

            return Http::response('', 204);
        });
        foreach (['http://127.0.0.1:18260/admin/shutdown?force=1', 'https://127.0.0.1/', 'https://localhost/', 'https://169.254.169.254/', 'https://internal.example/'] as $address) {
            $this->register(['gaugebook' => ['backchannel_logout_uri' => $address]]);
            $this->app->forgetScopedInstances();
            TellSignedOut::dispatchSync('gaugebook', 'an account', 'a session');
        }
        self::assertSame([], $asked->getArrayCopy());
        $this->register(['gaugebook' => ['backchannel_logout_uri' => 'https://gaugebook.alderwend.example/signed-out']]);
        TellSignedOut::dispatchSync('gaugebook', 'an account', 'a session');
        self::assertSame(['https://gaugebook.alderwend.example/signed-out'], $asked->getArrayCopy());
    }
}
