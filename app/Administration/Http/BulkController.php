<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Administration\Bulk\BulkAccountList;
use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\BulkRuns;
use Kennel\App\Directory\Http\Listed;
use Kennel\App\Directory\Http\WithheldChanges;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Administration\Bulk\BulkAct;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** Acts upon many accounts. An operator sees and leads their own. */
final readonly class BulkController
{
    public function __construct(private Caller $caller, private BulkRuns $runs, private Words $words, private WithheldChanges $withheld, private BulkAccountList $list)
    {
    }

    public function index(): JsonResponse
    {
        return Json::ok(['items' => array_map($this->shown(...), $this->runs->latest($this->caller->require(Permission::AccountsRead)))]);
    }

    public function store(Request $request): JsonResponse
    {
        $this->caller->require(Permission::AccountsRead);
        $body = Body::of($request, Body::RULE_BOOK);
        $act = BulkAct::tryFrom($body->text('act') ?? '');
        $parameters = $body->object('parameters');
        $isAll = $body->yes('all');
        $ids = $body->texts('ids');
        $search = mb_substr($body->text('search') ?? '', 0, 100);
        $where = Listed::where($body->text('where') ?? '[]');
        $body->complete();
        $reasons = match (true) {
            $act === null => [new Reason('bulk.act', 'act', ['acts' => array_column(BulkAct::cases(), 'value')])],
            $isAll === ($ids !== []) => [new Reason('bulk.whom', 'ids')],
            count($ids) > BulkRuns::MOST_IDS => [new Reason('bulk.too_many_ids', 'ids', ['maximum' => BulkRuns::MOST_IDS])],
            default => [],
        };
        if ($act === null || $reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        /** @var array<string, mixed> $parameters */
        $run = $this->runs->check($act, $parameters, $isAll ? null : $ids, $search === '' ? null : $search, $where);

        return Json::ok($this->shown($run), 201, ['Location' => "/api/v1/bulk-acts/{$run->id}"]);
    }

    public function show(string $id): JsonResponse
    {
        return $this->answer($this->runs->get($id, $this->caller->require(Permission::AccountsRead)));
    }

    public function accounts(string $id, Request $request): JsonResponse
    {
        $query = new Query($request);
        $run = $this->runs->get($id, $this->caller->require(Permission::AccountsRead));
        $page = $this->list->page($run, $query->choice('state', ['waiting', 'planned', 'left_out', 'changed']), $query->text('cursor', 1000), $query->number('limit', 50, 1, 200));

        return Json::ok([...$page, 'items' => array_map(fn (array $one): array => [...$one, 'before' => $this->withheld->values($one['before']), 'after' => $this->withheld->values($one['after']), 'message' => $one['reason'] === null ? null : $this->why($one['reason'])], $page['items'])]);
    }

    public function begin(string $id, Request $request): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsRead);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $body->complete();

        return $this->answer($this->runs->begin($id, $why, $operator));
    }

    public function undo(string $id): JsonResponse
    {
        $run = $this->runs->undo($id, $this->caller->require(Permission::AccountsRead));

        return Json::ok($this->shown($run), 201, ['Location' => "/api/v1/bulk-acts/{$run->id}"]);
    }

    public function cancel(string $id): JsonResponse
    {
        return $this->answer($this->runs->cancel($id, $this->caller->require(Permission::AccountsRead)));
    }

    private function answer(BulkRun $run): JsonResponse
    {
        return Json::ok($this->shown($run));
    }

    /** @return array<string, mixed> */
    private function shown(BulkRun $run): array
    {
        $key = (string) ($run->parameters['field'] ?? $run->parameters['key'] ?? '');
        $counted = $this->list->changes($run);
        $changes = array_map(function (string $pair, int $accounts) use ($key): array {
            [$before, $after] = array_map(fn (mixed $value): mixed => $this->withheld->value($key, $value), (array) json_decode($pair, true));

            return ['before' => $before, 'after' => $after, 'accounts' => $accounts];
        }, array_keys($counted), $counted);
        $isUndoable = $this->runs->isUndoable($run);

        return [
            'id' => $run->id,
            'act_id' => $run->act_id,
            'act' => $run->act->value,
            'parameters' => (object) $run->parameters,
            'undo_of' => $run->undo_of,
            'state' => $run->state,
            'why' => $run->why,
            'total' => $run->total,
            'done' => $run->done,
            'planned' => $run->planned,
            'changed' => $run->changed,
            'left_out' => $run->left_out,
            'changes' => $changes,
            'reasons' => array_map(
                fn (string $code, int $accounts): array => ['code' => $code, 'message' => $this->why($code), 'accounts' => $accounts],
                array_keys($run->outcomes['left_out']),
                $run->outcomes['left_out'],
            ),
            'failure' => $run->failure === null ? null : $this->why($run->failure),
            'begun_at' => $run->begun_at,
            'finished_at' => $run->finished_at,
            'can_be_undone' => $run->act->isUndoable() && $run->undo_of === null,
            'undoable_until' => $isUndoable ? Moment::write($this->runs->undoableUntil($run)) : null,
        ];
    }

    private function why(string $code): string
    {
        return $this->words->say(new Reason($code));
    }
}
