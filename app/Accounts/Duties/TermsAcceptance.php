<?php

declare(strict_types=1);

namespace Kennel\App\Accounts\Duties;

use Illuminate\Database\Eloquent\Model;

/**
 * A version of the terms that somebody accepted.
 *
 * @property string $account_id
 * @property string $version
 * @property string $accepted_at
 * @property string|null $source
 */
final class TermsAcceptance extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];
}
