<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Messaging\Wording\MessageKind;

/** Tells the holder that an app's access to their account was ended, since its refresh token was used twice. Called inside the act's transaction. */
final readonly class TellReuse
{
    public function __construct(private Accounts $accounts, private Apps $apps, private Messages $messages)
    {
    }

    public function __invoke(Holding $holding): void
    {
        $account = $this->accounts->find($holding->accountId);
        $account === null || $this->messages->queueToHolder(MessageKind::AccessEnded, $account, 'devices', ['let_in' => $this->apps->find($holding->appKey)?->name() ?? $holding->appKey]);
    }
}
