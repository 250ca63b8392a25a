<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\Registration\Signup\BotRules;

/**
 * A sign-up form that came back, so that it cannot come twice.
 *
 * @property string $challenge
 * @property string $sent_at
 */
final class SentForm extends Record
{
    use MassPrunable;

    protected $table = 'signup_forms_sent';

    protected $primaryKey = 'challenge';

    /** @return Builder<self> a form that can no longer be sent need not be known to have been */
    public function prunable(): Builder
    {
        return self::query()->where(
            'sent_at',
            '<',
            Moment::write(Limit::now()->modify('-'.app(BotRules::class)->formLifetime->seconds.' seconds')->modify('-1 hour')),
        );
    }
}
