<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** What was sent, held or given up; what is still on its way stays. */
final readonly class ForgetMessages implements Forgets
{
    public function __construct(private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $before = Moment::write($this->rules->before('messages', $now));

        return [
            'messages' => Batches::delete(Message::query()->where('settled_at', '<', $before)),
            'held_deliveries' => Batches::delete(HeldDelivery::query()->where('held_at', '<', $before), 'message_id'),
        ];
    }
}
