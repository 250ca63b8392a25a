<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Apps\App;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Roles;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Signup\SignupPlan;
use Kennel\Core\Signup\SignupRules;
use Psr\Clock\ClockInterface;

/** The rows of a new account: itself, its fields, its accepted terms and its default roles. Called inside the act's transaction. */
final readonly class NewAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private FieldValues $fields,
        private Roles $roles,
        private SignupRules $rules,
        private RequestContext $context,
    ) {
    }

    public function __invoke(SignupPlan $plan, EmailAddress $email, #[\SensitiveParameter] string $hash, App $app): Account
    {
        $account = $this->accounts->add($plan->name, $email, $hash, $app->key, $plan->terms);
        $this->fields->write($account->seq, $plan->fields);
        if ($plan->terms !== '') {
            $this->database->table('terms_acceptances')->insert(['account_id' => $account->id, 'version' => $plan->terms, 'accepted_at' => Moment::write($this->clock->now()), 'source' => $this->context->source]);
        }
        foreach ($this->rules->roles as $role) {
            $this->roles->assign($account->id, $role, 'Kennel', 'default role at sign-up');
        }

        return $account;
    }

    /** @return array<string, mixed> as the trail has it */
    public function inWords(Account $account, SignupPlan $plan): array
    {
        $fields = array_map(static fn ($value): string => is_array($value) ? implode(', ', $value) : (string) json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES), array_filter($plan->fields, static fn ($value): bool => $value !== null));

        return [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'app' => $account->app_key,
            'password' => 'set',
            'roles' => implode(', ', $this->rules->roles),
            ...$plan->terms === '' ? [] : ['terms' => $plan->terms],
            ...$fields,
        ];
    }
}
