<?php

declare(strict_types=1);

namespace Kennel\App\Messaging;

use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Messaging\Mail\ForgetMessagesOfAccounts;
use Kennel\App\Messaging\Mail\HeldDelivery;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\ResealMessages;
use Kennel\Core\Messaging\Mail\AllowanceRules;
use Kennel\Core\Messaging\Wording\WordingRules;

/** Mail and text messages. */
final class MessagingProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        Message::class,
        HeldDelivery::class,
    ];

    /** What keeps an account's personal data apart from its own row. */
    public const FORGETS_ACCOUNTS = [
        ForgetMessagesOfAccounts::class,
    ];

    /** What keeps sealed values. */
    public const RESEALS = [
        ResealMessages::class,
    ];

    public static function rules(): array
    {
        return [
            AllowanceRules::class => static fn (RulesInForce $rules): AllowanceRules => AllowanceRules::read($rules->section('messages', 'allowance')),
            WordingRules::class => static fn (RulesInForce $rules): WordingRules => WordingRules::read($rules->section('messages')),
        ];
    }
}
