<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * What a person agreed to for an app.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $app_key
 * @property string $scope
 * @property string $agreed_at
 */
final class AppGrant extends NumberedRecord
{
    protected $table = 'app_grants';

    protected $primaryKey = 'seq';
}
