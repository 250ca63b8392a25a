<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\OAuth\Clients\AppSecret;
use Kennel\App\OAuth\SigningKeys\MakeKey;
use Kennel\App\OAuth\SigningKeys\SigningKey;
use Kennel\App\OAuth\Tokens\AppGrant;
use Kennel\App\OAuth\Tokens\Authorization;
use Kennel\App\OAuth\Tokens\TokenTally;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use Kennel\Core\OAuth\SigningKeys\Thumbprint;

/** Four weeks of the network's apps: who is let in, what they renewed, a secret that was withdrawn, a key that got out, and one refresh token that was shown twice. */
final class TokenFiller
{
    private const DAYS = 28;

    /** Of so many accounts: the demo can be large. */
    private const ACCOUNTS = 2_000;

    private const SCOPES = ['gaugebook' => 'openid profile roles readings offline_access', 'floodline' => 'openid roles notices:publish offline_access', 'kitloft' => 'openid profile offline_access'];

    private int $noted = 0;

    private bool $hasReused = false;

    public function __construct(private readonly SeededEntropy $entropy, private readonly \DateTimeImmutable $start, private readonly Loader $loader, private readonly Encrypter $encrypter)
    {
    }

    /**
     * @param  array<string, mixed>  $account
     * @return string|null when its refresh token was shown twice
     */
    public function note(array $account): ?string
    {
        $scope = self::SCOPES[$account['app_key'] ?? ''] ?? null;
        if ($scope === null || $account['status'] !== 'active' || $account['seen_at'] === '' || $this->noted++ >= self::ACCOUNTS || ! $this->entropy->chance(35)) {
            return null;
        }
        $begun = $this->entropy->random->getInt(86_400, 13 * 86_400);
        $isReused = ! $this->hasReused && $account['app_key'] === 'kitloft';
        $this->hasReused = $this->hasReused || $isReused;
        $reused = $isReused ? Scenario::moment($this->start, 500) : null;
        $this->loader->add(Authorization::class, [[
            'id' => $this->entropy->uuid($this->start->modify("-{$begun} seconds")), 'app_key' => $account['app_key'], 'account_id' => $account['id'], 'session_id' => $this->entropy->uuid($this->start->modify("-{$begun} seconds")),
            'scope' => $scope, 'resources' => '[]', 'is_offline' => true, 'proven_at' => Scenario::moment($this->start, $begun), 'proven_by' => 'password', 'code_used_at' => Scenario::moment($this->start, $begun),
            'code_digest' => bin2hex($this->entropy->bytes(32)), 'family_digest' => bin2hex($this->entropy->bytes(32)), 'current_digest' => bin2hex($this->entropy->bytes(32)),
            'renewed_at' => Scenario::moment($this->start, $this->entropy->random->getInt(600, $begun)), 'created_at' => Scenario::moment($this->start, $begun), 'lapses_at' => Scenario::moment($this->start, -$this->entropy->random->getInt(86_400, 12 * 86_400)),
            'ended_at' => $reused, 'ended_by' => $isReused ? 'refresh token used twice' : null,
        ]]);
        if ($account['app_key'] === 'floodline') {
            $this->loader->add(AppGrant::class, [['id' => $this->entropy->uuid($this->start->modify("-{$begun} seconds")), 'account_id' => $account['id'], 'app_key' => 'floodline', 'scope' => $scope, 'agreed_at' => Scenario::moment($this->start, $begun)]]);
        }

        return $reused;
    }

    public function write(): void
    {
        $this->loader->add(TokenTally::class, $this->tallies());
        $this->loader->add(AppSecret::class, [$this->secret('gaugebook', 210, 3, 'Oriel Vance'), $this->secret('gaugebook', 9, null), $this->secret('stagewire', 120, null)]);
        $this->loader->add(SigningKey::class, [$this->key(190, 188), $this->key(100, 98, 40), $this->key(40, 40)]);
    }

    /** @return list<array<string, mixed>> */
    private function tallies(): array
    {
        $rows = [];
        foreach (['gaugebook' => 14, 'floodline' => 4, 'kitloft' => 7, 'stagewire' => 0, 'gauge-cli' => 0] as $app => $ordinary) {
            for ($ago = 0; $ago < self::DAYS; $ago++) {
                $day = $this->start->modify("-{$ago} days");
                $let = (int) round($ordinary * ((int) $day->format('N') > 5 ? 1.8 : 1) * $this->entropy->random->getInt(60, 140) / 100);
                $counts = [
                    'authorization' => $let, 'authorization_code' => max(0, $let - $this->entropy->random->getInt(0, 1)), 'refresh_token' => $let * $this->entropy->random->getInt(6, 12),
                    'invalid_grant' => $this->entropy->random->getInt(0, 3), ...$app === 'stagewire' ? ['client_credentials' => $this->entropy->random->getInt(90, 98)] : [],
                    ...$app === 'gauge-cli' && $ago % 3 === 0 ? ['authorization' => 1, 'urn:ietf:params:oauth:grant-type:device_code' => 1, 'authorization_pending' => $this->entropy->random->getInt(2, 9)] : [],
                    ...$app === 'floodline' ? ['access_denied' => $this->entropy->random->getInt(0, 1)] : [],
                ];
                foreach (array_filter($counts) as $what => $times) {
                    $rows[] = ['app_key' => $app, 'day' => $day->format('Y-m-d'), 'what' => $what, 'times' => $times];
                }
            }
        }

        return $rows;
    }

    /** @return array<string, mixed> */
    private function secret(string $app, int $daysAgo, ?int $revokedAgo, ?string $by = null): array
    {
        $token = Token::draw($this->entropy);

        return [
            'id' => $this->entropy->uuid($this->start->modify("-{$daysAgo} days")), 'app_key' => $app, 'digest' => $token->digest(), 'hint' => substr($token->reveal(), -4), 'created_by' => 'Maren Thistlewood',
            'created_at' => Scenario::moment($this->start, $daysAgo * 86_400), 'used_at' => Scenario::moment($this->start, ($revokedAgo ?? 0) * 86_400 + 1_500),
            'revoked_at' => $revokedAgo === null ? null : Scenario::moment($this->start, $revokedAgo * 86_400), 'revoked_by' => $by,
        ];
    }

    /** @return array<string, mixed> */
    private function key(int $madeAgo, int $signsFrom, ?int $withdrawnAgo = null): array
    {
        $made = (new MakeKey($this->entropy))(SigningAlgorithm::EdDsa);

        return [
            'id' => Thumbprint::of($made['public']), 'algorithm' => SigningAlgorithm::EdDsa->value, 'public_jwk' => json_encode($made['public'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES),
            'sealed' => $withdrawnAgo === null ? $this->encrypter->encrypt($made['private']->reveal()) : '', 'created_at' => Scenario::moment($this->start, $madeAgo * 86_400), 'used_from' => Scenario::moment($this->start, $signsFrom * 86_400),
            'withdrawn_at' => $withdrawnAgo === null ? null : Scenario::moment($this->start, $withdrawnAgo * 86_400), 'withdrawn_by' => $withdrawnAgo === null ? null : 'Kofi Mensah-Reed',
            'withdrawn_why' => $withdrawnAgo === null ? null : 'A backup with the keys lay on a stick that is lost',
        ];
    }
}
