<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * Something that happened. Never changed and never deleted: SQL refuses it. What it says of people is sealed; see Sealing.
 *
 * @property int $seq
 * @property string $id
 * @property string $act_id
 * @property string $at
 * @property string $event
 * @property string $actor_kind
 * @property string|null $actor_id
 * @property string $actor_name
 * @property string|null $account_id
 * @property string|null $account_name
 * @property string|null $source
 * @property string|null $reason
 * @property object|array<string, mixed> $changes by field, each with "before" and "after"
 */
final class AuditEvent extends NumberedRecord
{
    use HasUuids;

    protected $table = 'audit_events';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['changes' => AsJson::OBJECT];
    }

    /** @return list<string> */
    public function uniqueIds(): array
    {
        return ['id'];
    }
}
