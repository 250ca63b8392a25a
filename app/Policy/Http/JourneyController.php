<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Rehearsals\JourneyCase;
use Kennel\App\Policy\Rehearsals\JourneyCases;
use Kennel\App\Policy\Rehearsals\Rehearsals;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rehearsals\Journey;
use Kennel\Core\Policy\Rehearsals\ShippedJourneys;
use Kennel\Core\Policy\Rehearsals\StepKind;

/** Journeys: those that ship, and those that are kept as cases and run under every draft. */
final readonly class JourneyController
{
    public function __construct(private Caller $caller, private JourneyCases $cases)
    {
    }

    public function index(): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $digest = $this->cases->digest();
        $shipped = ShippedJourneys::of('');

        return Json::ok([
            'shipped' => array_map(static fn (string $key, Journey $one): array => ['key' => $key, 'title' => $one->title, 'about' => $one->about, 'steps' => $one->toArray()['steps']], array_keys($shipped), $shipped),
            'cases' => array_map(fn (JourneyCase $one): array => $this->present($one, $digest), $this->cases->all()),
        ]);
    }

    /** Of a rehearsal, as it went; or of a file that was taken out. */
    public function store(Request $request, Rehearsals $rehearsals): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::RulesManage);
        $body = Body::of($request);
        $title = $body->text('title') ?? '';
        $rehearsal = $body->text('rehearsal');
        $app = $body->text('app') ?? '';
        $steps = $rehearsal === null ? $body->rows('steps') : [];
        $body->complete();
        if ($rehearsal !== null) {
            $done = $rehearsals->get($rehearsal, $operator);
            [$app, $steps] = [$done->app_key, array_map(static fn (array $one): array => [...$one['step'], ...$one['outcome'] === null ? [] : ['expected' => $one['outcome']]], $done->done)];
        }
        try {
            $journey = Journey::read(['title' => $title, 'app' => $app, 'steps' => $steps]);
        } catch (\InvalidArgumentException) {
            throw Refusal::invalid([new Reason('rehearsal.step', 'steps', ['kinds' => StepKind::names()])]);
        }

        return Json::ok($this->present($this->cases->keep($journey, $operator->asOperator()), $this->cases->digest()), 201);
    }

    /** Those of a file that was taken out: all of them or none. */
    public function import(Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::RulesManage);
        $body = Body::of($request, Body::RULE_BOOK);
        $listed = $body->rows('journeys');
        $body->complete();
        try {
            $journeys = array_map(Journey::read(...), $listed);
        } catch (\InvalidArgumentException $mistake) {
            throw Refusal::invalid([new Reason('rehearsal.mistake', 'journeys', ['mistake' => $mistake->getMessage()])]);
        }
        $digest = $this->cases->digest();

        return Json::ok(['items' => array_map(fn (JourneyCase $one): array => $this->present($one, $digest), $this->cases->keepAll($journeys, $operator->asOperator()))], 201);
    }

    public function run(string $id): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesManage);

        return Json::ok($this->present($this->cases->run($id), $this->cases->digest()));
    }

    public function destroy(string $id): Response
    {
        $this->cases->remove($id, $this->caller->requireUnbounded(Permission::RulesManage));

        return new Response(status: 204);
    }

    /** @return array<string, mixed> */
    private function present(JourneyCase $case, string $digest): array
    {
        $holds = $this->cases->holds($case, $digest);

        return [
            'id' => $case->id, 'title' => $case->title, 'app' => $case->app_key, 'steps' => $case->steps, 'ran' => $holds === null ? null : $case->ran, 'holds' => $holds,
            'saved_by' => $case->saved_by, 'saved_at' => $case->saved_at,
        ];
    }
}
