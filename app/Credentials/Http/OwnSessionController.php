<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Credentials\Sessions\SessionList;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;

/** Where one is signed in oneself, and an end to it. Open to limited accounts: somebody who should not be there is put out at once. */
final readonly class OwnSessionController
{
    public function __construct(private Caller $caller, private SessionList $list, private EndSessions $end, private AuditTrail $audit, private ConnectionInterface $database)
    {
    }

    public function index(): JsonResponse
    {
        $holder = $this->caller->get();

        return Json::ok(['items' => $this->list->ofHolder($holder->accountId, $holder->sessionId)]);
    }

    public function end(string $id): Response
    {
        $holder = $this->caller->get();
        $this->database->transaction(function () use ($holder, $id): void {
            if (! in_array($id, array_column($this->list->ofHolder($holder->accountId, $holder->sessionId), 'id'), true)) {
                throw Refusal::notFound();
            }
            $this->end->one($id, 'holder');
            $this->audit->record('session.ended', $holder->asHolder(), ['id' => $holder->accountId, 'name' => $holder->name], ['state' => 'live'], ['state' => 'ended'], record: 'session');
        });

        return new Response(status: 204);
    }

    /** All but the one that asks. */
    public function endOthers(): JsonResponse
    {
        $holder = $this->caller->get();
        $ended = $this->database->transaction(function () use ($holder): int {
            $ended = $this->end->allOthersOf($holder->accountId, $holder->sessionId, 'holder');
            $ended === 0 || $this->audit->record('session.others_ended', $holder->asHolder(), ['id' => $holder->accountId, 'name' => $holder->name], [], ['sessions_ended' => $ended], record: 'session');

            return $ended;
        });

        return Json::ok(['ended' => $ended]);
    }
}
