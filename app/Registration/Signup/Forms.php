<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Cache\RateLimiter;
use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Registration\Signup\BotRules;
use Kennel\Core\Registration\Signup\DecideBots;
use Kennel\Core\Registration\Signup\FormFacts;
use Psr\Clock\ClockInterface;

/**
 * Opens sign-up forms and checks the ones that come back. An open form is nothing we keep: when it was opened, and its challenge, are
 * sealed into the token it is sent back with. Only that it was sent is kept, for as long as it could be sent again.
 */
final readonly class Forms
{
    public function __construct(
        private Encrypter $encrypter,
        private Entropy $entropy,
        private ClockInterface $clock,
        private BotRules $rules,
        private DecideBots $decide,
        private RateLimiter $limiter,
    ) {
    }

    /** @return array{token: string, challenge: string, wait_seconds: int, work_bits: int, trap: bool} */
    public function open(string $app): array
    {
        $challenge = Token::draw($this->entropy)->reveal();

        return [
            'token' => $this->encrypter->encrypt([$app, $challenge, Moment::write($this->clock->now())]),
            'challenge' => $challenge,
            'wait_seconds' => $this->rules->minimumTime->seconds,
            'work_bits' => $this->rules->workBits,
            'trap' => $this->rules->trap,
        ];
    }

    /** Counts the attempt too: those of one source are limited whatever comes of them. */
    public function judge(string $app, FormInput $form, string $source): ?Reason
    {
        $opened = $this->read($app, $form->token);

        return ($this->decide)(new FormFacts(
            $opened['at'] ?? null,
            $opened['challenge'] ?? '',
            $opened !== null && SentForm::query()->whereKey($opened['challenge'])->exists(),
            $form->trap,
            $form->answer,
            $this->rules->attempts === 0 ? 0 : $this->limiter->hit($this->key($source), $this->rules->attemptsWithin->seconds) - 1,
        ), $this->clock->now());
    }

    /** Called in the transaction of the sign-up: whoever sends the same form at the same moment loses here. */
    public function spend(string $app, FormInput $form): bool
    {
        $now = Moment::write($this->clock->now());
        $opened = $this->read($app, $form->token);
        if ($opened === null) {
            return ! $this->rules->needForm();
        }
        try {
            SentForm::query()->create(['challenge' => $opened['challenge'], 'sent_at' => $now]);
        } catch (UniqueConstraintViolationException) {
            return ! $this->rules->needForm();
        }

        return true;
    }

    /** Seconds until the source may try again. */
    public function retryAfter(string $source): int
    {
        return max(1, $this->limiter->availableIn($this->key($source)));
    }

    private function key(string $source): string
    {
        return 'throttle:signups:'.Throttle::digest(Source::ofAddress($source));
    }

    /** @return array{challenge: string, at: \DateTimeImmutable}|null */
    private function read(string $app, string $token): ?array
    {
        try {
            $parts = $token === '' ? null : $this->encrypter->decrypt($token);
        } catch (\Illuminate\Contracts\Encryption\DecryptException) {
            return null;
        }

        return is_array($parts) && ($parts[0] ?? null) === $app ? ['challenge' => (string) $parts[1], 'at' => Moment::read((string) $parts[2])] : null;
    }
}
