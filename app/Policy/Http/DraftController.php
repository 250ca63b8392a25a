<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Policy\Publishing\PublishDraft;
use Kennel\App\Policy\Rules\Draft;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\App\Policy\Rules\Revision;
use Kennel\Core\Foundation\Permissions\Permission;

/** The draft that operators share. */
final readonly class DraftController
{
    public function __construct(private Caller $caller, private Drafts $drafts, private RulesResource $present)
    {
    }

    public function show(): JsonResponse
    {
        $this->caller->require(Permission::RulesRead);

        return $this->answer($this->drafts->current());
    }

    public function save(Request $request): JsonResponse
    {
        $operator = $this->caller->require(Permission::RulesManage);
        $body = Body::of($request, Body::RULE_BOOK);
        $document = $body->object('document');
        $body->complete();

        return $this->answer($this->drafts->save($document, $request->headers->get('If-Match'), $operator));
    }

    /** Only of a draft upon an older revision: what was published since is taken in, and what both changed is named. */
    public function rebase(Request $request): JsonResponse
    {
        [$draft, $conflicts] = $this->drafts->rebase($request->headers->get('If-Match'), $this->caller->require(Permission::RulesManage));

        return $this->answer($draft, $conflicts);
    }

    public function discard(Request $request): Response
    {
        $this->drafts->discard($request->headers->get('If-Match'), $this->caller->require(Permission::RulesManage));

        return new Response(status: 204);
    }

    public function review(Request $request): JsonResponse
    {
        return $this->answer($this->drafts->review($request->headers->get('If-Match'), $this->caller->require(Permission::RulesManage)));
    }

    public function publish(Request $request, PublishDraft $publish): JsonResponse
    {
        $operator = $this->caller->require(Permission::RulesManage);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $overrule = $body->text('overrule');
        $body->complete();
        $revision = $publish($request->headers->get('If-Match'), $why, $overrule, $operator);

        return Json::ok($this->present->revision($revision), 201);
    }

    /** @param  list<string>  $conflicts */
    private function answer(Draft $draft, array $conflicts = []): JsonResponse
    {
        return Json::ok($this->present->draft($draft, $conflicts), headers: ['ETag' => $draft->tag()]);
    }
}
