<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts\Duties;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Foundation\Reasons\Reason;

/** A holder accepts the terms in force: that very version, which is the one they were shown. */
final readonly class AcceptTerms
{
    public function __construct(
        private ConnectionInterface $database,
        private TermsAcceptances $acceptances,
        private TermsRules $terms,
        private Accounts $accounts,
        private AuditTrail $audit,
        private MarkComplete $markComplete,
    ) {
    }

    /** @throws Refusal for another version than the one in force */
    public function __invoke(SignedIn $holder, string $version, ?string $source): void
    {
        if (! $this->terms->areAsked() || $version !== $this->terms->version) {
            throw Refusal::invalid([new Reason('terms.other_version', 'version', ['version' => $this->terms->version])]);
        }
        $this->database->transaction(function () use ($holder, $version, $source): void {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            if ($account->terms_version === $version) {
                return;
            }
            $before = ['terms' => $account->terms_version === '' ? null : $account->terms_version];
            $this->acceptances->add($account->id, $version, $source);
            $this->accounts->change($account, ['terms_version' => $version]);
            $this->audit->record('account.terms_accepted', $holder->asHolder(), $account->reference(), $before, ['terms' => $version]);
            ($this->markComplete)($account);
        });
    }
}
