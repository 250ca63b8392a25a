<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts\Duties;

use Kennel\App\Foundation\Database\Record;

/**
 * A version of the terms that somebody accepted.
 *
 * @property string $account_id
 * @property string $version
 * @property string $accepted_at
 * @property string|null $source
 */
final class TermsAcceptance extends Record
{
    protected $table = 'terms_acceptances';
}
