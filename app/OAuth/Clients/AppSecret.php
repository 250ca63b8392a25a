<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * A secret that an app shows at the token endpoint. Shown once; kept as a digest, and the last characters of it, by which people tell two apart.
 *
 * @property int $seq
 * @property string $id
 * @property string $app_key
 * @property string $digest
 * @property string $hint
 * @property string $created_by
 * @property string $created_at
 * @property string|null $used_at
 * @property string|null $revoked_at
 * @property string|null $revoked_by
 */
final class AppSecret extends NumberedRecord
{
    protected $table = 'app_secrets';

    protected $primaryKey = 'seq';

    protected $hidden = ['digest'];
}
