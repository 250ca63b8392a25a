<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Database\ConnectionInterface;
use Kennel\Core\Signup\SignupVerdict;
use Psr\Clock\ClockInterface;

/** Counts by day and app: forms opened, refusals by reason, lengths of accepted passwords. No row is of a person. */
final readonly class SignupFigures
{
    private const LONGEST_COUNTED = 64;

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock)
    {
    }

    public function opened(string $app): void
    {
        $this->add($app, 'opened', '');
    }

    /** @param  list<string>  $codes */
    public function refused(string $app, array $codes): void
    {
        foreach (array_unique($codes) as $code) {
            $this->add($app, 'refused', $code);
        }
    }

    public function passwordLength(string $app, int $length): void
    {
        $this->add($app, 'password_length', sprintf('%02d', min($length, self::LONGEST_COUNTED)));
    }

    /** Keeps the verdict of one submit for the impact of later drafts. */
    public function verdict(string $app, ?string $email, SignupVerdict $verdict): void
    {
        $at = $email === null ? false : strrpos($email, '@');
        $this->database->table('signup_verdicts')->insert([
            'day' => $this->day(),
            'app_key' => $app,
            'domain' => $at === false ? '' : mb_strtolower(mb_scrub(substr(trim((string) $email), $at + 1, 255))),
            'reasons' => json_encode($verdict->codes(), JSON_THROW_ON_ERROR),
        ]);
    }

    private function add(string $app, string $what, string $detail): void
    {
        $this->database->statement(
            'INSERT INTO signup_tallies (day, app_key, what, detail, tally) VALUES (?, ?, ?, ?, 1) ON CONFLICT (day, app_key, what, detail) DO UPDATE SET tally = tally + 1',
            [$this->day(), $app, $what, $detail],
        );
    }

    private function day(): string
    {
        return $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d');
    }
}
