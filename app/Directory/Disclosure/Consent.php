<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Kennel\App\Foundation\Database\Record;

/**
 * That a holder agreed to one thing.
 *
 * @property string $account_id
 * @property string $audience
 * @property string $field
 * @property string $purpose
 * @property string $given_at
 */
final class Consent extends Record
{
    protected $table = 'consents';

    protected $primaryKey = 'account_id';
}
