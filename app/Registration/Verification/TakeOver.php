<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Duties\TermsAcceptances;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\RequestContext;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Text\EmailAddress;

/**
 * Makes an account whose address is being proven that of whoever proves it. What another claim to the address brought, name and fields
 * and sessions, is dropped. Called inside the act's transaction, which writes the password.
 */
final readonly class TakeOver
{
    public function __construct(
        private Accounts $accounts,
        private FieldValues $fields,
        private Pictures $pictures,
        private TermsAcceptances $acceptances,
        private EndSessions $endSessions,
        private Claims $claims,
        private RequestContext $context,
    ) {
    }

    /**
     * The claim's own link was pressed by somebody who knows its password: what it brought counts.
     *
     * @param  string  $presser  the session the link was pressed in, which goes on; "" for none
     * @return array{claims_dropped: int, sessions_ended: int}
     */
    public function byClaim(Account $account, Claim $claim, string $presser): array
    {
        if (! $claim->is_founding) {
            $this->replace($account, PersonName::parse((string) $claim->name), $claim->app_key, (string) $claim->terms_version);
            $this->fields->write($account->seq, $claim->fields ?? []);
            if ((string) $claim->terms_version !== '') {
                $this->acceptances->add($account->id, (string) $claim->terms_version, $this->context->source);
            }
            $this->accounts->storeHash($account, HashKind::describe((string) $claim->password_hash));
        }

        return [
            'claims_dropped' => $this->claims->settle($account) - 1,
            'sessions_ended' => $this->endSessions->allOthersOf($account->id, $presser, 'address proven'),
        ];
    }

    /**
     * Nobody vouches for what the claims brought: whoever reads the mailbox begins anew.
     *
     * @param  PersonName|null  $name  null for an account nobody signed up for, whose name an operator gave
     * @return array{claims_dropped: int, sessions_ended: int}
     */
    public function afresh(Account $account, ?PersonName $name, ?string $appKey): array
    {
        if ($name !== null) {
            $this->replace($account, $name, $appKey ?? $account->app_key, '');
        }

        return ['claims_dropped' => $this->claims->settle($account), 'sessions_ended' => $this->endSessions->allOf($account->id, 'address proven')];
    }

    private function replace(Account $account, PersonName $name, ?string $appKey, string $termsVersion): void
    {
        $this->fields->clear($account->seq);
        $this->pictures->removeAllOf([$account->id]);
        $this->acceptances->forget($account->id);
        $this->accounts->change(
            $account,
            [...Accounts::nameColumns($name, EmailAddress::parse($account->email)), 'app_key' => $appKey, 'terms_version' => $termsVersion],
        );
    }
}
