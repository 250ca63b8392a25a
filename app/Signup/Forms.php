<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Kennel\App\Platform\Moment;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\Token;
use Kennel\Core\Signup\BotRules;
use Kennel\Core\Signup\DecideBots;
use Kennel\Core\Signup\FormFacts;
use Psr\Clock\ClockInterface;

/**
 * Opens sign-up forms and checks the ones that come back. An open form is nothing we keep: when it was opened, and its challenge, are
 * sealed into the token it is sent back with. Only that it was sent is kept, for as long as it could be sent again.
 */
final readonly class Forms
{
    public function __construct(
        private ConnectionInterface $database,
        private Encrypter $encrypter,
        private Entropy $entropy,
        private ClockInterface $clock,
        private BotRules $rules,
        private DecideBots $decide,
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

    public function judge(string $app, FormInput $form, string $source): ?Reason
    {
        $opened = $this->read($app, $form->token);
        $digest = $this->digest($source);

        return ($this->decide)(new FormFacts(
            $opened['at'] ?? null,
            $opened['challenge'] ?? '',
            $opened !== null && $this->database->table('signup_forms_sent')->where('challenge', $opened['challenge'])->exists(),
            $form->trap,
            $form->answer,
            $this->rules->attempts === 0 ? 0 : $this->attemptsOf($digest),
        ), $this->clock->now());
    }

    /** Called in the transaction of the sign-up: whoever sends the same form at the same moment loses here. */
    public function spend(string $app, FormInput $form, string $source): bool
    {
        $now = Moment::write($this->clock->now());
        $this->database->table('signup_attempts')->insert(['source_digest' => $this->digest($source), 'at' => $now]);
        $opened = $this->read($app, $form->token);
        if ($opened === null) {
            return ! $this->rules->needForm();
        }
        try {
            $this->database->table('signup_forms_sent')->insert(['challenge' => $opened['challenge'], 'sent_at' => $now]);
        } catch (UniqueConstraintViolationException) {
            return ! $this->rules->needForm();
        }

        return true;
    }

    /** Seconds until the source may try again. */
    public function retryAfter(string $source): int
    {
        $first = $this->database->table('signup_attempts')->where('source_digest', $this->digest($source))->where('at', '>', $this->since())->min('at');

        return $first === null ? 1 : max(1, $this->rules->attemptsWithin->after(Moment::read($first))->getTimestamp() - $this->clock->now()->getTimestamp());
    }

    private function attemptsOf(string $digest): int
    {
        return $this->database->table('signup_attempts')->where('source_digest', $digest)->where('at', '>', $this->since())->count();
    }

    private function since(): string
    {
        return Moment::write($this->clock->now()->modify("-{$this->rules->attemptsWithin->seconds} seconds"));
    }

    /** An address of version 6 counts by its /64, which is what one household or server is given. */
    private function digest(string $source): string
    {
        $bytes = (string) @inet_pton($source);

        return hash_hmac('sha256', strlen($bytes) === 16 ? substr($bytes, 0, 8) : $source, (string) config('app.key'));
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
