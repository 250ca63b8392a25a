<?php

declare(strict_types=1);

namespace Kennel\App\Authorization\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Authorization\EditRoles;
use Kennel\App\Authorization\MeasureEffect;
use Kennel\App\Authorization\RoleHolders;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Role;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\EntityTag;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Roles\RoleDefinition;
use Kennel\Core\Foundation\Permissions\Permission;

/** Roles as operators make and change them, and who holds them. */
final readonly class RoleController
{
    public function __construct(private Caller $caller, private Roles $roles, private GiveableRoles $giveable)
    {
    }

    /** Of who is bounded, the holders that they may see are counted. */
    public function index(Sight $sight): JsonResponse
    {
        $this->caller->require(Permission::RolesRead);

        return Json::ok(['items' => array_map($this->shown(...), $this->roles->all($sight))]);
    }

    public function store(Request $request, EditRoles $edit): JsonResponse
    {
        $operator = $this->caller->require(Permission::RolesManage);
        $body = Body::of($request);
        $key = $body->text('key') ?? '';
        [$role, $why] = self::definition($key, $body);

        return $this->answer($edit->add($role, $why, $operator), 201);
    }

    public function update(string $key, Request $request, EditRoles $edit): JsonResponse
    {
        $operator = $this->caller->require(Permission::RolesManage);
        [$role, $why] = self::definition($key, Body::of($request));

        return $this->answer($edit->change($role, $why, $operator, EntityTag::seen($request)));
    }

    public function destroy(string $key, Request $request, EditRoles $edit): Response
    {
        $operator = $this->caller->require(Permission::RolesManage);
        $edit->remove($key, (string) (new Query($request))->text('reason', 200), $operator, EntityTag::seen($request));

        return new Response(status: 204);
    }

    /** What saving would do; with "delete", what deleting would. */
    public function effect(string $key, Request $request, MeasureEffect $measure): JsonResponse
    {
        $operator = $this->caller->require(Permission::RolesManage);
        $this->caller->require(Permission::AccountsRead);
        $body = Body::of($request);
        $isGone = $body->yes('delete');
        $from = $body->text('cursor') ?? '';
        [$role] = self::definition($key, $body);

        return Json::ok($measure($key, $isGone ? null : $role, $operator, $from));
    }

    public function holders(string $key, Request $request, RoleHolders $holders): JsonResponse
    {
        $this->caller->require(Permission::RolesRead);
        $this->caller->require(Permission::AccountsRead);
        $query = new Query($request);
        if (! $this->roles->exists($key)) {
            throw Refusal::notFound();
        }

        return Json::ok($holders->of($key, $query->text('q', 100), $query->text('cursor', 1000), $query->number('limit', 50, 1, 200)));
    }

    /** @return array{RoleDefinition, string} and why it is changed */
    private static function definition(string $key, Body $body): array
    {
        $role = new RoleDefinition(
            $key,
            trim($body->text('label') ?? $key),
            trim($body->text('summary') ?? ''),
            $body->text('app'),
            array_values(array_unique($body->texts('permissions'))),
            array_values(array_unique($body->texts('includes'))),
        );
        $why = mb_substr(trim($body->text('reason') ?? ''), 0, 200);
        $body->complete();

        return [$role, $why];
    }

    private function answer(Role $role, int $status = 200): JsonResponse
    {
        $shown = array_column($this->roles->all(), null, 'key')[$role->key] ?? throw Refusal::notFound();

        return Json::ok($this->shown($shown), $status, ['ETag' => EntityTag::of($role->version)]);
    }

    /**
     * @param  array{key: string, permissions: list<string>}  $role
     * @return array<string, mixed>
     */
    private function shown(array $role): array
    {
        $graph = $this->roles->graph();

        return [
            ...$role,
            'inherited' => array_values(array_diff($graph->permissionsOf([$role['key']])->names, $role['permissions'])),
            'level' => $graph->levels()[$role['key']] ?? 0,
            'is_giveable' => $this->giveable->includes($role['key'], $this->caller->get()->accountId),
        ];
    }
}
