<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Kennel\App\Foundation\Database\Record;

/**
 * What we show at a provider's token endpoint. Sealed; nobody is told it again.
 *
 * @property string $provider_key
 * @property string $sealed
 * @property string $changed_at
 */
final class ProviderSecret extends Record
{
    protected $table = 'provider_secrets';

    protected $primaryKey = 'provider_key';

    protected $hidden = ['sealed'];
}
