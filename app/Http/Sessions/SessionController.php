<?php

declare(strict_types=1);

namespace Kennel\App\Http\Sessions;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\OperatorAuthority;
use Kennel\App\Apps\Apps;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Identity\Sight;
use Kennel\App\Platform\Identity\Surface;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Sessions\EndSessions;
use Kennel\App\Sessions\SessionList;
use Kennel\App\Signin\FindLanding;

final readonly class SessionController
{
    public function __construct(private Caller $caller, private SessionList $list, private EndSessions $end, private AuditTrail $audit)
    {
    }

    /** Signing out twice is signing out. */
    public function signOut(Request $request, ConnectionInterface $database): Response
    {
        $signedIn = $this->caller->find();
        if ($signedIn !== null) {
            $database->transaction(function () use ($signedIn): void {
                $this->end->one($signedIn->sessionId, 'holder');
                $this->audit->record('session.signed_out', $signedIn->asHolder(), ['id' => $signedIn->accountId, 'name' => $signedIn->name]);
            });
        }

        return (new Response(status: 204))->withCookie(Surface::of($request)->forget());
    }

    /** Where the browser goes on to; asked after signing in, and after each duty. */
    public function landing(Request $request, Apps $apps, FindLanding $find): JsonResponse
    {
        $holder = $this->caller->get();
        $app = $apps->find((new Query($request))->text('app', 40) ?? '') ?? throw Refusal::notFound();
        $landing = $find($holder, $app);

        return Json::ok(['page' => $landing->page, 'address' => $landing->address?->toString(), 'is_on_the_web' => $landing->address !== null && $landing->address->isOnTheWeb]);
    }

    public function index(Request $request): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($this->list->page($query->uuid('account'), $query->text('cursor'), $query->number('limit', 50, 1, 200)));
    }

    public function end(string $id, ConnectionInterface $database, Accounts $accounts, OperatorAuthority $authority, Sight $sight): Response
    {
        $operator = $this->caller->require('kennel:sessions.end');
        $session = $this->list->find($id);
        if ($session === null || ! $sight->includes($session['account_id'])) {
            throw Refusal::notFound();
        }
        $database->transaction(function () use ($operator, $session, $accounts, $authority): void {
            $authority->require($operator, $accounts->find($session['account_id']) ?? throw Refusal::notFound());
            $this->end->one($session['id'], 'operator');
            $this->audit->record(
                'session.ended',
                $operator->asOperator(),
                ['id' => $session['account_id'], 'name' => $session['name']],
                ['state' => 'live'],
                ['state' => 'ended'],
                record: 'session',
            );
        });

        return new Response(status: 204);
    }
}
