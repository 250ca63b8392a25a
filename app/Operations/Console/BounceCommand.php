<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\App\Messaging\Mail\NoteBounce;

/** For a mail server that hands bounces to a program: "| php artisan kennel:bounce -". */
final class BounceCommand extends Command
{
    use Refuses;

    protected $signature = 'kennel:bounce {file : a report as it was received (RFC 3464), or - for what is piped in}';

    protected $description = 'Take in a bounce report: the message is marked, and an address that does not exist is sent nothing more.';

    public function handle(NoteBounce $note, Words $words): int
    {
        $file = (string) $this->argument('file');
        $source = @file_get_contents($file === '-' ? 'php://stdin' : $file);
        if ($source === false) {
            return $this->refuse("{$file} cannot be read.");
        }
        try {
            $noted = $note($source, Actor::system());
        } catch (Refusal $refusal) {
            return $this->refuse(implode(' ', $words->refusal($refusal)));
        }
        foreach ($noted as $one) {
            $this->line("{$one['message']->recipient}: {$one['action']} ({$one['status']}). The message is {$one['message']->state->value}.".($one['suppressed'] ? ' Nothing is sent to the address from now on.' : ''));
        }

        return self::SUCCESS;
    }
}
