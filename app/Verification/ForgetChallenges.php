<?php

declare(strict_types=1);

namespace Kennel\App\Verification;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;
use Kennel\Core\Signup\SignupRules;

/** Links after they lapsed, and claims that nobody proved in time. */
final readonly class ForgetChallenges implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules, private SignupRules $signup, private Claims $claims)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $lapsed = 0;
        $before = Moment::write($now->modify("-{$this->signup->unprovenFor->seconds} seconds"));
        // The founding claim goes with its account.
        foreach (Claim::query()->where('is_founding', false)->where('claimed_at', '<', $before)->lazyById(200, 'seq') as $claim) {
            $this->database->transaction(fn () => $this->claims->remove($claim));
            $lapsed++;
        }

        return [
            'claims' => $lapsed,
            'challenges' => Batches::delete($this->database->table('challenges')->where('expires_at', '<', Moment::write($this->rules->before('challenges', $now)))),
        ];
    }
}
