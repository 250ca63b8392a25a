<?php

declare(strict_types=1);

namespace Kennel\App\Authorization\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Authorization\EditExclusions;
use Kennel\App\Authorization\Permissions;
use Kennel\App\Authorization\RoleHolders;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\EntityTag;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\Permission;
use Kennel\Core\Foundation\Permissions\Permission as KennelPermission;

/** What roles are made of: the catalogue of permissions, and which roles nobody holds together. */
final readonly class CatalogueController
{
    public function __construct(private Caller $caller, private Permissions $permissions, private Roles $roles)
    {
    }

    public function permissions(): JsonResponse
    {
        $this->caller->require(KennelPermission::RolesRead);

        return Json::ok(['items' => array_values(array_map($this->permission(...), $this->permissions->all()))]);
    }

    public function register(string $permission, Request $request): JsonResponse
    {
        $operator = $this->caller->require(KennelPermission::RolesManage);
        $body = Body::of($request);
        $app = $body->text('app');
        $description = $body->text('description') ?? '';
        $body->complete();

        return Json::ok($this->permission($this->permissions->register($permission, $app, $description, $operator)));
    }

    public function unregister(string $permission): Response
    {
        $this->permissions->remove($permission, $this->caller->require(KennelPermission::RolesManage));

        return new Response(status: 204);
    }

    public function whoMay(string $permission, Request $request, RoleHolders $holders): JsonResponse
    {
        $this->caller->require(KennelPermission::RolesRead);
        $this->caller->require(KennelPermission::AccountsRead);
        $query = new Query($request);

        return Json::ok($holders->whoMay($this->permissions->get($permission), $query->text('app', 40), $query->text('q', 100), $query->text('cursor', 1000), $query->number('limit', 50, 1, 200)));
    }

    public function exclusions(): JsonResponse
    {
        $this->caller->require(KennelPermission::RolesRead);

        return Json::ok(['items' => array_map($this->exclusion(...), $this->roles->exclusions())]);
    }

    public function exclude(string $key, Request $request, EditExclusions $edit): JsonResponse
    {
        $operator = $this->caller->require(KennelPermission::RolesManage);
        $body = Body::of($request);
        $exclusion = new Exclusion($key, array_values(array_unique($body->texts('roles'))), $body->number('too_many') ?? 2, trim($body->text('why') ?? ''));
        $body->complete();
        // One that is new has no version anybody could have seen.
        $edit->save($exclusion, $operator, $request->headers->has('If-Match') ? EntityTag::seen($request) : null);
        $saved = $this->exclusion($exclusion);

        return Json::ok($saved, headers: ['ETag' => EntityTag::of($saved['version'])]);
    }

    public function allowAgain(string $key, EditExclusions $edit): Response
    {
        $edit->remove($key, $this->caller->require(KennelPermission::RolesManage));

        return new Response(status: 204);
    }

    /** @return array<string, mixed> */
    private function permission(Permission $permission): array
    {
        return [
            'key' => $permission->key,
            'app' => $permission->app,
            'description' => $permission->description,
            'is_kennels' => $permission->isKennels(),
            'roles' => array_values(array_filter($this->roles->graph()->keys(), fn (string $role): bool => in_array($permission->key, $this->roles->graph()->own($role), true))),
        ];
    }

    /** @return array{key: string, roles: list<string>, too_many: int, why: string, version: int} */
    private function exclusion(Exclusion $exclusion): array
    {
        return ['key' => $exclusion->key, 'roles' => $exclusion->roles, 'too_many' => $exclusion->tooMany, 'why' => $exclusion->why, 'version' => $this->roles->exclusionVersions()[$exclusion->key] ?? 1];
    }
}
