<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Duties\TermsAcceptances;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\RequestContext;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Signup\SignupPlan;

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
