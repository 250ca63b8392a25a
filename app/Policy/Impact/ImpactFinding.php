<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * Whom or what a draft would touch.
 *
 * @property int $seq
 * @property string $run_id
 * @property string $kind
 * @property string $code
 * @property string|null $field
 * @property string|null $account_id
 * @property array<string, int|string|list<string>> $parameters
 * @property Account|null $account
 */
final class ImpactFinding extends NumberedRecord
{
    protected $table = 'impact_findings';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['parameters' => AsJson::ARRAY];
    }

    /** @return BelongsTo<Account, $this> null once it is deleted */
    public function account(): BelongsTo
    {
        return $this->belongsTo(Account::class, 'account_id', 'id');
    }
}
