<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Messaging\Mail\RelayFacts;
use Kennel\App\Messaging\Mail\RelayRefused;

/** Asks the relay what it can take, so that a sign-up with an address it cannot is refused with a reason. */
final class AskRelayCommand extends Command
{
    protected $signature = 'kennel:ask-relay';

    protected $description = 'Ask the mail relay whether it takes addresses outside ASCII. Fails when it cannot be reached.';

    public function handle(RelayFacts $facts): int
    {
        try {
            $this->line($facts->ask() ? 'The relay takes every address.' : 'The relay has no SMTPUTF8: addresses with letters outside ASCII before the "@" are refused at sign-up.');
        } catch (RelayRefused $refused) {
            $this->error($refused->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}
