<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Platform\Moment;

/** The last month's sign-up figures: forms opened, refusals, lengths of passwords, verdicts. In keeping with the accounts that were made. */
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
        $insert('signup_tallies', array_values($tallies));
        $insert('signup_verdicts', $verdicts);
    }
}
