<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Str;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Registration\Signup\SignupPlan;
use Psr\Clock\ClockInterface;

/**
 * Who claims an address that nobody has proven: each sign-up by itself, so that the first has nothing over the others. The link that is
 * pressed decides which counts. Called inside the act's transaction.
 */
final readonly class Claims
{
    public function __construct(private ClockInterface $clock, private Challenges $challenges)
    {
    }

    /** The sign-up that made the account. */
    public function found(Account $account, ?Token $browser): Claim
    {
        return $this->add($account, ['is_founding' => true, 'app_key' => (string) $account->app_key], $browser);
    }

    /** A further one. One of the same browser takes the place of its earlier one: that is one person trying again. */
    public function join(Account $account, SignupPlan $plan, #[\SensitiveParameter] string $hash, string $app, ?Token $browser): Claim
    {
        if ($browser !== null) {
            foreach (Claim::query()->where('account_id', $account->id)->where('is_founding', false)->where('browser_digest', $browser->digest())->get() as $earlier) {
                $this->remove($earlier);
            }
        }

        return $this->add($account, [
            'is_founding' => false,
            'app_key' => $app,
            'name' => $plan->name->value,
            'password_hash' => $hash,
            'fields' => $plan->fields,
            'terms_version' => $plan->terms,
        ], $browser);
    }

    public function find(?string $id): ?Claim
    {
        return $id === null ? null : Claim::query()->where('id', $id)->first();
    }

    /** How many claims wait with a password that was hashed under a pepper key. */
    public function countPeppered(string $keyId): int
    {
        return Claim::query()->where('password_hash', 'like', Peppered::prefix($keyId).'%')->count();
    }

    /** The one a link is sent for again: this browser's own, else the newest. */
    public function of(Account $account, ?Token $browser): ?Claim
    {
        $own = $browser === null ? null : $this->newest($account, static fn (Builder $claims) => $claims->where('browser_digest', $browser->digest()));

        return $own ?? $this->newest($account);
    }

    public function exist(Account $account): bool
    {
        return Claim::query()->where('account_id', $account->id)->exists();
    }

    /** Once one of them counts. @return int how many there were */
    public function settle(Account $account): int
    {
        $this->challenges->supersede($account->id, 'address');

        return Claim::query()->where('account_id', $account->id)->delete();
    }

    /** Its link stops working with it. */
    public function remove(Claim $claim): void
    {
        $this->challenges->supersedeClaim($claim->id, 'claim');
        $claim->delete();
    }

    /** @param  (\Closure(Builder<Claim>): mixed)|null  $narrow */
    private function newest(Account $account, ?\Closure $narrow = null): ?Claim
    {
        return Claim::query()->where('account_id', $account->id)->when($narrow !== null, $narrow)->orderByDesc('seq')->first();
    }

    /** @param  array<string, mixed>  $brought */
    private function add(Account $account, array $brought, ?Token $browser): Claim
    {
        return Claim::query()->create([
            'id' => (string) Str::uuid7(),
            'account_id' => $account->id,
            'browser_digest' => $browser?->digest(),
            'claimed_at' => Moment::write($this->clock->now()),
            ...$brought,
        ]);
    }
}
