<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** Whether somebody needs a second factor, and since when they should have one. */
final readonly class FactorDemand
{
    /**
     * @param  list<string>  $roles  of whose holders it is demanded, and every role that includes one of them
     * @param  list<string>  $apps  that demand it of everybody who came by them
     */
    public function __construct(public FactorRules $rules, public array $roles, public array $apps)
    {
    }

    /** @param  list<string>  $roles  of whose holders it is demanded, and every role that includes one of them */
    public function ofRoles(array $roles): self
    {
        return new self($this->rules, $roles, $this->apps);
    }

    public function isOfNobody(): bool
    {
        return $this->roles === [] && $this->apps === [];
    }

    /**
     * @param  list<array{0: string, 1: \DateTimeImmutable}>  $held  roles that hold now, and since when
     * @return \DateTimeImmutable|null the moment from which it is owed, which may be to come; null for who needs none
     */
    public function dueOf(?string $app, \DateTimeImmutable $since, array $held): ?\DateTimeImmutable
    {
        $under = $app !== null && in_array($app, $this->apps, true) ? [$since] : [];
        foreach ($held as [$role, $heldSince]) {
            if (in_array($role, $this->roles, true)) {
                $under[] = $heldSince;
            }
        }

        if ($under === []) {
            return null;
        }
        $due = $this->rules->grace->after(min($under));

        return $this->rules->from === null ? $due : max($this->rules->from, $due);
    }
}
