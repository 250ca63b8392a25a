<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Http\WithheldChanges;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Trail\Evidence\EvidenceEntry;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\App\Trail\Evidence\Watch;
use Kennel\Core\Foundation\Permissions\Permission;

/** The feed the dock follows: the newest entries first, or what came after the last one seen. */
final readonly class EvidenceController
{
    private const PAGE = 100;

    public function __construct(private EvidenceLog $log, private Watch $watch, private Caller $caller, private WithheldChanges $withheld)
    {
    }

    public function index(Request $request, Sight $sight): JsonResponse
    {
        $this->caller->require(Permission::EvidenceRead);
        $this->watch->begin();
        $query = new Query($request);
        $after = $query->number('after', 0, 0, PHP_INT_MAX);
        $account = $query->uuid('account');
        $entries = $this->log->newest($account, $after, self::PAGE, $sight);

        return Json::ok([
            'items' => array_map(fn (EvidenceEntry $row): array => [
                'seq' => $row->seq,
                'at' => $row->at,
                'act_id' => $row->act_id,
                'lane' => $row->lane,
                'account_id' => $row->account_id,
                'label' => $row->label,
                'content' => $this->content($row),
            ], $entries),
            'last' => max($after, $entries[0]->seq ?? 0),
        ]);
    }

    /**
     * As it was kept, but for values of fields that the operator may not see.
     *
     * @return array<string, mixed>
     */
    private function content(EvidenceEntry $row): array
    {
        $content = $row->content;
        if (isset($content['changes'])) {
            $content['changes'] = $this->withheld->of((array) $content['changes']);
        }
        $request = $content['request'] ?? null;
        if (is_array($request) && is_array($request['body'] ?? null)) {
            $content['request'] = [...$request, 'body' => $this->body($request['body'])];
        }

        return $content;
    }

    /**
     * @param  array<array-key, mixed>  $body
     * @return array<array-key, mixed>
     */
    private function body(array $body): array
    {
        if (is_array($body['fields'] ?? null)) {
            $body['fields'] = $this->withheld->fields($body['fields']);
        }
        if (is_array($body['metadata'] ?? null)) {
            $body['metadata'] = $this->withheld->documents($body['metadata']);
        }

        return $body;
    }
}
