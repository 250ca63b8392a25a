<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Rehearsals\JourneyCases;
use Kennel\App\Policy\Rehearsals\Rehearsal;
use Kennel\App\Policy\Rehearsals\Rehearsals;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rehearsals\Journey;
use Kennel\Core\Policy\Rehearsals\ShippedJourneys;
use Kennel\Core\Policy\Rehearsals\Step;
use Kennel\Core\Policy\Rehearsals\StepKind;
use Psr\Clock\ClockInterface;

/** Rehearsals under way: begun, played step by step or by hand, moved in time, ended. */
final readonly class RehearsalController
{
    public function __construct(private Caller $caller, private Rehearsals $rehearsals, private ClockInterface $clock)
    {
    }

    public function index(): JsonResponse
    {
        $operator = $this->operator();

        return Json::ok(['items' => array_map(static fn (Rehearsal $one): array => [
            'id' => $one->id, 'title' => $one->title, 'app' => $one->app_key, 'operator' => $one->operator_name, 'is_own' => $one->operator_id === $operator->accountId,
            'step' => count($one->done), 'steps' => count($one->done) + count($one->steps), 'begun_at' => $one->begun_at,
        ], $this->rehearsals->all())]);
    }

    /** By a journey that ships, one that is kept, or none: then everything is done by hand. */
    public function begin(Request $request, JourneyCases $cases): JsonResponse
    {
        $operator = $this->operator();
        $body = Body::of($request);
        $app = $body->text('app') ?? '';
        $shipped = $body->text('journey');
        $case = $body->text('case');
        $onDraft = $body->yes('on_draft');
        $body->complete();
        $journey = match (true) {
            $shipped !== null => ShippedJourneys::of($app)[$shipped] ?? throw Refusal::notFound(),
            $case !== null => $cases->get($case)->journey(),
            default => new Journey('By hand', $app, []),
        };

        $rehearsal = $this->rehearsals->begin($journey, $onDraft, $operator);

        return $this->present($rehearsal, $this->rehearsals->look($rehearsal), 201);
    }

    public function show(string $id): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($id, $this->operator());

        return $this->present($rehearsal, $this->rehearsals->look($rehearsal));
    }

    /** The next of the script; or what the page was made to do, told by its own requests. */
    public function next(string $id, Request $request): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($id, $this->operator());
        $body = Body::of($request);
        $isDone = $body->yes('done_on_page');
        $body->complete();

        return $this->present($rehearsal, $isDone ? $this->rehearsals->conclude($rehearsal) : $this->rehearsals->next($rehearsal));
    }

    /** One that is not in the script. */
    public function step(string $id, Request $request): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($id, $this->operator());
        $body = Body::of($request);
        $kind = $body->text('kind') ?? '';
        $for = $body->text('for');
        $body->complete();

        return $this->present($rehearsal, $this->rehearsals->step($rehearsal, self::read(['kind' => $kind, ...$for === null ? [] : ['for' => $for]])));
    }

    /** By so long, to a moment, or to the next purge, which then runs. */
    public function clock(string $id, Request $request): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($id, $this->operator());
        $body = Body::of($request);
        [$for, $to] = [$body->text('for'), $body->text('to')];
        $body->complete();

        return $this->present($rehearsal, match (true) {
            $for !== null => $this->rehearsals->step($rehearsal, self::read(['kind' => 'wait', 'for' => $for])),
            $to === 'purge' => $this->rehearsals->toPurge($rehearsal),
            default => $this->rehearsals->toExpiry($rehearsal),
        });
    }

    /** What the page that is shown asks for, in its world. */
    public function wire(string $id, Request $request): JsonResponse
    {
        $rehearsal = $this->rehearsals->get($id, $this->operator());
        $body = Body::of($request);
        $method = $body->text('method') ?? '';
        $path = $body->text('path') ?? '';
        $sent = $body->text('body');
        $headers = array_filter($body->object('headers'), is_string(...));
        $body->complete();
        if (! in_array($method, ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'], true) || preg_match('#^/[A-Za-z0-9/_.{}-]{1,200}(\?.{0,2000})?$#D', $path) !== 1) {
            throw Refusal::invalid([new Reason('rehearsal.wire', 'path')]);
        }
        /** @var array<string, string> $headers */
        $answer = $this->rehearsals->knock($rehearsal, $method, $path, $sent, $headers);

        return Json::ok(['status' => $answer->status, 'headers' => (object) $answer->headers, 'body' => $answer->body]);
    }

    public function end(string $id): Response
    {
        $this->rehearsals->end($this->rehearsals->get($id, $this->operator()));

        return new Response(status: 204);
    }

    private function operator(): SignedIn
    {
        return $this->caller->requireUnbounded(Permission::RulesManage);
    }

    /** @param  array<string, mixed>  $step */
    private static function read(array $step): Step
    {
        try {
            return Step::read($step);
        } catch (\InvalidArgumentException) {
            throw Refusal::invalid([new Reason('rehearsal.step', 'kind', ['kinds' => StepKind::names()])]);
        }
    }

    /** @param  array<string, mixed>  $scene  what there is to see in it */
    private function present(Rehearsal $rehearsal, array $scene, int $status = 200): JsonResponse
    {
        return Json::ok([
            'id' => $rehearsal->id, 'title' => $rehearsal->title, 'app' => $rehearsal->app_key, 'is_draft' => $rehearsal->is_draft, 'revision' => $rehearsal->revision,
            'now' => Moment::write($rehearsal->now($this->clock->now())), 'ahead' => $rehearsal->ahead, 'begun_at' => $rehearsal->begun_at,
            'done' => $rehearsal->done, 'next' => $rehearsal->steps, ...$scene,
        ], $status);
    }
}
