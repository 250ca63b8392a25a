<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\AccountNeed;
use Kennel\App\Directory\Accounts\NextAccounts;
use Kennel\App\Registration\Invitations\Invitations;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Challenges\ProofWay;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Core\Registration\Invitations\WayIn;

/**
 * Who is known to be next for a wording: people for whom one step of theirs, or of an operator, sends it. Nobody can know who will sign up, forget a
 * password or use another device, so those kinds have no answer.
 */
final readonly class NextRecipients
{
    public function __construct(private NextAccounts $accounts, private Challenges $challenges, private Invitations $invitations, private CodeRules $codes)
    {
    }

    /**
     * @param  list<string>  $elsewhere  apps that have words of their own: a wording for all apps is not for these
     * @return array{because: string, count: int, first: list<array{account_id: string|null, recipient: string}>}|null null where nobody can know; those who wait longest first
     */
    public function of(WordingKey $key, array $elsewhere): ?array
    {
        return match ($key->kind) {
            MessageKind::VerifyAddress => $this->unverified($key, $elsewhere, ProofWay::Link),
            MessageKind::VerifyByCode => $this->unverified($key, $elsewhere, ProofWay::Code),
            MessageKind::VerifyByEither => $this->unverified($key, $elsewhere, ProofWay::Both),
            MessageKind::ResetPassword => $this->accounts(AccountNeed::Compromised, $key, $elsewhere),
            MessageKind::PasswordChanged => $this->accounts(AccountNeed::OwesPassword, $key, $elsewhere),
            MessageKind::AccountRestored => $this->accounts(AccountNeed::Suspended, $key, $elsewhere),
            MessageKind::AccountReopened => $this->accounts(AccountNeed::Closed, $key, $elsewhere),
            MessageKind::OwnAddressChanged => ['because' => 'asked_for_address', ...$this->accounts->of($this->challenges->accountsWith(ChallengePurpose::ChangeAddress), $key->app, $elsewhere, self::languages($key))],
            MessageKind::Invitation => $this->invited($key, $elsewhere, WayIn::Link),
            MessageKind::InvitationWithPassword => $this->invited($key, $elsewhere, WayIn::Temporary),
            default => null,
        };
    }

    /**
     * @param  list<string>  $elsewhere
     * @return array{because: string, count: int, first: list<array{account_id: string|null, recipient: string}>}
     */
    private function unverified(WordingKey $key, array $elsewhere, ProofWay $way): array
    {
        // The other ways' words are sent to nobody while the rule book does not say so.
        return $this->codes->way === $way ? $this->accounts(AccountNeed::Unverified, $key, $elsewhere) : ['because' => 'other_way', 'count' => 0, 'first' => []];
    }

    /**
     * @param  list<string>  $elsewhere
     * @return array{because: string, count: int, first: list<array{account_id: string|null, recipient: string}>}
     */
    private function accounts(AccountNeed $need, WordingKey $key, array $elsewhere): array
    {
        return ['because' => $need->value, ...$this->accounts->of($need, $key->app, $elsewhere, self::languages($key))];
    }

    /**
     * @param  list<string>  $elsewhere
     * @return array{because: string, count: int, first: list<array{account_id: string|null, recipient: string}>}
     */
    private function invited(WordingKey $key, array $elsewhere, WayIn $way): array
    {
        return ['because' => 'invited', ...$this->invitations->next($way, $key->app, $elsewhere, $key->language)];
    }

    /** @return list<string|null> who has chosen none gets what their browser asks for: of those nobody knows, so they stand with the first */
    private static function languages(WordingKey $key): array
    {
        return $key->language === WordingKey::LANGUAGES[0] ? [$key->language, null] : [$key->language];
    }
}
