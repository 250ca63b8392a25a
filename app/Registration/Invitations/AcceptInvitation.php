<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Illuminate\Database\Connection;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Sessions\OpenSession;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Invitations\DecideAcceptance;
use Psr\Clock\ClockInterface;

/**
 * Looks at the link of an invitation, and accepts it: by choosing a name and a password, or as somebody who has an account under the address. What the inviter
 * may give is looked at now.
 */
final readonly class AcceptInvitation
{
    public function __construct(
        private Connection $database,
        private ClockInterface $clock,
        private DecideAcceptance $decide,
        private Inviters $inviters,
        private Accounts $accounts,
        private Apps $apps,
        private Roles $roles,
        private SetPassword $setPassword,
        private OpenSession $openSession,
        private KnownDevices $devices,
        private EndSessions $endSessions,
        private WelcomeInvited $welcome,
        private RequestContext $context,
    ) {
    }

    /**
     * @return array{app: string, address: string, name: string, inviter: string, words: string, expires_at: string, roles: list<string>, lost: list<string>, asks: 'password'|'temporary'|'sign_in'|'nothing'}
     *                                                                                                                                                                                                      "nothing" of who is signed in to the account it is for
     *
     * @throws Refusal with invitation.*
     */
    public function inspect(string $token, ?SignedIn $caller): array
    {
        $invitation = $this->read($token);
        if ($invitation->opened_at === null) {
            Invitation::query()->whereKey($invitation->seq)->whereNull('opened_at')->update(['opened_at' => Moment::write($this->clock->now())]);
        }
        $account = $this->accountOf($invitation);
        $roles = $this->welcome->roles($invitation, $account);

        return [
            'app' => $invitation->app_key,
            'address' => $invitation->email,
            'name' => $invitation->name,
            'inviter' => $invitation->inviter_name,
            'words' => $invitation->words,
            'expires_at' => $invitation->expires_at,
            'roles' => $this->roles->labels($roles['given']),
            'lost' => $this->roles->labels($roles['lost']),
            'asks' => match (true) {
                $account !== null => $caller?->accountId === $account->id ? 'nothing' : 'sign_in',
                $invitation->password_hash !== null => 'temporary',
                default => 'password',
            },
        ];
    }

    /**
     * As somebody new: an account, and a session in this browser.
     *
     * @param  SignedIn|null  $former  whoever was signed in there: their session ends, as at every sign-in
     * @return array{acceptance: Acceptance, session: array{id: string, token: Token, until: \DateTimeImmutable}}
     *
     * @throws Refusal with invitation.*, for what is invalid, when somebody has the address by now
     */
    public function asNew(string $token, ?string $typedName, Secret $password, Browser $browser, ?SignedIn $former): array
    {
        $invitation = $this->read($token);
        try {
            $name = PersonName::parse($typedName ?? '');
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }
        if ($this->accountOf($invitation) !== null) {
            throw Refusal::invalid([new Reason('invitation.sign_in', 'token')], 'invitation.refused');
        }
        // What takes time comes first: nobody waits for a lock while a hash is computed.
        $hash = $this->setPassword->prepareFirst($password, $invitation->email, $name->value, (string) $this->apps->find($invitation->app_key)?->name());
        try {
            return $this->database->transaction(function () use ($token, $name, $hash, $browser, $former): array {
                $now = $this->read($token);
                if ($this->accountOf($now) !== null) {
                    throw Refusal::changedMeanwhile();
                }
                $acceptance = $this->welcome->newcomer($now, $name, $hash, isTemporary: false);

                if ($former !== null) {
                    $this->endSessions->one($former->sessionId, 'signed in anew');
                }
                $this->devices->note($acceptance->account->id, $browser);

                return ['acceptance' => $acceptance, 'session' => ($this->openSession)($acceptance->account, $browser, false)];
            });
        } catch (UniqueConstraintViolationException) {
            throw Refusal::changedMeanwhile();
        }
    }

    /**
     * As the holder of the account that has the address.
     *
     * @throws Refusal with invitation.*
     */
    public function asHolder(string $token, SignedIn $holder): Acceptance
    {
        return $this->database->transaction(function () use ($token, $holder): Acceptance {
            $invitation = $this->read($token);
            $account = $this->accountOf($invitation);
            if ($account === null || $account->id !== $holder->accountId) {
                throw Refusal::invalid([new Reason('invitation.other_account', 'token', ['address' => $holder->email])], 'invitation.refused');
            }
            $this->context->accountId = $account->id;

            return $this->welcome->holder($invitation, $account, $this->welcome->roles($invitation, $account));
        });
    }

    /**
     * @return Invitation that can be accepted
     *
     * @throws Refusal with invitation.*
     */
    private function read(string $text): Invitation
    {
        $token = Token::read($text);
        $invitation = $token === null ? null : Invitation::query()->where('token_digest', $token->digest())->first();
        $reason = $this->decide->reasonAgainst($invitation?->facts(), $invitation !== null && $this->inviters->may($invitation->inviter_id, $invitation->app_key), $this->clock->now());
        if ($reason !== null || $invitation === null) {
            throw Refusal::invalid([$reason ?? new Reason('invitation.unknown', 'token')], 'invitation.refused');
        }

        return $invitation;
    }

    /** An address that somebody signed up with and never verified is nobody's yet. */
    private function accountOf(Invitation $invitation): ?Account
    {
        $account = $this->accounts->byAddress(EmailAddress::parse($invitation->email));

        return $account === null || $account->isUnproven() ? null : $account;
    }
}
