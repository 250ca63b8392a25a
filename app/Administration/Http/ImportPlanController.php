<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Administration\Imports\DescribeImport;
use Kennel\App\Administration\Imports\GatherFacts;
use Kennel\App\Administration\Imports\Import;
use Kennel\App\Administration\Imports\ImportPlanRecord;
use Kennel\App\Administration\Imports\ImportReport;
use Kennel\App\Administration\Imports\Imports;
use Kennel\App\Administration\Imports\KeptPlans;
use Kennel\App\Administration\Imports\PlanUpdates;
use Kennel\App\Administration\Imports\PreviewImport;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Refused;

/** What becomes of a file's columns: suggested, tried upon its first rows, kept, and had checked. */
final readonly class ImportPlanController
{
    public function __construct(
        private Caller $caller,
        private Imports $imports,
        private ImportReport $report,
        private DescribeImport $describe,
        private PreviewImport $preview,
        private GatherFacts $facts,
        private KeptPlans $kept,
        private FieldRules $fields,
        private HandedFields $handed,
    ) {
    }

    /** With its tables, and the plan it was last checked by, or one that suggests itself: for the table that is asked for. */
    public function show(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::AccountsManage);
        $import = $this->imports->get($id);
        $table = (new Query($request))->text('table');
        $isOpen = in_array($import->state, ['received', 'checked'], true);
        $plan = $table === null && $import->plan !== null ? $import->plan : null;
        $plan ??= $isOpen ? $this->describe->suggestion($import, ($this->facts)($operator->asOperator()), $table)->toArray() : null;

        return Json::ok(['import' => $this->report->of($import), 'tables' => $isOpen ? $this->describe->tables($import) : [], 'plan' => $plan]);
    }

    public function preview(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::AccountsManage);
        $import = $this->open($id);
        $plan = $this->plan($request);

        return Json::ok(($this->preview)($import, $plan, $operator->asOperator()));
    }

    public function check(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::AccountsManage);
        $plan = $this->plan($request);
        $reasons = $this->handed->toCaller()->reasonsAgainstWriting(PlanUpdates::fieldsOf($plan), 'update');
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->imports->check($id, $plan, $operator->asOperator());

        return Json::ok($this->report->of($this->imports->get($id)), 202);
    }

    public function kept(): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::AccountsManage);

        return Json::ok(['items' => array_map(static fn (ImportPlanRecord $kept): array => [
            'id' => $kept->id, 'name' => $kept->name, 'plan' => $kept->plan, 'kept_by' => $kept->operator_name, 'kept_at' => $kept->kept_at,
        ], $this->kept->all())]);
    }

    public function keep(Request $request): Response
    {
        $operator = $this->caller->requireUnbounded(Permission::AccountsManage);
        $body = Body::of($request, Body::RULE_BOOK);
        $name = $body->text('name') ?? '';
        $plan = $this->read($body->object('plan'));
        $body->complete();
        $this->kept->keep($name, $plan, $operator);

        return new Response(status: 204);
    }

    public function forget(string $id): Response
    {
        $this->caller->requireUnbounded(Permission::AccountsManage);
        $this->kept->forget($id);

        return new Response(status: 204);
    }

    /** @throws Refusal for one whose file is not there any more, or is at work */
    private function open(string $id): Import
    {
        $import = $this->imports->get($id);

        return in_array($import->state, ['received', 'checked'], true) ? $import : throw Refusal::conflict('import.not_open');
    }

    /** @throws Refusal */
    private function plan(Request $request): ImportPlan
    {
        $body = Body::of($request, Body::RULE_BOOK);
        $plan = $this->read($body->object('plan'));
        $body->complete();

        return $plan;
    }

    /**
     * @param  array<array-key, mixed>  $plan
     *
     * @throws Refusal
     */
    private function read(array $plan): ImportPlan
    {
        try {
            return ImportPlan::read($plan, $this->fields);
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }
    }
}
