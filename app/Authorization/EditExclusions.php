<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Authorization\DecideExclusion;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Foundation\Reasons\Reason;

/** Says which roles nobody holds together, and unsays it. Looked at inside the transaction, so that nobody is given one of them meanwhile. */
final readonly class EditExclusions
{
    public function __construct(private ConnectionInterface $database, private Roles $roles, private EditRoles $edit, private DefaultRoles $defaults, private AuditTrail $audit)
    {
    }

    /**
     * @param  SeenVersion|null  $seen  needed where there is one already
     *
     * @throws Refusal for what is invalid, where somebody holds too many of them, when it changed meanwhile
     */
    public function save(Exclusion $exclusion, SignedIn $operator, ?SeenVersion $seen): void
    {
        $this->database->transaction(function () use ($exclusion, $operator, $seen): void {
            $before = $this->find($exclusion->key);
            if ($before !== null) {
                ($seen ?? throw Refusal::conditionMissing())->require($this->roles->exclusionVersions()[$exclusion->key]);
            }
            $this->requireAuthority([...$before->roles ?? [], ...$exclusion->roles], $operator);
            $reasons = (new DecideExclusion($this->roles->graph(), $this->edit->holdings()))($exclusion);
            foreach ($reasons === [] ? $this->defaults->all() : [] as $together) {
                $reasons = $exclusion->brokenBy($together, $this->roles->graph()) === [] ? $reasons : [new Reason('exclusion.defaults', 'roles')];
            }
            if ($reasons !== []) {
                throw Refusal::invalid($reasons);
            }
            $this->roles->writeExclusion($exclusion);
            $this->audit->record($before === null ? 'exclusion.made' : 'exclusion.changed', $operator->asOperator(), null, $before === null ? [] : self::told($before), self::told($exclusion), $exclusion->why, 'exclusion');
        });
    }

    /** @throws Refusal when there is none */
    public function remove(string $key, SignedIn $operator): void
    {
        $this->database->transaction(function () use ($key, $operator): void {
            $before = $this->find($key) ?? throw Refusal::notFound();
            $this->requireAuthority($before->roles, $operator);
            $this->roles->removeExclusion($key);
            $this->audit->record('exclusion.removed', $operator->asOperator(), null, self::told($before), ['exclusion' => $key, 'roles' => ''], null, 'exclusion');
        });
    }

    /**
     * An operator who may not edit a role may not say who is kept from it either.
     *
     * @param  list<string>  $roles
     *
     * @throws Refusal for one that gives more over Kennel than the operator has
     */
    private function requireAuthority(array $roles, SignedIn $operator): void
    {
        $graph = $this->roles->graph();
        foreach ($roles as $role) {
            if (in_array($role, $graph->keys(), true) && ! $this->edit->isWithinOwn($graph, $role, $operator)) {
                throw Refusal::invalid([new Reason('role.beyond_authority', 'roles')]);
            }
        }
    }

    private function find(string $key): ?Exclusion
    {
        foreach ($this->roles->readAgain()->exclusions() as $exclusion) {
            if ($exclusion->key === $key) {
                return $exclusion;
            }
        }

        return null;
    }

    /** @return array<string, mixed> */
    private static function told(Exclusion $exclusion): array
    {
        return ['exclusion' => $exclusion->key, 'roles' => implode(', ', $exclusion->roles), 'too_many' => $exclusion->tooMany, 'why' => $exclusion->why];
    }
}
