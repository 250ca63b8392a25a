<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Evidence;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\RequestContext;
use Kennel\Core\Foundation\Documents\StoredJson;
use Kennel\Core\Trail\Audit\Redactor;
use Psr\Clock\ClockInterface;

/**
 * What acts cause, in the order it was committed: a short memory for the dock. The audit trail is the lasting record.
 */
final readonly class EvidenceLog
{
    public function __construct(private ClockInterface $clock, private RequestContext $context)
    {
    }

    /**
     * @param  int  $after  the last one that was seen
     * @param  Sight  $sight  of whoever asks
     * @return list<EvidenceEntry> newest first
     */
    public function newest(?string $accountId, int $after, int $limit, Sight $sight): array
    {
        return array_values($sight->within(EvidenceEntry::query())
            ->when($accountId !== null, static fn ($entries) => $entries->where('account_id', $accountId))
            ->when($after > 0, static fn ($entries) => $entries->where('seq', '>', $after))
            ->orderByDesc('seq')->limit($limit)->get()->all());
    }

    /** @return list<EvidenceEntry> what the act under way has caused so far */
    public function ofThisAct(): array
    {
        return array_values(EvidenceEntry::query()->where('act_id', $this->context->actId)->orderBy('seq')->get()->all());
    }

    /** @return list<EvidenceEntry> the newest, in the order they were written */
    public function recent(int $limit): array
    {
        return array_values(EvidenceEntry::query()->orderByDesc('seq')->limit($limit)->get()->reverse()->all());
    }

    /**
     * Many of one lane, in one statement.
     *
     * @param  'wire'|'record'|'message'|'audit'  $lane
     * @param  list<array{label: string, content: array<string, mixed>}>  $entries  of no account yet
     */
    public function appendAll(string $lane, array $entries): void
    {
        $at = Moment::write($this->clock->now());
        $redactor = new Redactor;
        EvidenceEntry::query()->insert(array_map(fn (array $one): array => [
            'at' => $at,
            'act_id' => $this->context->actId,
            'lane' => $lane,
            'account_id' => $this->context->accountId,
            'label' => mb_substr($one['label'], 0, 200),
            'content' => AsJson::encode(StoredJson::object($redactor->redact($one['content']))),
        ], $entries));
    }

    /**
     * Written in the transaction of the act, where there is one, so that the sequence is the order of commits.
     *
     * @param  'wire'|'record'|'message'|'audit'  $lane
     * @param  array<string, mixed>  $content shown as it is, but for what the redactor knows for a secret
     */
    public function append(string $lane, string $label, array $content, ?string $accountId = null, ?string $actId = null): void
    {
        EvidenceEntry::query()->insert([
            'at' => Moment::write($this->clock->now()),
            'act_id' => $actId ?? $this->context->actId,
            'lane' => $lane,
            'account_id' => $accountId ?? $this->context->accountId,
            'label' => mb_substr($label, 0, 200),
            'content' => AsJson::encode(StoredJson::object((new Redactor)->redact($content))),
        ]);
    }
}
