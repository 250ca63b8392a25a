<?php

declare(strict_types=1);

namespace Kennel\App\Http\Evidence;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Evidence\Watch;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Sessions\CurrentSession;

/** The feed the dock follows: the newest entries first, or what came after the last one seen. */
final readonly class EvidenceController
{
    private const PAGE = 100;

    public function __construct(private ConnectionInterface $database, private Watch $watch, private CurrentSession $session)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $this->session->require('kennel:evidence.read');
        $this->watch->begin();
        $query = new Query($request);
        $after = $query->number('after', 0, 0, PHP_INT_MAX);
        $account = $query->uuid('account');
        $rows = $this->database->table('evidence')
            ->when($account !== null, static fn ($rows) => $rows->where('account_id', $account))
            ->when($after > 0, static fn ($rows) => $rows->where('seq', '>', $after))
            ->orderByDesc('seq')->limit(self::PAGE)->get();

        return Json::ok([
            'items' => array_values($rows->map(static fn (\stdClass $row): array => [
                'seq' => (int) $row->seq,
                'at' => $row->at,
                'act_id' => $row->act_id,
                'lane' => $row->lane,
                'account_id' => $row->account_id,
                'label' => $row->label,
                'content' => json_decode($row->content),
            ])->all()),
            'last' => max($after, (int) ($rows->first()->seq ?? 0)),
        ]);
    }
}
