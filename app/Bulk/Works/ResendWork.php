<?php

declare(strict_types=1);

namespace Kennel\App\Bulk\Works;

use Kennel\App\Bulk\BulkRun;
use Kennel\App\Bulk\Work;
use Kennel\App\Challenges\Challenges;
use Kennel\App\Verification\Claims;
use Kennel\App\Verification\SendVerification;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Bulk\Change;
use Kennel\Core\Challenges\ChallengePurpose;

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
