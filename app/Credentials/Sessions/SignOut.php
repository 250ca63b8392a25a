<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Trail\Audit\AuditTrail;

/** A holder or operator leaves, by their own hand or sent by an app. */
final readonly class SignOut
{
    public function __construct(private ConnectionInterface $database, private EndSessions $end, private AuditTrail $audit)
    {
    }

    public function __invoke(SignedIn $signedIn): void
    {
        $this->database->transaction(function () use ($signedIn): void {
            $this->end->one($signedIn->sessionId, 'holder');
            $this->audit->record('session.signed_out', $signedIn->asHolder(), ['id' => $signedIn->accountId, 'name' => $signedIn->name]);
        });
    }
}
