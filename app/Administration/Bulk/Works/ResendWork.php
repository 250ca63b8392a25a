<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\SendVerification;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Directory\Accounts\Status;

/** Sends the verification link to many once more. */
final readonly class ResendWork implements Work
{
    use TakesNothing;

    public function __construct(private SendVerification $send, private Claims $claims, private Challenges $challenges)
    {
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        $planned = [];
        foreach ($accounts as $account) {
            $claim = $account->status === Status::Pending ? $this->claims->of($account, null) : null;
            $planned[$account->seq] = match (true) {
                $account->status !== Status::Pending => 'verification.not_owed',
                ! $this->send->isDue($this->challenges->lastIssued($account, ChallengePurpose::VerifyAddress, $claim?->id)) => 'verification.too_soon',
                default => new Change(['link' => 'the one before'], ['link' => 'a new one']),
            };
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        foreach ($accounts as $account) {
            $this->send->send($account, $this->claims->of($account, null));
        }
    }

    public function weakens(Change $change): bool
    {
        return false;
    }
}
