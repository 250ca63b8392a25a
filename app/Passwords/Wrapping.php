<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Passwords\HashingRules;
use Kennel\Core\Passwords\HashKind;
use Kennel\Core\Passwords\Schemes\Schemes;
use Kennel\Core\Passwords\Schemes\Wrappable;
use Kennel\Core\Passwords\Schemes\Wrapped;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\WrittenReason;
use Kennel\Core\Secrets\Entropy;
use Psr\Clock\ClockInterface;

/**
 * Encloses every older hash in Argon2id by today's parameters. Each account is written by itself, and only if its hash is still the one
 * that was enclosed: a sign-in meanwhile wins. Broken off anywhere, every account holds either the older hash or the enclosed one,
 * and both are verified; begun again, it goes on with what is left.
 */
final readonly class Wrapping
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
        private AuditTrail $audit,
    ) {
    }

    /** @return array{kinds: list<array{kind: string, accounts: int}>, accounts: int, run: array<string, mixed>|null} what wrapping would do now, and the last run */
    public function preview(): array
    {
        $kinds = [];
        foreach ($this->accounts->hashKinds() as $kind => $accounts) {
            $one = $this->database->table('accounts')->where('hash_kind', $kind)->value('password_hash');
            if (is_string($one) && Schemes::verifying($one) instanceof Wrappable) {
                $kinds[] = ['kind' => (string) $kind, 'accounts' => $accounts];
            }
        }
        $run = $this->database->table('wrap_runs')->orderByDesc('started_at')->orderByDesc('id')->first();

        return [
            'kinds' => $kinds,
            'accounts' => array_sum(array_column($kinds, 'accounts')),
            'run' => $run === null ? null : ['id' => $run->id, 'state' => $run->state, 'done' => (int) $run->done, 'total' => (int) $run->total, 'started_at' => $run->started_at, 'finished_at' => $run->finished_at],
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
            $id = (string) Str::uuid7();
            $this->database->table('wrap_runs')->whereIn('state', ['queued', 'running'])->update(['state' => 'cancelled']);
            $this->database->table('wrap_runs')->insert(['id' => $id, 'state' => 'queued', 'total' => $preview['accounts'], 'kinds' => json_encode(array_column($preview['kinds'], 'kind'), JSON_THROW_ON_ERROR), 'started_at' => Moment::write($this->clock->now())]);
            $this->audit->record('passwords.wrapping_begun', $operator->asOperator(), null, [], ['kinds' => implode(', ', array_column($preview['kinds'], 'kind')), 'accounts' => $preview['accounts']], trim($why), 'wrapping');
            WrapHashes::dispatch($id);
        });
    }

    public function cancel(string $id): void
    {
        $this->database->table('wrap_runs')->where('id', $id)->whereIn('state', ['queued', 'running'])->update(['state' => 'cancelled', 'finished_at' => Moment::write($this->clock->now())]);
    }

    public function fail(string $id): void
    {
        $this->database->table('wrap_runs')->where('id', $id)->whereIn('state', ['queued', 'running'])->update(['state' => 'failed', 'finished_at' => Moment::write($this->clock->now())]);
    }

    /** @return bool false when there is more to do */
    public function work(string $id, Step $step): bool
    {
        $run = $this->database->table('wrap_runs')->where('id', $id);
        if ($run->clone()->whereIn('state', ['queued', 'running'])->update(['state' => 'running']) === 0) {
            return true;
        }
        /** @var list<string> $kinds */
        $kinds = json_decode((string) $run->clone()->value('kinds'), true, flags: JSON_THROW_ON_ERROR);
        foreach ($kinds as $kind) {
            $last = 0;
            while (($rows = $this->database->table('accounts')->where('hash_kind', $kind)->where('seq', '>', $last)->orderBy('seq')->limit(self::CHUNK)->get(['seq', 'password_hash']))->isNotEmpty()) {
                foreach ($rows as $row) {
                    $this->enclose((int) $row->seq, $row->password_hash);
                    $last = (int) $row->seq;
                }
                if (! $this->keep($id, $kinds)) {
                    return true;
                }
                if ($step->isOver()) {
                    return false;
                }
            }
        }
        $run->clone()->where('state', 'running')->update(['state' => 'done', 'done' => $this->database->raw('total'), 'finished_at' => Moment::write($this->clock->now())]);

        return true;
    }

    /**
     * Keeps how far the run is.
     *
     * @param  list<string>  $kinds
     * @return bool false when it was cancelled
     */
    private function keep(string $id, array $kinds): bool
    {
        $left = $this->database->table('accounts')->whereIn('hash_kind', $kinds)->count();

        return $this->database->table('wrap_runs')->where('id', $id)->where('state', 'running')->update(['done' => $this->database->raw("max(0, total - {$left})")]) === 1;
    }

    private function enclose(int $seq, #[\SensitiveParameter] string $stored): void
    {
        $scheme = Schemes::verifying($stored);
        if ($scheme instanceof Wrappable) {
            $wrapped = Wrapped::enclose($scheme, $stored, $this->rules->argon2id, $this->entropy->bytes(self::SALT_BYTES));
            $this->database->table('accounts')->where('seq', $seq)->where('password_hash', $stored)->update(['password_hash' => $wrapped, 'hash_kind' => HashKind::of($wrapped)]);
        }
    }
}
