<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Contracts\Foundation\Application;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Psr\Clock\ClockInterface;

/** Lets a command act as an operator: it may what they may, and the trail names them. Whoever has the server is believed to be who they say. */
final readonly class ActAs
{
    public function __construct(
        private Application $app,
        private Accounts $accounts,
        private Standings $standings,
        private PermissionsOfAccount $permissions,
        private ClockInterface $clock,
    ) {
    }

    /** @throws Refusal for nobody, and for an operator who may not */
    public function __invoke(string $address, Permission $permission): SignedIn
    {
        try {
            $account = $this->accounts->byAddress(EmailAddress::parse($address));
        } catch (Refused $refused) {
            throw Refusal::invalid([new Reason($refused->reason->code, 'as', $refused->reason->parameters)]);
        }
        if ($account === null) {
            throw Refusal::invalid([new Reason('command.nobody', 'as')]);
        }
        $now = $this->clock->now();
        $standing = $this->standings->of($account);
        $operator = new SignedIn('', Surface::Console, Moment::write($now), $account->id, $account->name, $account->email, $account->app_key, $standing->access, $now, reasons: $standing->reasons);
        $caller = new CommandCaller($operator, ($this->permissions)($account->id), $this->permissions->bounds($account->id));
        $this->app->instance(Caller::class, $caller);

        return $caller->require($permission);
    }
}
