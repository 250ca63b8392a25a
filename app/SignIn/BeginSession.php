<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\App\Credentials\Sessions\Device;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Sessions\OpenSession;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\NoteSeen;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** Everything that was asked for has been shown: the session begins, whichever way somebody came. Called inside the act's transaction. */
final readonly class BeginSession
{
    public function __construct(
        private Caller $current,
        private OpenSession $openSession,
        private EndSessions $endSessions,
        private AuditTrail $audit,
        private RequestContext $context,
        private NoteSeen $noteSeen,
        private ClockInterface $clock,
        private KnownDevices $devices,
    ) {
    }

    /** @return array{id: string, token: Token, until: \DateTimeImmutable} */
    public function __invoke(Account $account, Browser $browser, bool $kept, Proof $proof): array
    {
        $this->context->accountId = $account->id;
        // Whatever this browser was signed in as ends here: a token known before signing in is worth nothing after.
        $former = $this->current->find();
        if ($former !== null) {
            $this->endSessions->one($former->sessionId, 'signed in anew');
        }
        $session = ($this->openSession)($account, $browser, $kept, $proof);
        ($this->noteSeen)($account->id, $this->clock->now());
        $this->audit->record('session.signed_in', Actor::holder($account->id, $account->name), $account->reference(), [], [
            'session' => $session['id'],
            'kept' => $kept,
            'proven_by' => $proof->first,
            ...$proof->second === null ? [] : ['second_factor' => $proof->second],
        ], record: 'session');
        if ($this->devices->note($account->id, $browser)) {
            $this->tellHolder($account, $browser);
        }

        return $session;
    }

    /** Of a sign-in on another device than before: whoever reads it and was not there knows what to do. */
    private function tellHolder(Account $account, Browser $browser): void
    {
        $at = $this->clock->now()->setTimezone(new \DateTimeZone('UTC'));
        $language = $account->language ?? app()->getLocale();
        $when = (new \IntlDateFormatter($language === 'en' ? 'en_GB' : $language, \IntlDateFormatter::LONG, \IntlDateFormatter::SHORT, 'UTC'))->format($at);
        app(Messages::class)->queueToHolder(MessageKind::NewSignin, $account, 'recover', [
            'device' => Device::describe($browser->userAgent),
            'place' => $browser->source,
            'when' => ($when === false ? $at->format('Y-m-d H:i') : $when).' UTC',
        ]);
    }
}
