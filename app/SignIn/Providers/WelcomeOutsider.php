<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\TakeOver;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\SignIn\Providers\OutsidePerson;
use Psr\Clock\ClockInterface;

/** An account for somebody whose address a provider has verified. What the app asks beyond that they owe. Called inside the act's transaction. */
final readonly class WelcomeOutsider
{
    public function __construct(
        private ClockInterface $clock,
        private Accounts $accounts,
        private TakeOver $takeOver,
        private Claims $claims,
        private SetPassword $setPassword,
        private DefaultRoles $defaults,
        private Assignments $assignments,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private RequestContext $context,
    ) {
    }

    /**
     * @param  Account|null  $unproven  somebody signed up with the address and never verified it: taken over, empty, since that may have been anybody
     * @param  string  $hash  of a password nobody knows
     */
    public function newcomer(OutsidePerson $person, EmailAddress $email, App $app, ?Account $unproven, #[\SensitiveParameter] string $hash): Account
    {
        $name = self::name($person, $email);
        if ($unproven === null) {
            $account = $this->accounts->add($name, $email, HashKind::describe($hash), $app->key, cameBy: 'provider');
        } else {
            $account = $unproven;
            // An account nobody signed up for, such as an imported one, keeps what operators gave it.
            $this->takeOver->afresh($account, $this->claims->exist($account) ? $name : null, $app->key);
            $this->setPassword->store($account, $hash);
        }
        $this->context->accountId = $account->id;
        $held = array_column($this->assignments->heldBy($account->id), 'role');
        foreach (array_diff($this->defaults->of($app->key), $held) as $role) {
            $this->assignments->assign($account->id, $role, 'Kennel', 'default role');
        }
        $this->accounts->change($account, ['status' => Status::Active, 'email_proven_at' => Moment::write($this->clock->now())]);
        ($this->markComplete)($account);
        $this->audit->record('account.came_by_provider', Actor::holder($account->id, $account->name), $account->reference(), [], [
            'name' => $account->name, 'email' => $account->email, 'status' => $account->status->value, 'app' => $app->key, 'issuer' => $person->issuer,
        ]);

        return $account;
    }

    /** As the provider has it; what is no name here gives way to what stands before the "@", which its holder can change. */
    private static function name(OutsidePerson $person, EmailAddress $email): PersonName
    {
        try {
            return PersonName::parse($person->name ?? '');
        } catch (Refused) {
            return PersonName::parse(explode('@', $email->toString())[0]);
        }
    }
}
