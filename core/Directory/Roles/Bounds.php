<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Permissions\PermissionSet;

/**
 * An operator who uses the console for some apps alone: they see and act upon the accounts of these, and have of Kennel's permissions those that can be
 * narrowed so. Everything else is denied them, held everywhere or not.
 */
final class Bounds
{
    /** What can be narrowed to the accounts of some apps. A permission that is not here opens nothing to whoever is bounded. */
    public const NARROWABLE = [
        Permission::Console->value, Permission::AccountsRead->value, Permission::AccountsManage->value, Permission::AccountsExport->value, Permission::AppsRead->value, Permission::AuditRead->value, Permission::EvidenceRead->value, Permission::InvitationsRead->value,
        Permission::InvitationsSend->value, Permission::MessagesRead->value, Permission::MessagesSend->value, Permission::RolesRead->value, Permission::SessionsRead->value, Permission::SessionsEnd->value,
    ];

    /**
     * @param  array<string, list<string|null>>  $grants  apps by permission; null for wherever
     * @return list<string>|null the apps; null for an operator everywhere, and for whoever is no operator
     */
    public static function of(array $grants): ?array
    {
        $apps = [...$grants[Permission::Console->value] ?? [], ...$grants[Permission::Everything->value] ?? []];

        return $apps === [] || in_array(null, $apps, true) ? null : array_values(array_unique(array_filter($apps, is_string(...))));
    }

    /**
     * @param  list<string>|null  $bounds  as of() says them
     * @param  string|null  $app  of an account
     */
    public static function include(?array $bounds, ?string $app): bool
    {
        return $bounds === null || in_array($app, $bounds, true);
    }

    /** @param  array<string, list<string|null>>  $grants  apps by permission; null for wherever */
    public static function permissions(array $grants): PermissionSet
    {
        $bounds = self::of($grants);
        $everywhere = array_map(strval(...), array_keys(array_filter($grants, static fn (array $apps): bool => in_array(null, $apps, true))));
        if ($bounds === null) {
            return new PermissionSet($everywhere);
        }
        $ofApps = array_values(array_filter($everywhere, static fn (string $name): bool => ! str_starts_with($name, Authority::PREFIX)));
        $narrowed = array_values(array_filter(self::NARROWABLE, static function (string $name) use ($grants, $bounds): bool {
            $apps = [...$grants[$name] ?? [], ...$grants[Permission::Everything->value] ?? []];

            return in_array(null, $apps, true) || array_diff($bounds, $apps) === [];
        }));

        return new PermissionSet([...$ofApps, ...$narrowed]);
    }

    /**
     * What somebody may do on one app. There are no operators there, so nothing of Kennel is among it.
     *
     * @param  array<string, list<string|null>>  $grants  apps by permission; null for wherever
     * @return list<string>
     */
    public static function on(?string $app, array $grants): array
    {
        $may = array_filter(
            $grants,
            static fn (array $apps, string $name): bool => ! str_starts_with($name, Authority::PREFIX) && (in_array(null, $apps, true) || in_array($app, $apps, true)),
            ARRAY_FILTER_USE_BOTH,
        );

        return array_map(strval(...), array_keys($may));
    }

    /**
     * Whether an operator may act upon an account as far as what that may do with Kennel goes: nothing that they may not, and nowhere where they may not.
     *
     * @param  array<string, list<string|null>>  $operator
     * @param  array<string, list<string|null>>  $account
     */
    public static function reaches(array $operator, array $account): bool
    {
        $over = array_filter($account, static fn (string $name): bool => str_starts_with($name, Authority::PREFIX), ARRAY_FILTER_USE_KEY);
        if ($over === []) {
            // Nearly everybody.
            return true;
        }
        [$bounds, $own] = [self::of($operator), self::permissions($operator)];
        foreach ($over as $name => $apps) {
            if (! $own->allows($name) || ($bounds !== null && array_diff(array_map(strval(...), $apps), $bounds) !== [])) {
                return false;
            }
        }

        return true;
    }
}
