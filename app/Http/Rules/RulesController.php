<?php

declare(strict_types=1);

namespace Kennel\App\Http\Rules;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Http\Protocol\Body;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Impact\Findings;
use Kennel\App\Impact\ImpactRuns;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\Words;
use Kennel\App\Publishing\PublishDraft;
use Kennel\App\Rules\Blockers;
use Kennel\App\Rules\Draft;
use Kennel\App\Rules\Drafts;
use Kennel\App\Rules\Revision;
use Kennel\App\Rules\Revisions;
use Kennel\App\Rules\RulesInForce;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Apps\Discretion;
use Kennel\Core\Impact\Finding;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Rules\RuleDiff;
use Kennel\Core\Signup\ProofOfWork;

/** The rule book's doors: in force, as a draft, as revisions, and what a draft would change. */
final readonly class RulesController
{
    public function __construct(private CurrentSession $session, private Drafts $drafts, private Revisions $revisions, private Words $words)
    {
    }

    public function show(RulesInForce $rules): JsonResponse
    {
        $this->session->require('kennel:rules.read');

        return Json::ok(['document' => $rules->document(), 'schema' => $rules->book()->schema(), 'revision' => $this->revisions->newest()->number]);
    }

    public function draft(Blockers $blockers): JsonResponse
    {
        $this->session->require('kennel:rules.read');

        return $this->answer($this->drafts->current(), $blockers);
    }

    public function saveDraft(Request $request, Blockers $blockers): JsonResponse
    {
        $operator = $this->session->require('kennel:rules.manage');
        $body = Body::of($request, Body::RULE_BOOK);
        $document = $body->object('document');
        $body->complete();

        return $this->answer($this->drafts->save($document, $request->headers->get('If-Match'), $operator), $blockers);
    }

    /** Only of a draft upon an older revision: what was published since is taken in, and what both changed is named. */
    public function rebaseDraft(Request $request, Blockers $blockers): JsonResponse
    {
        [$draft, $conflicts] = $this->drafts->rebase($request->headers->get('If-Match'), $this->session->require('kennel:rules.manage'));

        return $this->answer($draft, $blockers, $conflicts);
    }

    public function discardDraft(Request $request): Response
    {
        $this->drafts->discard($request->headers->get('If-Match'), $this->session->require('kennel:rules.manage'));

        return new Response(status: 204);
    }

    public function reviewDraft(Request $request, Blockers $blockers): JsonResponse
    {
        return $this->answer($this->drafts->review($request->headers->get('If-Match'), $this->session->require('kennel:rules.manage')), $blockers);
    }

    public function publishDraft(Request $request, PublishDraft $publish): JsonResponse
    {
        $operator = $this->session->require('kennel:rules.manage');
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $overrule = $body->text('overrule');
        $body->complete();
        $revision = $publish($request->headers->get('If-Match'), $why, $overrule, $operator);

        return Json::ok($this->presentRevision($revision), 201);
    }

    public function revisions(): JsonResponse
    {
        $this->session->require('kennel:rules.read');

        return Json::ok(['items' => array_map($this->presentRevision(...), $this->revisions->all())]);
    }

    /** One revision, and what differs from it to another, or to what is in force. */
    public function revision(int $number, Request $request): JsonResponse
    {
        $this->session->require('kennel:rules.read');
        $revision = $this->revisions->find($number) ?? throw Refusal::notFound();
        $query = new Query($request);
        $other = $query->number('against', -1, 0, 1_000_000);
        $against = $other < 0 ? $this->revisions->newest() : $this->revisions->find($other) ?? throw Refusal::notFound();

        return Json::ok([...$this->presentRevision($revision), 'document' => $revision->document, 'against' => $against->number, 'changes' => self::changes($against->document, $revision->document)]);
    }

    public function beginImpact(ImpactRuns $runs): JsonResponse
    {
        $this->session->require('kennel:rules.manage');
        $runs->begin();

        return Json::ok(['run' => $runs->current()], 202);
    }

    public function impact(ImpactRuns $runs): JsonResponse
    {
        $this->session->require('kennel:rules.read');

        return Json::ok(['run' => $runs->current()]);
    }

    public function cancelImpact(string $id, ImpactRuns $runs): Response
    {
        $this->session->require('kennel:rules.manage');
        $runs->cancel($id);

        return new Response(status: 204);
    }

    public function findings(string $id, Request $request, Findings $findings): JsonResponse
    {
        $query = new Query($request);
        $kind = $query->choice('kind', [Finding::GAINS_DUTY, Finding::LOSES_DUTY, Finding::REFUSED, Finding::ADMITTED, Finding::MISFIT, Finding::COLLISION, Finding::PAST_REFUSED, Finding::PAST_ADMITTED]);

        return Json::ok($findings->page($id, $kind, $query->text('code', 60), $query->text('field', 60), $query->text('cursor'), $query->number('limit', 50, 1, 200)));
    }

    /** @param  list<string>  $conflicts */
    private function answer(Draft $draft, Blockers $blockers, array $conflicts = []): JsonResponse
    {
        $book = RuleBook::fromArray($draft->document);
        $newest = $this->revisions->newest();
        $base = $this->revisions->find($draft->baseRevision)->document ?? [];
        $warnings = [];
        foreach ($book->apps as $app) {
            $warnings[] = ['app' => $app->key, 'contrast' => array_map(static fn (float $ratio): float => floor($ratio * 100) / 100, $app->look->contrast()), 'warnings' => $this->words->reasons($app->look->warnings())];
        }

        return Json::ok([
            'version' => $draft->version,
            'base_revision' => $draft->baseRevision,
            'document' => $draft->document,
            'changes' => self::changes($base, $draft->document),
            'blockers' => $draft->exists() ? $this->words->reasons($blockers->against($book)) : [],
            'saved_by' => $draft->savedBy,
            'saved_at' => $draft->savedAt,
            'reviewed_by' => $draft->reviewedBy,
            'reviewed_at' => $draft->reviewedAt,
            'looks' => $warnings,
            'warnings' => $this->words->reasons(Discretion::warnings($book->apps)),
            'newest_revision' => $newest->number,
            'published_since' => self::changes($base, $newest->document),
            'conflicts' => $conflicts,
            'work_seconds' => round(ProofOfWork::seconds($book->signup->bots->workBits), 2),
        ], headers: ['ETag' => $draft->tag()]);
    }

    /** @return array<string, mixed> */
    private function presentRevision(Revision $revision): array
    {
        return ['number' => $revision->number, 'published_by' => $revision->publishedBy, 'published_at' => $revision->publishedAt, 'reason' => $revision->why, 'overruled' => $revision->overruled];
    }

    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return list<array{path: string, before: mixed, after: mixed}>
     */
    private static function changes(array $before, array $after): array
    {
        $changes = [];
        foreach (RuleDiff::between($before, $after) as $path => $change) {
            $changes[] = ['path' => $path, ...$change];
        }

        return $changes;
    }
}
