<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

/** Of the catalogue: what somebody may do, and with which app. */
final readonly class Permission
{
    public const PATTERN = '/^[a-z][a-z0-9_-]{0,39}:(\*|[a-z][a-z0-9_.-]{0,59})$/D';

    /** @param  string|null  $app  whose it is; null for Kennel's own, and for what several apps ask about */
    public function __construct(public string $key, public ?string $app, public string $description)
    {
    }

    public function isKennels(): bool
    {
        return str_starts_with($this->key, Authority::PREFIX);
    }
}
