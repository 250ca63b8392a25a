<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;
use Kennel\App\Credentials\Sessions\LiveSessions;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Outgoing\Outgoing;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\Foundation\Outgoing\OutgoingRefused;
use Kennel\Core\OAuth\Clients\Clients;
use Psr\Clock\ClockInterface;

/**
 * Tells an app that somebody signed out (OpenID Connect Back-Channel Logout 1.0). A queued job: an app that does not answer holds no person up, and is told again later,
 * each time a little later than before.
 */
final class TellSignedOut implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    /** In seconds. */
    private const PATIENCE = 5;

    /** In bytes: nothing of the answer is used. */
    private const LARGEST = 65_536;

    /** §2.4 leaves it open; two minutes are enough for one that is on its way, in seconds. */
    private const COUNTS_FOR = 120;

    public int $tries = 6;

    /** @var list<int> in seconds */
    public array $backoff = [10, 60, 300, 900, 3_600];

    public function __construct(public readonly string $app, public readonly string $accountId, public readonly string $sessionId)
    {
        $this->onConnection('long')->onQueue('long');
    }

    public function handle(Clients $clients, SigningKeys $keys, Outgoing $outgoing, ClockInterface $clock): void
    {
        $client = $clients->find($this->app);
        if ($client === null || $client->backchannelLogoutUri === '') {
            return;
        }
        $now = $clock->now()->getTimestamp();
        $token = $keys->sign([
            'iss' => Issuer::name(), 'sub' => $this->accountId, 'aud' => $client->key, 'iat' => $now, 'exp' => $now + self::COUNTS_FOR, 'jti' => hash('sha256', "{$this->app} {$this->sessionId} {$now}"),
            'events' => ['http://schemas.openid.net/event/backchannel-logout' => (object) []], 'sid' => $this->sessionId,
        ], $client->algorithm, 'logout+jwt');
        try {
            $answer = $outgoing->send('POST', $client->backchannelLogoutUri, ['form_params' => ['logout_token' => $token]], self::LARGEST, self::PATIENCE);
        } catch (OutgoingRefused $refused) {
            // It stays so until the rule is changed, so it is not tried again.
            $this->fail(new \RuntimeException("{$this->app} could not be told of a sign-out. {$refused->getMessage()}", previous: $refused));

            return;
        } catch (ConnectionException $error) {
            throw new \RuntimeException("{$this->app} could not be told that somebody signed out: it cannot be reached.", previous: $error);
        }
        if (! $answer->successful()) {
            throw new \RuntimeException("{$this->app} could not be told that somebody signed out: it answered {$answer->status()}.");
        }
    }

    /**
     * Whom nobody has told yet, however the session came to its end. Called every minute.
     *
     * @return int how many
     */
    public static function all(Clients $clients, LiveSessions $sessions, ClockInterface $clock): int
    {
        $apps = array_keys(array_filter($clients->all, static fn ($client): bool => $client->backchannelLogoutUri !== ''));
        $told = 0;
        foreach ($apps === [] ? [] : Authorization::query()->signedOut(array_map(strval(...), $apps), $sessions->ids())->limit(500)->get() as $one) {
            // By one alone, and both or neither: jobs lie in the same database.
            $told += DB::transaction(static function () use ($one, $clock): int {
                $marked = Authorization::query()->whereKey($one->seq)->whereNull('told_at')->update(['told_at' => Moment::write($clock->now())]);
                $marked === 1 && self::dispatch($one->app_key, $one->account_id, $one->session_id);

                return $marked;
            });
        }

        return $told;
    }
}
