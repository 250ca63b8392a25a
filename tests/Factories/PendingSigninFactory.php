<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Sessions\PendingSignin;

/** @extends RecordFactory<PendingSignin> */
final class PendingSigninFactory extends RecordFactory
{
    protected $model = PendingSignin::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => (string) Str::uuid7(), 'account_id' => AccountFactory::new()->create()->id, 'token_digest' => bin2hex(random_bytes(32)), 'surface' => 'pages', 'kept' => false, 'proven_by' => 'password', 'password_digest' => 'x', 'attempts' => 0, 'created_at' => self::MOMENT, 'expires_at' => self::MOMENT];
    }
}
