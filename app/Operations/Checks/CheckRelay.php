<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Messaging\Mail\RelayFacts;
use Kennel\App\Messaging\Mail\RelayRefused;

/** Whether messages can leave. Speaks with the relay. */
final readonly class CheckRelay implements Check
{
    public function __construct(private RelayFacts $relay)
    {
    }

    public function look(): array
    {
        if (config('kennel.relay') === 'stand-in') {
            return [Finding::look('relay.stand_in')];
        }
        try {
            $takesUtf8 = $this->relay->ask();
        } catch (RelayRefused $refused) {
            return [Finding::wrong('relay.unreachable', ['said' => $refused->getMessage()])];
        }

        return [$takesUtf8 ? Finding::fine('relay.fine') : Finding::look('relay.ascii')];
    }
}
