<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Retention\Limit;

/**
 * What one sign-up was told, without what was typed.
 *
 * @property int $seq
 * @property string $day
 * @property string $app_key
 * @property string $domain
 * @property list<string> $reasons codes
 */
final class PastVerdict extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'signup_verdicts';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['reasons' => AsJson::ARRAY];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('day', '<', Limit::before('verdicts')->format('Y-m-d'));
    }
}
