<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\Core\Foundation\Secrets\Token;

/** What a proven first factor led to: a session, or a token with which the second factor is shown. */
final readonly class Outcome
{
    /**
     * @param  string|null  $sessionId  null while a second factor is missing
     * @param  list<array{id: string, number: string}>  $phones
     */
    private function __construct(public Token $token, public \DateTimeImmutable $until, public ?string $sessionId, public bool $isKept = false, public bool $hasApp = false, public bool $hasPasskey = false, public array $phones = [])
    {
    }

    /** @param  array{id: string, token: Token, until: \DateTimeImmutable}  $session */
    public static function session(array $session, bool $isKept): self
    {
        return new self($session['token'], $session['until'], $session['id'], $isKept);
    }

    /**
     * @param  array{token: Token, until: \DateTimeImmutable}  $pending
     * @param  bool  $hasApp  an authenticator app can show it
     * @param  bool  $hasPasskey  a passkey can
     * @param  list<array{id: string, number: string}>  $phones  a code can be texted to them; of each number its last figures
     */
    public static function needsSecondFactor(array $pending, bool $hasApp, bool $hasPasskey, array $phones): self
    {
        return new self($pending['token'], $pending['until'], null, hasApp: $hasApp, hasPasskey: $hasPasskey, phones: $phones);
    }
}
