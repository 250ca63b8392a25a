<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Registration\Invitations\Invitation;
use Kennel\Core\Registration\Invitations\WayIn;

/** @extends RecordFactory<Invitation> */
final class InvitationFactory extends RecordFactory
{
    protected $model = Invitation::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(),
            'batch_id' => (string) Str::uuid7(),
            'app_key' => 'gaugebook',
            'email' => 'ilse@post.example',
            'lookup_key' => bin2hex(random_bytes(8)),
            'name' => 'Ilse Bakker',
            'language' => 'en',
            'roles' => [],
            'fields' => [],
            'inviter_name' => 'Maren Thistlewood',
            'inviter_email' => 'maren@alderwend.example',
            'words' => '',
            'way' => WayIn::Link,
            'token_digest' => bin2hex(random_bytes(32)),
            'created_at' => self::MOMENT,
            'sent_at' => self::MOMENT,
            'expires_at' => self::MOMENT,
        ];
    }
}
