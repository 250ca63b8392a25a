<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\Clients\FindClient;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\AuthorizationRequest;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Kennel\Core\OAuth\Tokens\UserCode;
use Psr\Clock\ClockInterface;

/** Devices without a keyboard: they show a code, and wait until somebody has typed it elsewhere (RFC 8628). */
final readonly class Devices
{
    private const MINUTES = 10;

    /** In seconds, between two questions of a device. */
    private const INTERVAL = 5;

    public function __construct(
        private ConnectionInterface $database,
        private FindClient $find,
        private Authorize $authorize,
        private Holdings $holdings,
        private IssueTokens $issue,
        private Grants $grants,
        private ClockInterface $clock,
        private Entropy $entropy,
    ) {
    }

    /**
     * @return array<string, mixed> the answer of RFC 8628 §3.2
     *
     * @throws OAuthRefused
     */
    public function begin(Client $client, Parameters $form, string $source): array
    {
        if (! $client->may(GrantType::DeviceCode)) {
            throw new OAuthRefused(OAuthError::UnauthorizedClient, 'The app is not registered for device_code.');
        }
        $scope = AuthorizationRequest::scope($form->text('scope') ?? '', $client->scopeOf(GrantType::DeviceCode));
        $resources = AuthorizationRequest::resources($form->texts('resource'), $client);
        $device = Token::draw($this->entropy);
        $user = UserCode::draw($this->entropy);
        $now = $this->clock->now();
        DeviceRequest::query()->insert([
            'id' => (string) Str::uuid7(), 'device_digest' => $device->digest(), 'user_digest' => $user->digest(), 'app_key' => $client->key, 'scope' => $scope->toString(),
            'resources' => json_encode($resources, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES), 'source' => $source, 'state' => 'waiting', 'interval' => self::INTERVAL,
            'created_at' => Moment::write($now), 'expires_at' => Moment::write($now->modify('+'.self::MINUTES.' minutes')),
        ]);
        $page = Issuer::name()."/a/{$client->key}/device";

        return [
            'device_code' => $device->reveal(), 'user_code' => $user->reveal(), 'verification_uri' => $page, 'verification_uri_complete' => "{$page}#code={$user->reveal()}",
            'expires_in' => self::MINUTES * 60, 'interval' => self::INTERVAL,
        ];
    }

    /**
     * What is let in by a code that somebody typed.
     *
     * @return array{request: DeviceRequest, client: Client}
     *
     * @throws Refusal for a code that nobody waits by
     */
    public function find(string $typed): array
    {
        $code = UserCode::read($typed);
        $row = $code === null ? null : DeviceRequest::query()->where('user_digest', $code->digest())->where('state', 'waiting')->where('expires_at', '>', Moment::write($this->clock->now()))->first();
        $client = $row === null ? null : ($this->find)($row->app_key);
        if ($row === null || $client === null) {
            throw Refusal::invalid([new Reason('device.code', 'code')]);
        }

        return ['request' => $row, 'client' => $client];
    }

    /** @throws Refusal for a code that nobody waits by, and for whoever owes something */
    public function answer(string $typed, bool $isLetIn, SignedIn $person): void
    {
        ['request' => $row, 'client' => $client] = $this->find($typed);
        if ($person->access !== Access::Full) {
            throw Refusal::notAllowed('session.limited', $person->reasons);
        }
        // Of what the app may still ask for: it may be registered otherwise since.
        $scope = Scope::parse($row->scope) ?? Scope::of([]);
        if (! $scope->isWithin($client->scopeOf(GrantType::DeviceCode))) {
            throw Refusal::invalid([new Reason('device.code', 'code')]);
        }
        /** @var list<string> $resources */
        $resources = json_decode($row->resources, true, flags: JSON_THROW_ON_ERROR);
        $this->database->transaction(function () use ($row, $client, $scope, $resources, $isLetIn, $person): void {
            $seq = null;
            if ($isLetIn) {
                $this->grants->add($person, $client->key, $scope);
                // Of a code that nobody has: where most rows had none, SQLite's statistics would make it look through all of them for each code.
                $code = Token::draw($this->entropy)->digest();
                $seq = Authorization::query()->insertGetId([...$this->authorize->letIn($client, $person, $scope, $resources), 'code_digest' => $code, 'lapses_at' => $row->expires_at]);
            }
            $answered = DeviceRequest::query()->whereKey($row->seq)->where('state', 'waiting')->update(['state' => $isLetIn ? 'allowed' : 'denied', 'authorization_seq' => $seq]);
            if ($answered !== 1) {
                throw Refusal::invalid([new Reason('device.code', 'code')]);
            }
        });
    }

    /**
     * The device asks whether somebody has.
     *
     * @return array<string, mixed> the answer of RFC 6749 §5.1
     *
     * @throws OAuthRefused
     */
    public function poll(Client $client, Parameters $form, ?KeyProof $proof): array
    {
        $code = Token::read($form->needed('device_code'));
        $row = $code === null ? null : DeviceRequest::query()->where('device_digest', $code->digest())->where('app_key', $client->key)->first();
        $now = $this->clock->now();
        if ($row === null) {
            throw new OAuthRefused(OAuthError::InvalidGrant, 'The device_code is not known, or was used.');
        }
        if (Moment::read($row->expires_at) <= $now) {
            throw new OAuthRefused(OAuthError::ExpiredToken, 'The device_code has run out; ask for another.');
        }
        if ($row->state === 'denied') {
            throw new OAuthRefused(OAuthError::AccessDenied, 'The person said no.');
        }
        if ($row->state === 'waiting' || $row->authorization_seq === null) {
            throw $this->wait($row, $now);
        }
        $holding = $this->holdings->at($row->authorization_seq);
        if ($holding === null || ! $holding->isLive($now)) {
            throw new OAuthRefused(OAuthError::InvalidGrant, 'What was granted was taken back meanwhile.');
        }
        $refresh = $client->may(GrantType::RefreshToken) ? RefreshToken::draw($this->entropy) : null;

        return $this->issue->of(
            $client, $holding, $holding->scope, $form->texts('resource'), $refresh, GrantType::DeviceCode, null, $proof,
            fn (): bool => $this->database->transaction(static fn (): bool => DeviceRequest::query()->whereKey($row->seq)->delete() === 1
                && Authorization::query()->whereKey($holding->seq)->whereNull('ended_at')->update(IssueTokens::begun($client, $holding, $refresh, $now, $proof)) === 1),
        ) ?? throw new OAuthRefused(OAuthError::InvalidGrant, 'The device_code is not known, or was used.');
    }

    /** Whoever asks too soon has to wait longer from then on (RFC 8628 §3.5). */
    private function wait(DeviceRequest $row, \DateTimeImmutable $now): OAuthRefused
    {
        $last = Moment::readOrNull($row->polled_at);
        $isTooSoon = $last !== null && $now->getTimestamp() - $last->getTimestamp() < $row->interval;
        DeviceRequest::query()->whereKey($row->seq)->update(['polled_at' => Moment::write($now), ...$isTooSoon ? ['interval' => $row->interval + self::INTERVAL] : []]);

        return $isTooSoon
            ? new OAuthRefused(OAuthError::SlowDown, 'Asked too soon; wait five seconds longer between two questions from now on.')
            : new OAuthRefused(OAuthError::AuthorizationPending, 'Nobody has typed the code yet.');
    }
}
