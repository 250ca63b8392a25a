<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Rules\Revision;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\Foundation\Permissions\Permission;

/** The published states of the rule book. */
final readonly class RevisionController
{
    public function __construct(private Caller $caller, private Revisions $revisions, private RulesResource $present)
    {
    }

    public function index(): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);

        return Json::ok(['items' => array_map($this->present->revision(...), $this->revisions->all())]);
    }

    /** One revision, and what differs from it to another, or to what is in force. */
    public function show(int $number, Request $request): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);
        $revision = $this->revisions->find($number) ?? throw Refusal::notFound();
        $query = new Query($request);
        $other = $query->number('against', -1, 0, 1_000_000);
        $against = $other < 0 ? $this->revisions->newest() : $this->revisions->find($other) ?? throw Refusal::notFound();

        return Json::ok([
            ...$this->present->revision($revision),
            'document' => $revision->document,
            'against' => $against->number,
            'changes' => RulesResource::changes($against->stored, $revision->stored),
        ]);
    }
}
