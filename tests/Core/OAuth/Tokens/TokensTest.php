<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\Tokens;

use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\OAuth\Tokens\Assurance;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Kennel\Core\OAuth\Tokens\UserCode;
use PHPUnit\Framework\TestCase;

/** The small parts that tokens are made of. */
final class TokensTest extends TestCase
{
    private static function entropy(): Entropy
    {
        return new class implements Entropy
        {
            public function bytes(int $length): string
            {
                return random_bytes(max(1, $length));
            }
        };
    }

    public function test_nothing_is_sent_twice(): void
    {
        self::assertSame('b c', Parameters::parse('a=b+c&d=&e')->text('a'));
        self::assertNull(Parameters::parse('a=b+c&d=&e')->text('d'), 'what is empty is not there (RFC 6749 §3.1)');
        self::assertSame(['x', 'y'], Parameters::parse('resource=x&resource=y')->texts('resource'));
        foreach (['a=1&a=2', 'a=1&a=1', 'a=%ff', 'a=%00', str_repeat('a', 32_769), implode('&', array_map(static fn (int $at): string => "p{$at}=1", range(1, 61)))] as $sent) {
            try {
                Parameters::parse($sent);
                self::fail(substr($sent, 0, 40));
            } catch (OAuthRefused $refused) {
                self::assertSame('invalid_request', $refused->error->value);
                // RFC 6749 §5.2: what is said has certain characters alone.
                self::assertMatchesRegularExpression('/^[\x20\x21\x23-\x5B\x5D-\x7E]+$/D', $refused->description);
            }
        }
    }

    public function test_a_family_of_refresh_tokens(): void
    {
        $first = RefreshToken::draw(self::entropy());
        $next = $first->successor('a salt', 'a key');
        self::assertSame($next->reveal(), $first->successor('a salt', 'a key')->reveal());
        self::assertNotSame($next->reveal(), $first->successor('another', 'a key')->reveal());
        self::assertNotSame($next->reveal(), $first->successor('a salt', 'another')->reveal());
        self::assertSame($first->familyDigest(), $next->familyDigest());
        self::assertNotSame($first->secretDigest(), $next->secretDigest());
        self::assertSame($next->secretDigest(), RefreshToken::read($next->reveal())?->secretDigest());
        foreach (['', 'x', str_repeat('A', 63), str_repeat('A', 65), str_repeat('=', 64)] as $text) {
            self::assertNull(RefreshToken::read($text));
        }
    }

    public function test_a_code_is_typed_as_people_type(): void
    {
        $code = UserCode::draw(self::entropy());
        foreach ([$code->reveal(), strtolower($code->reveal()), str_replace('-', ' ', $code->reveal()), ' '.str_replace('-', '', $code->reveal()).' '] as $typed) {
            self::assertSame($code->digest(), UserCode::read($typed)?->digest(), $typed);
        }
        foreach (['', 'AEIO-UAEI', 'BCDF-GHJ', str_repeat('B', 9), str_repeat('-', 41).'BCDFGHJK'] as $typed) {
            self::assertNull(UserCode::read($typed), $typed);
        }
    }

    public function test_how_sure_a_session_is(): void
    {
        self::assertSame(Assurance::One, Assurance::of(new Proof('password')));
        self::assertSame(Assurance::One, Assurance::of(new Proof('password', 'known_device')));
        self::assertSame(Assurance::Two, Assurance::of(new Proof('password', 'authenticator')));
        self::assertSame(Assurance::Two, Assurance::of(new Proof('passkey')));
        self::assertTrue(Assurance::Two->suffices(Assurance::One));
        self::assertFalse(Assurance::One->suffices(Assurance::Two));
    }
}
