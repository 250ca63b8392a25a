<?php

declare(strict_types=1);

namespace Kennel\App\Evidence;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\RequestContext;
use Kennel\Core\Audit\Redactor;
use Psr\Clock\ClockInterface;

/**
 * What acts cause, in the order it was committed: a short memory for the dock. The audit trail is the lasting record.
 */
final readonly class EvidenceLog
{
    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private RequestContext $context)
    {
    }

    /**
     * Written in the transaction of the act, where there is one, so that the sequence is the order of commits.
     *
     * @param  'wire'|'record'|'message'|'audit'  $lane
     * @param  array<string, mixed>  $content shown as it is, but for what the redactor knows for a secret
     */
    public function append(string $lane, string $label, array $content, ?string $accountId = null, ?string $actId = null): void
    {
        $this->database->table('evidence')->insert([
            'at' => Moment::write($this->clock->now()),
            'act_id' => $actId ?? $this->context->actId,
            'lane' => $lane,
            'account_id' => $accountId ?? $this->context->accountId,
            'label' => mb_substr($label, 0, 200),
            'content' => json_encode((new Redactor)->redact($content), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE),
        ]);
    }
}
