<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\ChangeMetadata;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Foundation\Http\EntityTag;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Problem;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Permissions\Permission;

/** The two documents of free JSON: the body of a request is the document itself, or a merge patch (RFC 7396) to it. */
final readonly class MetadataController
{
    private const JSON = 'application/json';

    private const MERGE_PATCH = 'application/merge-patch+json';

    public function __construct(private Caller $caller, private Accounts $accounts, private AccountList $list, private Metadata $metadata, private ChangeMetadata $change, private HandedFields $handed)
    {
    }

    public function show(string $id): JsonResponse
    {
        $account = $this->list->get($id);

        return $this->answerOperator($account);
    }

    public function paths(): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::AccountsRead);

        $readable = $this->handed->toCaller();

        return Json::ok(['items' => array_values(array_filter(
            $this->metadata->paths(),
            static fn (array $one): bool => $readable->ofKind($one['kind'])(MetadataDocument::topKey($one['path'])),
        ))]);
    }

    public function replace(string $id, string $kind, Request $request): JsonResponse
    {
        return $this->changeByOperator($id, $kind, $request, $this->replacement(...));
    }

    public function merge(string $id, string $kind, Request $request): JsonResponse
    {
        return $this->changeByOperator($id, $kind, $request, $this->patch(...));
    }

    public function showOwn(): JsonResponse
    {
        return $this->answerHolder($this->accounts->find($this->caller->get()->accountId) ?? throw Refusal::notFound());
    }

    public function replaceOwn(Request $request): JsonResponse
    {
        return $this->changeByHolder($request, $this->replacement(...));
    }

    public function mergeOwn(Request $request): JsonResponse
    {
        return $this->changeByHolder($request, $this->patch(...));
    }

    /** @param  \Closure(Request): (\Closure(MetadataDocument): MetadataDocument)  $change  asked once it is known who asks */
    private function changeByOperator(string $id, string $kind, Request $request, \Closure $change): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $account = ($this->change)($id, MetadataKind::from($kind), $change($request), $operator, false, EntityTag::seen($request), $this->handed->toCaller());

        return $this->answerOperator($account);
    }

    /** @param  \Closure(Request): (\Closure(MetadataDocument): MetadataDocument)  $change  asked once it is known who asks */
    private function changeByHolder(Request $request, \Closure $change): JsonResponse
    {
        $holder = $this->caller->get();

        return $this->answerHolder(($this->change)($holder->accountId, MetadataKind::Own, $change($request), $holder, true, EntityTag::seen($request), $this->handed->toHolder()));
    }

    /** @return \Closure(MetadataDocument): MetadataDocument */
    private function replacement(Request $request): \Closure
    {
        $json = self::content($request, self::JSON);

        return static fn (MetadataDocument $before): MetadataDocument => MetadataDocument::parse($json);
    }

    /** @return \Closure(MetadataDocument): MetadataDocument */
    private function patch(Request $request): \Closure
    {
        $json = self::content($request, self::MERGE_PATCH);

        return static fn (MetadataDocument $before): MetadataDocument => $before->patched($json);
    }

    /** @throws Problem 415 */
    private static function content(Request $request, string $type): string
    {
        if (strtolower(trim(explode(';', (string) $request->headers->get('Content-Type'))[0])) !== $type) {
            throw new Problem(415, $type === self::JSON ? 'request.not_json' : 'request.not_merge_patch', headers: $type === self::JSON ? [] : ['Accept-Patch' => self::MERGE_PATCH]);
        }

        return $request->getContent();
    }

    private function answerHolder(Account $account): JsonResponse
    {
        return $this->answer($account, $this->metadata->handed($account->seq, $this->handed->toHolder(), MetadataKind::Own));
    }

    private function answerOperator(Account $account): JsonResponse
    {
        return $this->answer($account, $this->metadata->handed($account->seq, $this->handed->toCaller(), ...MetadataKind::cases()));
    }

    /** @param  array<string, object>  $documents */
    private function answer(Account $account, array $documents): JsonResponse
    {
        return Json::ok(['version' => $account->version, ...$documents], headers: ['ETag' => EntityTag::of($account->version)]);
    }
}
