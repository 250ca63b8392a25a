<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Retention\ForgetsAccounts;

/** What was written to the holder of a deleted account, with the address it went to. What has not left yet never will. */
final readonly class ForgetMessagesOfAccounts implements ForgetsAccounts
{
    public function forgetAccounts(array $ids): void
    {
        $messages = Message::query()->whereIn('account_id', $ids);
        HeldDelivery::query()->whereIn('message_id', $messages->clone()->select('id'))->delete();
        $messages->delete();
    }
}
