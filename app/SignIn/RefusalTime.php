<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\App\Credentials\Passwords\HashTimes;
use Kennel\App\Directory\Accounts\StoredHashes;
use Kennel\App\Foundation\Pause;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordHasher;

/**
 * One time for every refused sign-in. While hashes of other kinds than today's are stored, verifying one takes another time, and that
 * would tell who has an account; so each refusal is held back for as long as the slowest of them takes. With one kind alone nothing
 * has to wait.
 */
final readonly class RefusalTime
{
    /** Beside what was measured: on a busy machine verifying takes longer now and then. */
    private const MARGIN = 1.4;

    /** In seconds. Nobody is made to wait longer, whatever hashes are stored: a worker that waits does nothing else. */
    private const LONGEST = 3.0;

    public function __construct(
        private StoredHashes $hashes,
        private PasswordHasher $hasher,
        private HashingRules $rules,
        private HashTimes $times,
        private Pause $pause,
    ) {
    }

    /** @param  int  $began  hrtime, in nanoseconds, before the password was verified */
    public function holdBack(int $began): void
    {
        $left = min(self::LONGEST, $this->seconds()) - (hrtime(true) - $began) / 1e9;
        if ($left > 0) {
            $this->pause->for($left);
        }
    }

    /** From before verifying to the answer; 0 when nothing has to wait. */
    private function seconds(): float
    {
        $others = array_values(array_diff($this->hashes->kinds(), [$this->rules->kind()]));
        if ($others === []) {
            return 0.0;
        }

        // A refusal of another kind costs its own verification and one by today's rule.
        return self::MARGIN * ($this->of($this->rules->kind()) + max(array_map($this->of(...), $others)));
    }

    /** Measured at the first refusal after a kind has come in, and once a week. */
    private function of(string $kind): float
    {
        return $this->times->known($kind) ?? $this->times->measure(
            $kind,
            $kind === $this->rules->kind() ? $this->hasher->decoy() : $this->hashes->oneOf($kind),
        );
    }
}
