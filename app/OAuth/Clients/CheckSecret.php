<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** Whether a secret is an app's. Asked at most requests for tokens, so it is made of nothing else. */
final readonly class CheckSecret
{
    /** "Last used" is written at most this often, in seconds: a token request should not be one write more. */
    private const USED_EVERY = 3_600;

    public function __construct(private ImmediateSqliteConnection $database, private ClockInterface $clock)
    {
    }

    /** Looked up by its digest: what the store compares says nothing of the secret. */
    public function isOf(string $app, #[\SensitiveParameter] string $shown): bool
    {
        $token = Token::read($shown);
        $secret = $token === null ? null : $this->database->look('SELECT seq, app_key, used_at FROM app_secrets WHERE digest = ? AND revoked_at IS NULL', [$token->digest()])[0] ?? null;
        if ($secret === null || ! hash_equals((string) $secret->app_key, $app)) {
            return false;
        }
        $now = $this->clock->now();
        if ($secret->used_at === null || $now->getTimestamp() - Moment::read((string) $secret->used_at)->getTimestamp() >= self::USED_EVERY) {
            AppSecret::query()->whereKey($secret->seq)->update(['used_at' => Moment::write($now)]);
        }

        return true;
    }
}
