<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Registration\Signup;

use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Signup\BotRules;
use Kennel\Core\Registration\Signup\DecideBots;
use Kennel\Core\Registration\Signup\FormFacts;
use Kennel\Core\Registration\Signup\ProofOfWork;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class BotsTest extends TestCase
{
    private const NOW = '2026-05-01T12:00:00Z';

    public function test_who_fills_in_a_form_like_a_person_passes(): void
    {
        self::assertNull($this->decide());
    }

    /** @param  array<string, mixed>  $facts */
    #[DataProvider('programs')]
    public function test_each_guard_gives_its_own_reason(string $code, array $facts): void
    {
        self::assertSame($code, $this->decide(...$facts));
    }

    /** @return array<string, array{string, array<string, mixed>}> */
    public static function programs(): array
    {
        return [
            'no form' => ['bots.form', ['openedAt' => null]],
            'a form of yesterday' => ['bots.form', ['openedAt' => '-5 hours']],
            'a form that was sent' => ['bots.form', ['wasSent' => true]],
            'too fast' => ['bots.time', ['openedAt' => '-1 second']],
            'a form of the future' => ['bots.time', ['openedAt' => '+1 minute']],
            'no work' => ['bots.work', ['answer' => '']],
            'the wrong answer' => ['bots.work', ['answer' => '1']],
            'something else than a number' => ['bots.work', ['answer' => '0x1']],
            'the hidden box' => ['bots.trap', ['trap' => 'cheap shoes']],
            'too many' => ['bots.source', ['attempts' => 30]],
        ];
    }

    public function test_exactly_the_wait_and_exactly_the_lifetime_are_enough(): void
    {
        self::assertNull($this->decide(openedAt: '-2 seconds'));
        self::assertNull($this->decide(openedAt: '-4 hours'));
        self::assertSame('bots.form', $this->decide(openedAt: '-4 hours -1 second'));
    }

    public function test_what_is_off_is_not_asked(): void
    {
        $off = new DecideBots(new BotRules(false, Duration::nothing(), 0, 0, Duration::parse('PT1H'), Duration::parse('PT4H')));
        self::assertNull($off(new FormFacts(null, '', true, 'cheap shoes', '', 1_000), new \DateTimeImmutable(self::NOW)));
    }

    public function test_the_proof_of_work_counts_leading_zero_bits_of_sha_256(): void
    {
        foreach ([1, 4, 8, 9, 12] as $bits) {
            $answer = 0;
            while (! ProofOfWork::isDone('challenge', (string) $answer, $bits)) {
                $answer++;
            }
            $digest = '';
            foreach (str_split(hash('sha256', "challenge:{$answer}", binary: true)) as $byte) {
                $digest .= sprintf('%08b', ord($byte));
            }
            self::assertSame(str_repeat('0', $bits), substr($digest, 0, $bits));
        }
        self::assertTrue(ProofOfWork::isDone('challenge', '', 0));
        self::assertEqualsWithDelta(2 * ProofOfWork::seconds(13), ProofOfWork::seconds(14), 1e-9);
    }

    public function test_plus_tags_fold_only_where_there_is_a_mailbox_before_them(): void
    {
        $folded = static fn (string $email): string => (new AddressRules(true))->lookupKey(EmailAddress::parse($email));
        self::assertSame('tam@post.example', $folded('Tam+River@post.example'));
        self::assertSame('tam@post.example', $folded('tam+a+b@post.example'));
        self::assertSame('+tam@post.example', $folded('+tam@post.example'));
        self::assertSame('tam@post.example', $folded('tam@post.example'));
        self::assertSame('tam+river@post.example', (new AddressRules(false))->lookupKey(EmailAddress::parse('tam+river@post.example')));
        self::assertSame($folded('tam@post.example'), $folded($folded('tam+x@post.example')), 'folding twice is folding once');
    }

    private function decide(?string $openedAt = '-1 minute', bool $wasSent = false, string $trap = '', ?string $answer = null, int $attempts = 29): ?string
    {
        $found = 0;
        while ($answer === null && ! ProofOfWork::isDone('challenge', (string) $found, 10)) {
            $found++;
        }
        $now = new \DateTimeImmutable(self::NOW);
        $rules = new BotRules(true, Duration::parse('PT2S'), 10, 30, Duration::parse('PT1H'), Duration::parse('PT4H'));

        return (new DecideBots($rules))(new FormFacts($openedAt === null ? null : $now->modify($openedAt), 'challenge', $wasSent, $trap, $answer ?? (string) $found, $attempts), $now)?->code;
    }
}
