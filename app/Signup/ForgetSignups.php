<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;
use Kennel\Core\Signup\BotRules;

/** Forms that were sent, what sign-ups were told, and the figures by day. */
final readonly class ForgetSignups implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules, private BotRules $bots)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        // A form that can no longer be sent need not be known to have been.
        $forms = $now->modify("-{$this->bots->formLifetime->seconds} seconds")->modify('-1 hour');

        return [
            'signup_forms_sent' => Batches::delete($this->database->table('signup_forms_sent')->where('sent_at', '<', Moment::write($forms)), 'challenge'),
            'signup_verdicts' => Batches::delete($this->database->table('signup_verdicts')->where('day', '<', $this->rules->before('verdicts', $now)->format('Y-m-d'))),
            'signup_tallies' => Batches::deleteBy($this->database->table('signup_tallies')->where('day', '<', $this->rules->before('tallies', $now)->format('Y-m-d')), 'day'),
        ];
    }
}
