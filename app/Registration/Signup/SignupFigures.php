<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Support\Facades\DB;
use Kennel\Core\Registration\Signup\SignupVerdict;
use Psr\Clock\ClockInterface;

/** Counts by day and app: forms opened, refusals by reason, lengths of accepted passwords. No row is of a person. */
final readonly class SignupFigures
{
    private const LONGEST_COUNTED = 64;

    public function __construct(private ClockInterface $clock)
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
        PastVerdict::query()->create([
            'day' => $this->day(),
            'app_key' => $app,
            'domain' => mb_strtolower(mb_scrub(substr((string) strrchr(trim((string) $email), '@'), 1, 255))),
            'reasons' => $verdict->codes(),
        ]);
    }

    /** @return iterable<PastVerdict> since that day, in their order */
    public function verdictsSince(string $day): iterable
    {
        return PastVerdict::query()->where('day', '>=', $day)->orderBy('seq')->lazyById(1_000, 'seq');
    }

    /** @return list<SignupTally> accepted passwords shorter than so much, since that day */
    public function shorterThan(int $length, string $day): array
    {
        return array_values(SignupTally::query()->where('what', 'password_length')->where('day', '>=', $day)->where('detail', '<', sprintf('%02d', $length))->get()->all());
    }

    private function add(string $app, string $what, string $detail): void
    {
        $key = ['day' => $this->day(), 'app_key' => $app, 'what' => $what, 'detail' => $detail];
        SignupTally::query()->upsert([[...$key, 'tally' => 1]], array_keys($key), ['tally' => DB::raw('signup_tallies.tally + 1')]);
    }

    private function day(): string
    {
        return $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d');
    }
}
