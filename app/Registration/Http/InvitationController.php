<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Registration\Invitations\InvitationFilter;
use Kennel\App\Registration\Invitations\InvitationFunnel;
use Kennel\App\Registration\Invitations\Invitations;
use Kennel\App\Registration\Invitations\TendInvitations;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Registration\Invitations\InvitationState;

/** Invitations that were sent: what became of each, and what is done about them. */
final readonly class InvitationController
{
    public function __construct(private Caller $caller, private Invitations $invitations, private InvitationResource $resource)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $query = new Query($request);
        $state = $query->choice('state', [...array_column(InvitationState::cases(), 'value'), 'lapsing']);
        $filter = new InvitationFilter(
            $state === null || $state === 'lapsing' ? null : InvitationState::from($state),
            $query->text('app', 40),
            $query->uuid('inviter'),
            $query->text('role', 60),
            $query->uuid('batch'),
            $query->text('to', 254),
            $state === 'lapsing',
        );
        $page = $this->invitations->page($filter, $query->text('cursor'), $query->number('limit', 50, 1, 200), $this->resource->row(...));

        return Json::ok([...$page, 'items' => $this->resource->withMessages($page['items'])]);
    }

    public function show(string $id): JsonResponse
    {
        return Json::ok($this->resource->whole($this->invitations->get($id)));
    }

    public function figures(Request $request, InvitationFunnel $funnel): JsonResponse
    {
        $query = new Query($request);
        $days = $query->number('days', 90, 1, 365);

        return Json::ok(['counts' => $this->invitations->count(), 'inviters' => $this->invitations->inviters(), 'days' => $days, 'funnel' => $funnel->of($query->text('app', 40), $days)]);
    }

    public function resend(Request $request, TendInvitations $tend): JsonResponse
    {
        $operator = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request);
        $ids = self::ids($body);
        $body->complete();

        return Json::ok($tend->resend($ids, $operator), 202);
    }

    public function withdraw(Request $request, TendInvitations $tend): JsonResponse
    {
        $operator = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request);
        $ids = self::ids($body);
        $body->complete();

        return Json::ok($tend->withdraw($ids, $operator));
    }

    public function extend(Request $request, TendInvitations $tend): JsonResponse
    {
        $operator = $this->caller->require(Permission::InvitationsSend);
        $body = Body::of($request);
        $ids = self::ids($body);
        $until = $body->moment('until') ?? throw Refusal::invalid([new Reason('type.moment', 'until')]);
        $body->complete();

        return Json::ok($tend->extend($ids, $until, $operator));
    }

    /** @return non-empty-list<string> */
    private static function ids(Body $body): array
    {
        $ids = array_values(array_unique($body->texts('ids')));
        if ($ids === [] || count($ids) > TendInvitations::MOST) {
            throw Refusal::invalid([new Reason('invitation.ids', 'ids', ['maximum' => TendInvitations::MOST])]);
        }

        return $ids;
    }
}
