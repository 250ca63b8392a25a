<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Sessions\EndAsOperator;
use Kennel\App\Credentials\Sessions\SessionFilter;
use Kennel\App\Credentials\Sessions\SessionList;
use Kennel\App\Credentials\Sessions\SignOut;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\FindLanding;
use Kennel\Core\Directory\Apps\AppAddress;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

final readonly class SessionController
{
    public function __construct(private Caller $caller, private SessionList $list)
    {
    }

    /** Signing out twice is signing out. */
    public function signOut(Request $request, SignOut $signOut): Response
    {
        $signedIn = $this->caller->find();
        $signedIn === null || $signOut($signedIn);

        return (new Response(status: 204))->withCookie(Surface::of($request)->forget());
    }

    /** Where the browser goes on to; asked after signing in, and after each duty. */
    public function landing(Request $request, Apps $apps, FindLanding $find): JsonResponse
    {
        $holder = $this->caller->get();
        $query = new Query($request);
        $app = $apps->find($query->text('app', 40) ?? '') ?? throw Refusal::notFound();
        $landing = $find($holder, $app, $query->text('return_to', AppAddress::LONGEST));

        return Json::ok(['page' => $landing->page, 'address' => $landing->address?->toString(), 'is_on_the_web' => $landing->address !== null && $landing->address->isOnTheWeb]);
    }

    public function index(Request $request): JsonResponse
    {
        $query = new Query($request);
        $surface = $query->choice('surface', array_column(Surface::cases(), 'value'));
        $proof = $query->choice('proof', ['one', 'two']);
        $filter = new SessionFilter(
            $query->uuid('account'),
            $query->text('who', 254),
            $query->text('from', 45),
            $surface === null ? null : Surface::from($surface),
            $proof === null ? null : $proof === 'two',
            $query->text('app', 40),
        );

        return Json::ok($this->list->page($filter, $query->text('cursor'), $query->number('limit', 50, 1, 200)));
    }

    public function day(): JsonResponse
    {
        return Json::ok(['hours' => $this->list->day()]);
    }

    public function end(string $id, EndAsOperator $end): Response
    {
        $end->one($this->caller->require(Permission::SessionsEnd), $id);

        return new Response(status: 204);
    }

    public function endMany(Request $request, EndAsOperator $end): JsonResponse
    {
        $operator = $this->caller->require(Permission::SessionsEnd);
        $body = Body::of($request);
        $ids = array_values(array_unique($body->texts('ids')));
        $body->complete();
        if ($ids === [] || count($ids) > EndAsOperator::MOST) {
            throw Refusal::invalid([new Reason('session.ids', 'ids', ['maximum' => EndAsOperator::MOST])]);
        }
        $ended = $end->many($operator, $ids);

        return Json::ok(['ended' => $ended, 'left' => count($ids) - $ended]);
    }
}
