<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** Starts a session under a new token. The token of a session that was there before is never carried over. */
final readonly class OpenSession
{
    /** Where the rule was just made narrower; the next sign-in ends more. */
    private const MOST_BEYOND = 200;

    public function __construct(
        private ClockInterface $clock,
        private Entropy $entropy,
        private LimitsOfAccount $limits,
    ) {
    }

    /** @return array{id: string, token: Token, until: \DateTimeImmutable} */
    public function __invoke(Account $account, Browser $browser, bool $kept, Proof $proof = new Proof('password')): array
    {
        $now = $this->clock->now();
        $limits = $this->limits->of($account);
        $this->makeRoom($account->id, $limits->atOnce, $now);
        $token = Token::draw($this->entropy);
        $id = (string) Str::uuid7();
        Session::query()->insert([
            'id' => $id,
            'account_id' => $account->id,
            'surface' => $browser->surface->value,
            'token_digest' => $token->digest(),
            'kept' => $kept,
            'proven_by' => $proof->first,
            'second_factor' => $proof->second,
            'source' => $browser->source,
            'user_agent' => $browser->userAgent,
            'proven_at' => Moment::write($now),
            'started_at' => Moment::write($now),
            'seen_at' => Moment::write($now),
            'lapses_at' => Moment::write(MarkSeen::lapse($limits, $kept, $now, $now)),
        ]);

        return ['id' => $id, 'token' => $token, 'until' => $limits->absoluteLimit($kept)->after($now)];
    }

    /** So many at once and no more: those that were used longest ago end. */
    private function makeRoom(string $accountId, int $atOnce, \DateTimeImmutable $now): void
    {
        if ($atOnce === 0) {
            return;
        }
        $beyond = Session::query()->live($now)->where('account_id', $accountId)->orderByDesc('seen_at')->orderByDesc('seq')->skip($atOnce - 1)->limit(self::MOST_BEYOND)->pluck('id')->all();
        $beyond === [] || Session::query()->whereIn('id', $beyond)->update(['ended_at' => Moment::write($now), 'ended_by' => 'too many at once']);
    }
}
