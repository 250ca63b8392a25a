<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Pictures\Pictures;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Retention\RetentionRules;
use Kennel\Core\Signup\SignupRules;

/** Accounts that nobody proved to be theirs in time, and closed ones. With an account goes all it holds; the trail stays. */
final readonly class ForgetAccounts implements Forgets
{
    private const AT_ONCE = 200;

    public function __construct(private ConnectionInterface $database, private RetentionRules $rules, private SignupRules $signup, private Pictures $pictures, private AuditTrail $audit)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $unproven = $this->delete($this->unproven($now), $this->noteLapsed(...));
        $closed = $this->delete(Account::query()->where('status', Status::Closed->value)->where('closed_at', '<', Moment::write($this->rules->before('closed_accounts', $now))), $this->notePurged(...));

        return ['accounts' => $unproven + $closed];
    }

    /**
     * Imported ones are an operator's, however long their owners take; and whoever was let off the proof is using the account.
     *
     * @return Builder<Account>
     */
    private function unproven(\DateTimeImmutable $now): Builder
    {
        $before = Moment::write($now->modify("-{$this->signup->unprovenFor->seconds} seconds"));

        return Account::query()->where('status', Status::Pending->value)->whereNull('email_proven_at')->where('came_by', 'signup')->where('created_at', '<', $before)
            ->whereNotExists(static fn ($claims) => $claims->from('claims')->whereColumn('claims.account_id', 'accounts.id')->where('claimed_at', '>=', $before))
            ->whereNotExists(static fn ($waivers) => $waivers->from('duty_waivers')->whereColumn('duty_waivers.account_id', 'accounts.id')->where('subject', 'like', 'verify_email:%'));
    }

    /**
     * @param  Builder<Account>  $accounts
     * @param  \Closure(list<Account>): void  $note
     */
    private function delete(Builder $accounts, \Closure $note): int
    {
        $deleted = 0;
        do {
            $some = $this->database->transaction(function () use ($accounts, $note): int {
                $some = array_values($accounts->clone()->orderBy('seq')->limit(self::AT_ONCE)->get()->all());
                if ($some !== []) {
                    $this->pictures->removeAllOf(array_column($some, 'id'));
                    Account::query()->whereIn('seq', array_column($some, 'seq'))->delete();
                    $note($some);
                }

                return count($some);
            });
            $deleted += $some;
        } while ($some === self::AT_ONCE);

        return $deleted;
    }

    /**
     * Strangers made them, so the trail is told how many and not which.
     *
     * @param  list<Account>  $accounts
     */
    private function noteLapsed(array $accounts): void
    {
        $this->audit->record('accounts.lapsed', Actor::kennel(), null, [], ['accounts' => count($accounts)], null, 'accounts');
    }

    /** @param  list<Account>  $accounts */
    private function notePurged(array $accounts): void
    {
        foreach ($accounts as $account) {
            $this->audit->record('account.purged', Actor::kennel(), $account->reference(), ['status' => 'closed'], ['status' => 'deleted']);
        }
    }
}
