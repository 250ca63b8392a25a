<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\StoredHashes;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Core\Credentials\Passwords\Schemes\Wrappable;
use Kennel\Core\Credentials\Passwords\Schemes\Wrapped;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Psr\Clock\ClockInterface;

/**
 * Encloses every older hash in Argon2id by today's parameters. Each account is written by itself, and only if its hash is still the one
 * that was enclosed: a sign-in meanwhile wins. Broken off anywhere, every account holds either the older hash or the enclosed one,
 * and both are verified; begun again, it goes on with what is left.
 */
final readonly class Wrapping implements LongRun
{
    private const SALT_BYTES = 16;

    /** Accounts between two looks at whether to go on. */
    private const CHUNK = 20;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private HashingRules $rules,
        private Accounts $accounts,
        private StoredHashes $hashes,
        private AuditTrail $audit,
    ) {
    }

    /** @return array{kinds: list<array{kind: string, accounts: int}>, accounts: int, run: array<string, mixed>|null} what wrapping would do now, and the last run */
    public function preview(): array
    {
        $kinds = [];
        foreach ($this->hashes->byKind() as $kind => $accounts) {
            if (Schemes::verifying($this->hashes->oneOf((string) $kind)) instanceof Wrappable) {
                $kinds[] = ['kind' => (string) $kind, 'accounts' => $accounts];
            }
        }
        $run = WrapRun::query()->orderByDesc('started_at')->orderByDesc('id')->first();

        return [
            'kinds' => $kinds,
            'accounts' => array_sum(array_column($kinds, 'accounts')),
            'run' => $run === null ? null : [
                'id' => $run->id,
                'state' => $run->state,
                'done' => $run->done,
                'total' => $run->total,
                'started_at' => $run->started_at,
                'finished_at' => $run->finished_at,
            ],
        ];
    }

    /** @throws Refusal for what is invalid */
    public function begin(string $why, SignedIn $operator): void
    {
        $preview = $this->preview();
        $reasons = [...WrittenReason::reasonsAgainst($why), ...$preview['accounts'] === 0 ? [new Reason('wrapping.nothing')] : []];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->database->transaction(function () use ($preview, $why, $operator): void {
            $kinds = array_column($preview['kinds'], 'kind');
            WrapRun::query()->live()->update(['state' => 'cancelled']);
            $run = WrapRun::query()->create([
                'state' => 'queued',
                'total' => $preview['accounts'],
                'kinds' => $kinds,
                'started_at' => Moment::write($this->clock->now()),
            ]);
            $this->audit->record(
                'passwords.wrapping_begun',
                $operator->asOperator(),
                null,
                [],
                ['kinds' => implode(', ', $kinds), 'accounts' => $preview['accounts']],
                trim($why),
                'wrapping',
            );
            ContinueRun::dispatch(Wrapping::class, $run->id);
        });
    }

    public function cancel(string $id): void
    {
        WrapRun::end($id, 'cancelled', $this->clock->now());
    }

    public function fail(string $id): void
    {
        WrapRun::end($id, 'failed', $this->clock->now());
    }

    /** @return bool false when there is more to do */
    public function work(string $id, Step $step): bool
    {
        $run = WrapRun::query()->live()->find($id);
        if ($run === null || WrapRun::query()->live()->whereKey($id)->update(['state' => 'running']) === 0) {
            return true;
        }
        foreach ($run->kinds as $kind) {
            $last = 0;
            while (($accounts = $this->hashes->chunkOf($kind, $last, self::CHUNK)) !== []) {
                foreach ($accounts as $account) {
                    $this->enclose($account);
                    $last = $account->seq;
                }
                if (! $this->keep($run)) {
                    return true;
                }
                if ($step->isOver()) {
                    return false;
                }
            }
        }
        WrapRun::query()->whereKey($id)->where('state', 'running')->update([
            'state' => 'done',
            'done' => $run->total,
            'finished_at' => Moment::write($this->clock->now()),
        ]);

        return true;
    }

    /** Keeps how far the run is. @return bool false when it was cancelled */
    private function keep(WrapRun $run): bool
    {
        return WrapRun::query()->whereKey($run->id)->where('state', 'running')->update(['done' => max(0, $run->total - $this->hashes->countOf($run->kinds))]) === 1;
    }

    private function enclose(Account $account): void
    {
        $scheme = Schemes::verifying($account->password_hash);
        if ($scheme instanceof Wrappable) {
            $this->accounts->swapHash(
                $account,
                HashKind::describe(Wrapped::enclose($scheme, $account->password_hash, $this->rules->argon2id, $this->entropy->bytes(self::SALT_BYTES))),
            );
        }
    }
}
