<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Credentials\Throttling\SigninAttempt;
use Kennel\App\Credentials\Throttling\SigninHistory;
use Kennel\App\Foundation\Throttling\Source;

/**
 * A month of the network's sign-ins: people on their own devices who mistype now and then; an evening on which a whole office came from one address; and a
 * night on which somebody guessed at a few accounts from many.
 */
final class SigninFiller
{
    private const DAYS = 30;

    /** Of each account at most, and of so many accounts: the demo can be large. */
    private const MOST = 12;

    private const ACCOUNTS = 2_000;

    private const OFFICE = '198.51.100.20';

    /** The office's evening, and the guesser's night, in hours before the start. */
    private const EVENING = 16 * 24;

    private const NIGHT = 5 * 24;

    private const GUESSES = 120;

    private const GUESSED_AT = 3;

    private int $noted = 0;

    private int $guessedAt = 0;

    private int $atOffice = 0;

    public function __construct(private readonly SeededEntropy $entropy, private readonly \DateTimeImmutable $start, private readonly Loader $loader)
    {
    }

    /** @param  array<string, mixed>  $account */
    public function note(array $account): void
    {
        if ($account['status'] !== 'active' || $account['seen_at'] === '' || $this->noted++ >= self::ACCOUNTS) {
            return;
        }
        $rows = $this->ordinary($account);
        if ($this->atOffice < 40 && $account['app_key'] === 'kitloft') {
            $rows = [...$rows, ...$this->inTheOffice($account, $this->atOffice++)];
        }
        if ($this->guessedAt < self::GUESSED_AT && ! Scenario::isKeeper($account['email']) && $this->entropy->chance(10)) {
            $rows = [...$rows, ...$this->guessed($account, $this->guessedAt++)];
        }
        $this->loader->add(SigninAttempt::class, $rows);
    }

    /**
     * @param  array<string, mixed>  $account
     * @return list<array<string, mixed>>
     */
    private function ordinary(array $account): array
    {
        $home = '198.51.100.'.$this->entropy->random->getInt(30, 250);
        $rows = [];
        for ($left = $this->entropy->random->getInt(1, self::MOST); $left > 0; $left--) {
            $at = $this->entropy->random->getInt(3_600, self::DAYS * 86_400);
            $isNew = $this->entropy->chance(12);
            $slips = $this->entropy->chance(18) ? $this->entropy->random->getInt(1, 4) : 0;
            for ($slip = 0; $slip <= $slips; $slip++) {
                $rows[] = $this->row($account, $at - $slip * $this->entropy->random->getInt(6, 20), $home, ! $isNew, $slip === $slips ? 'in' : 'refused');
            }
        }

        return $rows;
    }

    /**
     * @param  array<string, mixed>  $account
     * @return list<array<string, mixed>>
     */
    private function inTheOffice(array $account, int $index): array
    {
        $at = self::EVENING * 3_600 - $index * 9;

        return [$this->row($account, $at, self::OFFICE, false, 'refused'), $this->row($account, $at - 4, self::OFFICE, false, 'refused'), $this->row($account, $at - 8, self::OFFICE, false, 'in')];
    }

    /**
     * @param  array<string, mixed>  $account
     * @return list<array<string, mixed>>
     */
    private function guessed(array $account, int $index): array
    {
        $rows = [];
        for ($guess = 0; $guess < self::GUESSES; $guess++) {
            $rows[] = $this->row($account, self::NIGHT * 3_600 - $guess * 40 - $index * 7, '203.0.113.'.(1 + $guess % 60), false, 'refused');
        }
        // The holder comes home in the middle of it, with a telephone that is new.
        $rows[] = $this->row($account, self::NIGHT * 3_600 - 30 * 40 - 3, '198.51.100.40', false, 'in');

        return $rows;
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array<string, mixed>
     */
    private function row(array $account, int $secondsBefore, string $source, bool $isKnown, string $outcome): array
    {
        return [
            ...SigninHistory::keys($account['lookup_key'], $source, Source::netOf($source)),
            'at' => ($this->start->getTimestamp() - max(60, $secondsBefore)) * 1_000 + $this->entropy->random->getInt(0, 999),
            'is_known_device' => $isKnown,
            'outcome' => $outcome,
            'account_id' => $account['id'],
        ];
    }
}
