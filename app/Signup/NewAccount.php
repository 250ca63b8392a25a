<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\Duties\TermsAcceptances;
use Kennel\App\Apps\App;
use Kennel\App\Apps\DefaultRoles;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Assignments;
use Kennel\App\Roles\Roles;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Passwords\HashKind;
use Kennel\Core\Signup\SignupPlan;

/** The rows of a new account: itself, its fields, its accepted terms and its default roles. Called inside the act's transaction. */
final readonly class NewAccount
{
    public function __construct(
        private TermsAcceptances $acceptances,
        private Accounts $accounts,
        private FieldValues $fields,
        private Assignments $assignments,
        private DefaultRoles $defaults,
        private RequestContext $context,
    ) {
    }

    public function __invoke(SignupPlan $plan, EmailAddress $email, #[\SensitiveParameter] string $hash, App $app): Account
    {
        $account = $this->accounts->add($plan->name, $email, HashKind::describe($hash), $app->key, $plan->terms);
        $this->fields->write($account->seq, $plan->fields);
        if ($plan->terms !== '') {
            $this->acceptances->add($account->id, $plan->terms, $this->context->source);
        }
        foreach ($this->defaults->of($app->key) as $role) {
            $this->assignments->assign($account->id, $role, 'Kennel', 'default role at sign-up');
        }

        return $account;
    }

    /** @return array<string, mixed> as the trail has it */
    public function inWords(Account $account, SignupPlan $plan): array
    {
        $fields = array_map(
            static fn ($value): string => is_array($value) ? implode(', ', $value) : (string) json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
            array_filter($plan->fields, static fn ($value): bool => $value !== null),
        );

        return [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'app' => $account->app_key,
            'password' => 'set',
            'roles' => implode(', ', $this->defaults->of($account->app_key)),
            ...$plan->terms === '' ? [] : ['terms' => $plan->terms],
            ...$fields,
        ];
    }
}
