<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Credentials\Passwords\HashDay;
use Kennel\App\Foundation\Moment;
use Kennel\App\Registration\Signup\PastVerdict;
use Kennel\App\Registration\Signup\SignupTally;

/** The last month's figures: forms opened, refusals, lengths of passwords, verdicts, stored hashes by kind. In keeping with the accounts that were made. */
final class Figures
{
    private const DAYS = 30;

    private const REFUSALS = ['password.too_short' => 30, 'password.common' => 14, 'email.domain_refused' => 12, 'terms.required' => 9, 'email.domain_not_listed' => 8, 'email.invalid' => 5, 'password.is_address' => 3];

    /** @var array<string, array<string, mixed>> */
    private array $tallies = [];

    /** @var array<string, int> accounts by the day they were made */
    private array $made = [];

    /** @var array<string, int> */
    private array $kinds = [];

    private readonly string $since;

    public function __construct(private readonly SeededEntropy $entropy, private readonly \DateTimeImmutable $start, private readonly Loader $loader)
    {
        $this->since = Moment::write($start->modify('-'.self::DAYS.' days'));
    }

    /** @param  array<string, mixed>  $account */
    public function note(array $account): void
    {
        $day = substr($account['created_at'], 0, 10);
        $this->made[$day] = ($this->made[$day] ?? 0) + 1;
        $this->kinds[$account['hash_kind']] = ($this->kinds[$account['hash_kind']] ?? 0) + 1;
        if ($account['created_at'] < $this->since) {
            return;
        }
        $app = $account['app_key'];
        $this->count($day, $app, 'opened', '', $this->entropy->random->getInt(1, 3));
        $this->count($day, $app, 'password_length', sprintf('%02d', min(64, 12 + (int) ($this->entropy->random->getInt(0, 100) ** 2 / 500))));
        $this->loader->add(PastVerdict::class, [['day' => $day, 'app_key' => $app, 'domain' => explode('@', $account['email'])[1], 'reasons' => '[]']]);
        foreach (self::REFUSALS as $code => $share) {
            if ($this->entropy->chance($share) && ($app === 'kitloft' || $code !== 'email.domain_not_listed')) {
                $this->count($day, $app, 'opened', '');
                $this->count($day, $app, 'refused', $code);
                $this->loader->add(PastVerdict::class, [['day' => $day, 'app_key' => $app, 'domain' => $code === 'email.domain_refused' ? 'spillway.test' : 'post.example', 'reasons' => json_encode([$code], JSON_THROW_ON_ERROR)]]);
            }
        }
    }

    public function write(): void
    {
        // One night a program found the form.
        $night = $this->start->modify('-9 days')->format('Y-m-d');
        foreach (['bots.work' => 611, 'bots.trap' => 284, 'bots.time' => 97, 'bots.source' => 203] as $code => $tally) {
            $this->count($night, 'gaugebook', 'refused', $code, $tally);
        }
        $this->loader->add(HashDay::class, $this->hashDays());
        $this->loader->add(SignupTally::class, array_values($this->tallies));
    }

    private function count(string $day, string $app, string $what, string $detail, int $more = 1): void
    {
        $this->tallies["{$day} {$app} {$what} {$detail}"] ??= ['day' => $day, 'app_key' => $app, 'what' => $what, 'detail' => $detail, 'tally' => 0];
        $this->tallies["{$day} {$app} {$what} {$detail}"]['tally'] += $more;
    }

    /**
     * Day by day about one in a hundred of those with an older hash came back, and got a current one.
     *
     * @return list<array{day: string, kind: string, accounts: int}>
     */
    private function hashDays(): array
    {
        $kinds = $this->kinds;
        arsort($kinds);
        $current = (string) array_key_first($kinds);
        unset($kinds[$current]);
        $rows = [];
        for ($ago = self::DAYS; $ago > 0; $ago--) {
            $day = $this->start->modify("-{$ago} days")->format('Y-m-d');
            $older = array_map(static fn (int $now): int => (int) round($now / 0.99 ** $ago), $kinds);
            $all = array_sum(array_filter($this->made, static fn (string $made): bool => $made <= $day, ARRAY_FILTER_USE_KEY));
            foreach ([$current => max(0, $all - array_sum($older)), ...$older] as $kind => $held) {
                $rows[] = ['day' => $day, 'kind' => (string) $kind, 'accounts' => $held];
            }
        }

        return $rows;
    }
}
