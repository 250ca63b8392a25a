<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Passwords\HashDay;
use Kennel\App\Platform\Moment;
use Kennel\App\Signup\PastVerdict;
use Kennel\App\Signup\SignupTally;

/** The last month's figures: forms opened, refusals, lengths of passwords, verdicts, stored hashes by kind. In keeping with the accounts that were made. */
final readonly class Figures
{
    private const DAYS = 30;

    private const REFUSALS = ['password.too_short' => 30, 'password.common' => 14, 'email.domain_refused' => 12, 'terms.required' => 9, 'email.domain_not_listed' => 8, 'email.invalid' => 5, 'password.is_address' => 3];

    /** @param  list<array<string, mixed>>  $accounts */
    public function write(array $accounts, SeededEntropy $entropy, \DateTimeImmutable $start, \Closure $insert): void
    {
        $since = Moment::write($start->modify('-'.self::DAYS.' days'));
        $tallies = $verdicts = [];
        $count = static function (string $day, string $app, string $what, string $detail, int $more = 1) use (&$tallies): void {
            $tallies["{$day} {$app} {$what} {$detail}"] ??= ['day' => $day, 'app_key' => $app, 'what' => $what, 'detail' => $detail, 'tally' => 0];
            $tallies["{$day} {$app} {$what} {$detail}"]['tally'] += $more;
        };
        foreach ($accounts as $account) {
            if ($account['created_at'] < $since) {
                continue;
            }
            $day = substr($account['created_at'], 0, 10);
            $app = $account['app_key'];
            $count($day, $app, 'opened', '', $entropy->random->getInt(1, 3));
            $count($day, $app, 'password_length', sprintf('%02d', min(64, 12 + (int) ($entropy->random->getInt(0, 100) ** 2 / 500))));
            $verdicts[] = ['day' => $day, 'app_key' => $app, 'domain' => explode('@', $account['email'])[1], 'reasons' => '[]'];
            foreach (self::REFUSALS as $code => $share) {
                if ($entropy->chance($share) && ($app === 'kitloft' || $code !== 'email.domain_not_listed')) {
                    $count($day, $app, 'opened', '');
                    $count($day, $app, 'refused', $code);
                    $verdicts[] = ['day' => $day, 'app_key' => $app, 'domain' => $code === 'email.domain_refused' ? 'spillway.test' : 'post.example', 'reasons' => json_encode([$code], JSON_THROW_ON_ERROR)];
                }
            }
        }
        // One night a program found the form.
        $night = $start->modify('-9 days')->format('Y-m-d');
        foreach (['bots.work' => 611, 'bots.trap' => 284, 'bots.time' => 97, 'bots.source' => 203] as $code => $tally) {
            $count($night, 'gaugebook', 'refused', $code, $tally);
        }
        $insert(HashDay::class, $this->hashDays($accounts, $start));
        $insert(SignupTally::class, array_values($tallies));
        $insert(PastVerdict::class, $verdicts);
    }

    /**
     * Day by day about one in a hundred of those with an older hash came back, and got a current one.
     *
     * @param  list<array<string, mixed>>  $accounts
     * @return list<array{day: string, kind: string, accounts: int}>
     */
    private function hashDays(array $accounts, \DateTimeImmutable $start): array
    {
        $kinds = array_count_values(array_column($accounts, 'hash_kind'));
        arsort($kinds);
        $current = (string) array_key_first($kinds);
        unset($kinds[$current]);
        $rows = [];
        for ($ago = self::DAYS; $ago > 0; $ago--) {
            $day = $start->modify("-{$ago} days")->format('Y-m-d');
            $older = array_map(static fn (int $now): int => (int) round($now / 0.99 ** $ago), $kinds);
            $all = count(array_filter($accounts, static fn (array $account): bool => substr($account['created_at'], 0, 10) <= $day));
            foreach ([$current => max(0, $all - array_sum($older)), ...$older] as $kind => $held) {
                $rows[] = ['day' => $day, 'kind' => (string) $kind, 'accounts' => $held];
            }
        }

        return $rows;
    }
}
