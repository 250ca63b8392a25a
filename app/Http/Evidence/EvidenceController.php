<?php

declare(strict_types=1);

namespace Kennel\App\Http\Evidence;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Evidence\EvidenceEntry;
use Kennel\App\Evidence\EvidenceLog;
use Kennel\App\Evidence\Watch;
use Kennel\App\Http\Fields\WithheldChanges;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Identity\Sight;

/** The feed the dock follows: the newest entries first, or what came after the last one seen. */
final readonly class EvidenceController
{
    private const PAGE = 100;

    public function __construct(private EvidenceLog $log, private Watch $watch, private Caller $caller, private WithheldChanges $withheld)
    {
    }

    public function index(Request $request, Sight $sight): JsonResponse
    {
        $this->caller->require('kennel:evidence.read');
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

    /** As it was kept, but for values of fields that are not handed to whoever looks. */
    private function content(EvidenceEntry $row): object
    {
        $content = (array) $row->content;
        if (isset($content['changes'])) {
            $content['changes'] = $this->withheld->of($content['changes']);
        }
        $body = ((array) ($content['request'] ?? []))['body'] ?? null;
        if (is_object($body)) {
            $content['request'] = (object) [...(array) $content['request'], 'body' => $this->body($body)];
        }

        return (object) $content;
    }

    private function body(object $body): object
    {
        $told = (array) $body;
        if (is_object($told['fields'] ?? null)) {
            $told['fields'] = $this->withheld->fields($told['fields']);
        }
        if (is_object($told['metadata'] ?? null)) {
            $told['metadata'] = $this->withheld->documents($told['metadata']);
        }

        return (object) $told;
    }
}
