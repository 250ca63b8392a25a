<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Foundation\Secrets;

use Kennel\App\Foundation\SystemEntropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Trail\Audit\Changes;
use Kennel\Core\Trail\Audit\Redactor;
use PHPUnit\Framework\TestCase;

final class SecretTest extends TestCase
{
    public function test_a_secret_does_not_show_itself(): void
    {
        $secret = new Secret('heron weir lantern');
        self::assertStringNotContainsString('heron', print_r($secret, true));
        self::assertStringNotContainsString('heron', var_export($secret, true));
        ob_start();
        var_dump($secret);
        self::assertStringNotContainsString('heron', (string) ob_get_clean());
        foreach ([static fn (): string => serialize($secret), static fn (): string|false => json_encode($secret)] as $leak) {
            try {
                $leak();
                self::fail('It was written out.');
            } catch (\LogicException) {
                self::assertSame('heron weir lantern', $secret->reveal());
            }
        }
    }

    public function test_a_token_is_256_bits_and_stored_as_a_digest(): void
    {
        $token = Token::draw(new SystemEntropy);
        self::assertSame(32, strlen((string) base64_decode(strtr($token->reveal(), '-_', '+/'), true)));
        self::assertSame(hash('sha256', $token->reveal()), $token->digest());
        self::assertSame($token->digest(), Token::read($token->reveal())?->digest());
    }

    public function test_what_can_not_be_a_token_is_not_looked_up(): void
    {
        foreach (['', 'short', str_repeat('a', 44), str_repeat('a', 42).'=', str_repeat('ä', 43), str_repeat('a', 43)."\n"] as $text) {
            self::assertNull(Token::read($text));
        }
    }

    public function test_redacts_by_key_at_any_depth_and_of_any_type(): void
    {
        $shown = (new Redactor)->redact([
            'email' => 'tam@post.example',
            'password' => ['deep' => ['x']],
            'nested' => [['newPassword' => 'p', 'Authorization' => 'Bearer x', 'name' => 'Tam']],
            'token' => null,
            'long' => str_repeat('ä', 3_000),
        ]);
        self::assertSame('[secret]', $shown['password']);
        self::assertSame([['newPassword' => '[secret]', 'Authorization' => '[secret]', 'name' => 'Tam']], $shown['nested']);
        self::assertNull($shown['token']);
        self::assertSame('tam@post.example', $shown['email']);
        self::assertLessThan(2_100, mb_strlen($shown['long']));
    }

    public function test_changes_name_what_differs(): void
    {
        self::assertSame(
            ['status' => ['before' => 'active', 'after' => 'suspended'], 'password' => ['before' => '[secret]', 'after' => '[secret]']],
            Changes::between(['status' => 'active', 'name' => 'Tam', 'password' => 'a'], ['status' => 'suspended', 'name' => 'Tam', 'password' => 'b']),
        );
        self::assertSame(['status' => ['before' => null, 'after' => 'pending']], Changes::between([], ['status' => 'pending', 'reason' => null]));
    }
}
