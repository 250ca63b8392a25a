<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\Clients;

use Kennel\Core\OAuth\Clients\ClientKind;
use Kennel\Core\OAuth\Clients\RedirectUri;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** RFC 9700 §2.1, RFC 8252 §7.3: exactly as it is written, but for the port of a loopback address. */
final class RedirectUriTest extends TestCase
{
    private const PIECES = ['/', '//', '.', '..', '/../', '%2e', '%2F', '@', ':', '?', '&', '#', '\\', ' ', "\n", "\0", 'evil.example', 'https://', 'A', 'ä', '+', ';', '%00', ':443', ':80', 'x=1'];

    public function test_nothing_else_matches_under_5_000_mutations(): void
    {
        mt_srand(17);
        foreach (['https://app.example/signed-in', 'https://app.example/signed-in?tenant=a', 'example.app:/signed-in', 'http://localhost:3000/back'] as $own) {
            $registered = RedirectUri::parse($own, ClientKind::Mobile);
            self::assertTrue($registered->matches($own));
            for ($try = 0; $try < 1_250; $try++) {
                $asked = $own;
                for ($change = mt_rand(1, 3); $change > 0; $change--) {
                    $at = mt_rand(0, strlen($asked));
                    $asked = match (mt_rand(0, 3)) {
                        0 => substr($asked, 0, $at).self::PIECES[array_rand(self::PIECES)].substr($asked, $at),
                        1 => substr($asked, 0, $at).substr($asked, $at + 1),
                        2 => substr_replace($asked, mt_rand(0, 1) === 0 ? strtoupper($asked[$at] ?? 'x') : chr(mt_rand(1, 255)), $at, 1),
                        default => mt_rand(0, 1) === 0 ? strrev($asked) : $asked.$asked,
                    };
                }
                self::assertSame($asked === $own, $registered->matches($asked), $asked);
            }
        }
    }

    public function test_a_loopback_address_may_have_any_port(): void
    {
        foreach (['http://127.0.0.1/back', 'http://127.0.0.1:8000/back'] as $own) {
            $registered = RedirectUri::parse($own, ClientKind::CommandLine);
            foreach (['http://127.0.0.1/back', 'http://127.0.0.1:1/back', 'http://127.0.0.1:65535/back'] as $asked) {
                self::assertTrue($registered->matches($asked), $asked);
            }
            foreach (['http://127.0.0.1:65536/back', 'http://127.0.0.1:0080/back', 'http://127.0.0.1:/back', 'http://127.0.0.1:8000/', 'http://127.0.0.1:8000/back?x', 'https://127.0.0.1:8000/back', 'http://127.0.0.1.evil.example:8000/back', 'http://localhost:8000/back', 'http://[::1]:8000/back', 'http://127.0.0.1:80@evil.example/back', 'http://127.1:8000/back'] as $asked) {
                self::assertFalse($registered->matches($asked), $asked);
            }
        }
        self::assertTrue(RedirectUri::parse('http://[::1]/back', ClientKind::CommandLine)->matches('http://[::1]:5000/back'));
    }

    /** @return iterable<string, array{string, ClientKind, string}> */
    public static function mistakes(): iterable
    {
        yield 'plain' => ['http://app.example/', ClientKind::Web, 'must be https'];
        yield 'a fragment' => ['https://app.example/#x', ClientKind::Web, 'must not have a part behind'];
        yield 'a name' => ['https://me@app.example/', ClientKind::Web, 'must not have a user name'];
        yield 'half an address' => ['/signed-in', ClientKind::Web, 'must be a whole address'];
        yield 'a scheme that anybody may have' => ['kitloft:/signed-in', ClientKind::Mobile, 'with a dot'];
        yield 'a scheme of one’s own for a page' => ['example.app:/signed-in', ClientKind::Web, 'for apps that are installed'];
        yield 'a script' => ['javascript:alert(1)', ClientKind::SinglePage, 'with a dot'];
    }

    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named(string $uri, ClientKind $kind, string $says): void
    {
        $this->expectExceptionMessage($says);
        RedirectUri::parse($uri, $kind);
    }
}
