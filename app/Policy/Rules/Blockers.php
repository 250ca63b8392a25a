<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\App\Directory\Accounts\LookupKeys;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rules\ProviderTrust;
use Kennel\Core\Policy\Rules\RuleBook;

/** What keeps a rule book that can be read from being published: it would break what is stored. Nobody can overrule these. */
final readonly class Blockers
{
    private const NAMED = 5;

    public function __construct(
        private FieldValues $values,
        private RulesInForce $rules,
        private LookupKeys $lookupKeys,
        private Apps $apps,
        private Roles $roles,
        private Pictures $pictures,
        private Peppers $peppers,
        private PermissionsOfAccount $permissions,
    ) {
    }

    /** @return list<Reason> each naming the rule by its path */
    public function against(RuleBook $book): array
    {
        return [...$this->unknownNames($book), ...$this->fieldsInUse($book), ...$this->collisions($book)];
    }

    /**
     * What this operator may not publish: a provider that could open accounts they have no authority over.
     *
     * @return list<Reason>
     */
    public function ofOperator(RuleBook $book, string $operatorId): array
    {
        $this->permissions->readAgain();
        if (($this->permissions)($operatorId)->allows(Permission::AccountsManage->value) && $this->permissions->bounds($operatorId) === null) {
            return [];
        }

        return array_map(
            static fn (string $path): Reason => new Reason('rules.provider_trust', $path, ['permission' => Permission::AccountsManage->value]),
            ProviderTrust::widened($this->inForce(), $book),
        );
    }

    private function inForce(): ?RuleBook
    {
        try {
            return RuleBook::fromArray($this->rules->document());
        } catch (InvalidRuleBook) {
            return null;
        }
    }

    /** @return list<Reason> */
    private function unknownNames(RuleBook $book): array
    {
        $reasons = [];
        // One that comes to tokens is registered with its publication; another one nobody knows is a slip of the pen.
        foreach (array_diff(array_keys($book->apps), array_keys($book->clients->all), array_column($this->apps->all(), 'key')) as $app) {
            $reasons[] = new Reason('rules.unknown_app', "apps.{$app}", ['app' => $app]);
        }
        $reasons = [...$reasons, ...$this->defaultRoles('signup.roles', $book->signup->roles, $book->signup->roles)];
        foreach ($book->apps as $app) {
            $reasons = [...$reasons, ...$this->defaultRoles("apps.{$app->key}.roles", $app->roles, [...$book->signup->roles, ...$app->roles])];
        }
        if ($book->hashing->pepper !== '' && ! $this->peppers->has($book->hashing->pepper)) {
            $reasons[] = new Reason('rules.unknown_pepper', 'hashing.pepper', ['pepper' => $book->hashing->pepper]);
        }
        foreach (['factors.roles' => $book->factors->roles, 'sessions.roles' => array_map(strval(...), array_keys($book->sessions->roles))] as $rule => $roles) {
            foreach (array_diff($roles, $this->roles->graph()->keys()) as $role) {
                $reasons[] = new Reason('rules.unknown_role', $rule, ['role' => $role]);
            }
        }
        foreach ($book->apps as $app) {
            foreach (array_diff(array_keys($app->landing->roles), $this->roles->graph()->keys()) as $role) {
                $reasons[] = new Reason('rules.unknown_role', "apps.{$app->key}.landing.roles", ['role' => $role]);
            }
            if ($app->look->logo !== '' && $this->pictures->kindOf($app->look->logo) !== 'logo') {
                $reasons[] = new Reason('rules.unknown_logo', "apps.{$app->key}.look.logo");
            }
        }

        return $reasons;
    }

    /**
     * @param  list<string>  $roles
     * @param  list<string>  $together  what is given with them
     * @return list<Reason>
     */
    private function defaultRoles(string $rule, array $roles, array $together): array
    {
        $reasons = [];
        foreach ($roles as $role) {
            $over = Authority::over($this->roles->graph()->permissionsOf([$role]));
            if (! in_array($role, $this->roles->graph()->keys(), true)) {
                $reasons[] = new Reason('rules.unknown_role', $rule, ['role' => $role]);
            } elseif ($over !== []) {
                $reasons[] = new Reason('rules.role_over_kennel', $rule, ['role' => $role, 'permissions' => $over]);
            }
        }

        return $roles === [] ? $reasons : [...$reasons, ...Excluded::reasons($this->roles->exclusions(), $together, $this->roles->graph(), $rule)];
    }

    /** @return list<Reason> */
    private function fieldsInUse(RuleBook $book): array
    {
        $reasons = [];
        foreach ($this->fieldsInForce() as $key => $field) {
            $next = $book->fields->find($key);
            $isChanged = $next === null || $next->kind !== $field->kind;
            $held = $isChanged ? $this->values->countHolders($key) : 0;
            if ($held > 0) {
                $reasons[] = new Reason(
                    $next === null ? 'rules.field_in_use' : 'rules.field_type_in_use',
                    "fields.{$key}",
                    ['label' => $field->label, 'accounts' => $held],
                );
            }
        }

        return $reasons;
    }

    /** @return list<Reason> */
    private function collisions(RuleBook $book): array
    {
        // Asked at every look at a draft: under the rule in force no two accounts share a key, so there is nothing to read.
        $collisions = $book->addresses->foldsPlusTags === $this->foldsPlusTags() ? [] : $this->lookupKeys->collisions($book->addresses);
        if ($collisions === []) {
            return [];
        }
        $named = array_map(static fn (array $accounts): string => implode(' = ', array_column($accounts, 'email')), array_slice($collisions, 0, self::NAMED));

        return [new Reason('rules.collision', 'addresses.fold_plus_tags', ['pairs' => count($collisions), 'named' => $named])];
    }

    /**
     * What is in force may be of an older version and not be readable; then nothing is known of its fields, and every address is looked at.
     *
     * @return array<string, Field>
     */
    private function fieldsInForce(): array
    {
        try {
            return FieldRules::read($this->rules->only('fields'))->all;
        } catch (InvalidRuleBook) {
            return [];
        }
    }

    private function foldsPlusTags(): ?bool
    {
        try {
            return AddressRules::read($this->rules->section('addresses'))->foldsPlusTags;
        } catch (InvalidRuleBook) {
            return null;
        }
    }
}
