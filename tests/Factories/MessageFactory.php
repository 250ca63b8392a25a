<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\MessageState;

/** @extends RecordFactory<Message> */
final class MessageFactory extends RecordFactory
{
    protected $model = Message::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(),
            'act_id' => (string) Str::uuid7(),
            'kind' => 'verify_address',
            'recipient' => 'tam@post.example',
            'subject' => 'Is this your address?',
            'state' => MessageState::Sent,
            'sealed' => '',
            'created_at' => self::MOMENT,
            'settled_at' => self::MOMENT,
        ];
    }
}
