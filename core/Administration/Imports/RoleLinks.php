<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

/** How a database says who has which role: a table of roles, and one that links people to them. All are names of tables and columns. */
final readonly class RoleLinks
{
    public const KEYS = ['person', 'link', 'link_person', 'link_role', 'roles', 'role', 'role_name'];

    /**
     * @param  string  $person  column of the people's table that the link names
     * @param  string  $link  table
     * @param  string  $roles  table
     * @param  string  $role  column of the roles' table that the link names
     * @param  string  $role_name  column of the roles' table that is read
     */
    public function __construct(
        public string $person,
        public string $link,
        public string $link_person,
        public string $link_role,
        public string $roles,
        public string $role,
        public string $role_name,
    ) {
    }

    /** What the column of roles is called beside those of the table. */
    public function column(): string
    {
        return "{$this->roles}.{$this->role_name}";
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return array_combine(self::KEYS, [$this->person, $this->link, $this->link_person, $this->link_role, $this->roles, $this->role, $this->role_name]);
    }
}
