<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Accounts\Account;
use Kennel\App\Challenges\Challenge;
use Kennel\App\Invitations\Invitation;
use Kennel\App\Platform\Moment;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Challenges\CodeRules;
use Kennel\Core\Challenges\ProofWay;
use Kennel\Core\Invitations\InvitationState;
use Kennel\Core\Invitations\WayIn;
use Kennel\Core\Wording\MessageKind;
use Kennel\Core\Wording\WordingKey;
use Psr\Clock\ClockInterface;

/**
 * Who is known to be next for a wording: people for whom one step of theirs, or of an operator, sends it. Nobody can know who will sign up, forget a
 * password or use another device, so those kinds have no answer.
 */
final readonly class NextRecipients
{
    private const FIRST = 5;

    public function __construct(private ClockInterface $clock, private CodeRules $codes)
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
            MessageKind::ResetPassword => $this->accounts('compromised', $key, $elsewhere, fn (Builder $rows) => $rows->where('password_owed', PasswordOwed::Compromised)->where('status', Status::Active)),
            MessageKind::PasswordChanged => $this->accounts('owes_password', $key, $elsewhere, fn (Builder $rows) => $rows->where('password_owed', '<>', PasswordOwed::Nothing)->where('status', Status::Active)),
            MessageKind::OwnAddressChanged => $this->accounts('asked_for_address', $key, $elsewhere, fn (Builder $rows) => $rows->whereIn('id', $this->openChanges())),
            MessageKind::AccountRestored => $this->accounts('suspended', $key, $elsewhere, fn (Builder $rows) => $rows->where('status', Status::Suspended)),
            MessageKind::AccountReopened => $this->accounts('closed', $key, $elsewhere, fn (Builder $rows) => $rows->where('status', Status::Closed)),
            MessageKind::Invitation => $this->invited($key, $elsewhere, false),
            MessageKind::InvitationWithPassword => $this->invited($key, $elsewhere, true),
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
        return $this->codes->way !== $way
            ? ['because' => 'other_way', 'count' => 0, 'first' => []]
            : $this->accounts('unverified', $key, $elsewhere, fn (Builder $rows) => $rows->where('status', Status::Pending)->whereNull('email_proven_at'));
    }

    /**
     * @param  list<string>  $elsewhere
     * @param  \Closure(Builder<Account>): mixed  $who
     * @return array{because: string, count: int, first: list<array{account_id: string|null, recipient: string}>}
     */
    private function accounts(string $because, WordingKey $key, array $elsewhere, \Closure $who): array
    {
        $rows = Account::query();
        $who($rows);
        $key->app === null ? $rows->where(static fn (Builder $of) => $of->whereNull('app_key')->orWhereNotIn('app_key', $elsewhere)) : $rows->where('app_key', $key->app);
        // Who has chosen none gets what their browser asks for; of those nobody knows, so they stand with the first.
        $key->language === WordingKey::LANGUAGES[0]
            ? $rows->where(static fn (Builder $of) => $of->where('language', $key->language)->orWhereNull('language'))
            : $rows->where('language', $key->language);

        return [
            'because' => $because,
            'count' => (clone $rows)->toBase()->count(),
            'first' => array_values($rows->orderBy('changed_at')->orderBy('seq')->limit(self::FIRST)->get(['id', 'email'])
                ->map(static fn (Account $one): array => ['account_id' => $one->id, 'recipient' => $one->email])->all()),
        ];
    }

    /**
     * @param  list<string>  $elsewhere
     * @return array{because: string, count: int, first: list<array{account_id: string|null, recipient: string}>}
     */
    private function invited(WordingKey $key, array $elsewhere, bool $withPassword): array
    {
        $rows = Invitation::query()->inState(InvitationState::Open, $this->clock->now())
            ->where('way', $withPassword ? '=' : '<>', WayIn::Temporary)->where('language', $key->language);
        $key->app === null ? $rows->whereNotIn('app_key', $elsewhere) : $rows->where('app_key', $key->app);

        return [
            'because' => 'invited',
            'count' => (clone $rows)->toBase()->count(),
            'first' => array_values($rows->orderBy('expires_at')->orderBy('seq')->limit(self::FIRST)->get(['email'])
                ->map(static fn (Invitation $one): array => ['account_id' => null, 'recipient' => $one->email])->all()),
        ];
    }

    /** @return Builder<Challenge> accounts whose link to a new address can still be pressed */
    private function openChanges(): Builder
    {
        return Challenge::query()->unspent()->where('purpose', ChallengePurpose::ChangeAddress)->where('expires_at', '>', Moment::write($this->clock->now()))->select('account_id');
    }
}
