<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Trail\Audit;

use Kennel\Core\Trail\Audit\Redactor;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class RedactorTest extends TestCase
{
    #[TestWith(['password'])]
    #[TestWith(['new_password'])]
    #[TestWith(['passphrase'])]
    #[TestWith(['passwd'])]
    #[TestWith(['client_secret'])]
    #[TestWith(['token'])]
    #[TestWith(['Set-Cookie'])]
    #[TestWith(['Authorization'])]
    #[TestWith(['credential'])]
    #[TestWith(['hash'])]
    #[TestWith(['digest'])]
    #[TestWith(['api_key'])]
    #[TestWith(['apikey'])]
    #[TestWith(['code_verifier'])]
    #[TestWith(['pin'])]
    public function test_a_secret_is_known_by_its_key_at_any_depth(string $key): void
    {
        $values = [$key => 'otters', 'within' => [[$key => ['deeper']]], 'opinion' => 'kept'];
        self::assertSame([$key => Redactor::MARK, 'within' => [[$key => Redactor::MARK]], 'opinion' => 'kept'], (new Redactor)->redact($values));
    }

    public function test_nothing_is_no_secret_and_long_texts_are_cut(): void
    {
        $shown = (new Redactor)->redact(['password' => null, 'text' => 'x'.str_repeat('é', 2_000), 'fits' => str_repeat('é', 2_000)]);
        self::assertNull($shown['password']);
        self::assertSame('x'.str_repeat('é', 1_999).'… (4001 bytes)', $shown['text']);
        self::assertSame(str_repeat('é', 2_000), $shown['fits']);
    }
}
