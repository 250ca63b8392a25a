<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Sessions\Session;
use Kennel\App\Foundation\Identity\Surface;

/** @extends RecordFactory<Session> */
final class SessionFactory extends RecordFactory
{
    protected $model = Session::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'account_id' => (string) Str::uuid7(),
            'surface' => Surface::Pages,
            'token_digest' => fn (): string => hash('sha256', random_bytes(8)),
            'kept' => false,
            'proven_by' => 'password',
            'proven_at' => self::MOMENT,
            'source' => '192.0.2.1',
            'user_agent' => '',
            'started_at' => self::MOMENT,
            'seen_at' => self::MOMENT,
            'lapses_at' => self::FAR,
        ];
    }
}
