<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Psr\Clock\ClockInterface;

/** The secrets of apps: two at a time, so that one can take the other's place without a gap. */
final readonly class AppSecrets
{
    public const MOST = 2;

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private Entropy $entropy, private AuditTrail $audit)
    {
    }

    /** @return list<AppSecret> those that count, the newest first */
    public function of(string $app): array
    {
        return array_values(AppSecret::query()->where('app_key', $app)->whereNull('revoked_at')->orderByDesc('seq')->get()->all());
    }

    /** @return list<AppSecret> those that were withdrawn, the last first */
    public function revokedOf(string $app, int $limit): array
    {
        return array_values(AppSecret::query()->where('app_key', $app)->whereNotNull('revoked_at')->orderByDesc('revoked_at')->limit($limit)->get()->all());
    }

    /**
     * @return array{secret: AppSecret, token: Token} the one time it is told
     *
     * @throws Refusal where it has two, or shows itself in another way
     */
    public function add(Client $client, Actor $by): array
    {
        if ($client->authentication !== ClientAuthentication::Secret) {
            throw Refusal::invalid([new Reason('client.needs_no_secret', null, ['method' => $client->authentication->value])]);
        }
        $token = Token::draw($this->entropy);

        return $this->database->transaction(function () use ($client, $by, $token): array {
            if (AppSecret::query()->where('app_key', $client->key)->whereNull('revoked_at')->count() >= self::MOST) {
                throw Refusal::conflict('client.secrets_full');
            }
            $id = (string) Str::uuid7();
            AppSecret::query()->insert([
                'id' => $id, 'app_key' => $client->key, 'digest' => $token->digest(), 'hint' => substr($token->reveal(), -4), 'created_by' => $by->name,
                'created_at' => Moment::write($this->clock->now()),
            ]);
            $this->audit->record('app.secret_added', $by, null, [], ['app' => $client->key, 'hint' => substr($token->reveal(), -4)], record: 'app');

            return ['secret' => AppSecret::query()->where('id', $id)->firstOrFail(), 'token' => $token];
        });
    }

    /** @throws Refusal where there is none */
    public function revoke(string $app, string $id, Actor $by): void
    {
        $this->database->transaction(function () use ($app, $id, $by): void {
            $secret = AppSecret::query()->where('app_key', $app)->where('id', $id)->whereNull('revoked_at')->first() ?? throw Refusal::notFound();
            AppSecret::query()->whereKey($secret->seq)->update(['revoked_at' => Moment::write($this->clock->now()), 'revoked_by' => $by->name]);
            $this->audit->record('app.secret_revoked', $by, null, ['app' => $app, 'hint' => $secret->hint], ['app' => $app, 'hint' => ''], record: 'app');
        });
    }
}
