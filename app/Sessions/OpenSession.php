<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Illuminate\Support\Str;
use Kennel\App\Platform\Identity\Browser;
use Kennel\App\Platform\Moment;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\Token;
use Kennel\Core\Sessions\Proof;
use Kennel\Core\Sessions\SessionRules;
use Psr\Clock\ClockInterface;

/** Starts a session under a new token. The token of a session that was there before is never carried over. */
final readonly class OpenSession
{
    public function __construct(
        private ClockInterface $clock,
        private Entropy $entropy,
        private SessionRules $rules,
    ) {
    }

    /** @return array{id: string, token: Token, until: \DateTimeImmutable} */
    public function __invoke(string $accountId, Browser $browser, bool $kept, Proof $proof = new Proof('password')): array
    {
        $now = $this->clock->now();
        $token = Token::draw($this->entropy);
        $id = (string) Str::uuid7();
        Session::query()->insert([
            'id' => $id,
            'account_id' => $accountId,
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
            'lapses_at' => Moment::write(MarkSeen::lapse($this->rules, $kept, $now, $now)),
        ]);

        return ['id' => $id, 'token' => $token, 'until' => $this->rules->absoluteLimit($kept)->after($now)];
    }
}
