<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\Clients\FindClient;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\RedirectUri;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Kennel\Core\OAuth\Tokens\Assurance;
use Kennel\Core\OAuth\Tokens\AuthorizationRequest;
use Kennel\Core\OAuth\Tokens\DecideAuthorization;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\Present;
use Kennel\Core\OAuth\Tokens\Prompt;
use Kennel\Core\OAuth\Tokens\Step;
use Psr\Clock\ClockInterface;

/**
 * An app sends a person's browser to be let in. What it asked for is kept under a token while the account page finds out who is there: the session's cookie goes
 * along with no request that comes from another site.
 */
final readonly class Authorize
{
    /** How long a person may take, in seconds. */
    private const PATIENCE = 3_600;

    /** RFC 9126 §2.2: for how long a pushed request waits for its browser, in seconds. */
    public const PUSHED_FOR = 90;

    /** RFC 6749 §4.1.2 says ten minutes at most; a browser needs one. In seconds. */
    private const CODE_FOR = 60;

    /** RFC 9126 §2.2 */
    public const PUSHED = 'urn:ietf:params:oauth:request_uri:';

    public function __construct(
        private ConnectionInterface $database,
        private FindClient $find,
        private Grants $grants,
        private SigningKeys $keys,
        private AuditTrail $audit,
        private CountTokens $count,
        private ClockInterface $clock,
        private Entropy $entropy,
    ) {
    }

    /**
     * Whose request it is and where its answer goes: looked at before everything else, since nobody is sent to an address that is not registered.
     *
     * @throws OAuthRefused which is shown to the person, and told to no app
     */
    public function client(Parameters $asked): Client
    {
        $client = ($this->find)($asked->needed('client_id')) ?? throw new OAuthRefused(OAuthError::InvalidClient, 'No app is registered under this client_id.');
        self::requireRegistered($asked, $client);

        return $client;
    }

    /** @throws OAuthRefused */
    public function begin(Parameters $asked, Client $client): Token
    {
        AuthorizationRequest::read($asked, $client);

        return $this->keep($asked, $client, self::PATIENCE, false);
    }

    /**
     * An app that showed who it is hands its request over before (RFC 9126).
     *
     * @return string the request_uri
     *
     * @throws OAuthRefused
     */
    public function push(Parameters $asked, Client $client, ?KeyProof $proof): string
    {
        if ($proof !== null) {
            if (($asked->text('dpop_jkt') ?? $proof->thumbprint) !== $proof->thumbprint) {
                throw KeyProof::refused('It is of another key than dpop_jkt.');
            }
            $asked = Parameters::of([...$asked->only(AuthorizationRequest::KEPT), 'dpop_jkt' => $proof->thumbprint]);
        }
        if ($asked->text('request_uri') !== null) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'A pushed request must not have a request_uri.');
        }
        self::requireRegistered($asked, $client);
        AuthorizationRequest::read($asked, $client);

        return self::PUSHED.$this->keep($asked, $client, self::PUSHED_FOR, true)->reveal();
    }

    /**
     * What was pushed, in the place of what stands in the address. It counts once.
     *
     * @throws OAuthRefused
     */
    public function pushed(string $uri, string $clientId): Parameters
    {
        $token = str_starts_with($uri, self::PUSHED) ? Token::read(substr($uri, strlen(self::PUSHED))) : null;
        $row = $token === null ? null : PendingAuthorization::query()->where('digest', $token->digest())->where('is_pushed', true)->where('app_key', $clientId)
            ->where('expires_at', '>', Moment::write($this->clock->now()))->first();
        if ($row === null || PendingAuthorization::query()->whereKey($row->seq)->delete() !== 1) {
            throw new OAuthRefused(OAuthError::InvalidRequestUri, 'The request_uri is not known, was used, or has run out.');
        }

        return Parameters::of([...self::read($row), 'client_id' => $clientId]);
    }

    /** @throws Refusal for a request that is not known, or has run out */
    public function pending(string $token): PendingRequest
    {
        $read = Token::read($token);
        $row = $read === null ? null : PendingAuthorization::query()->where('digest', $read->digest())->where('is_pushed', false)->where('expires_at', '>', Moment::write($this->clock->now()))->first();
        $client = $row === null ? null : ($this->find)($row->app_key);
        if ($row === null || $client === null) {
            throw self::over();
        }
        try {
            $request = AuthorizationRequest::read(Parameters::of(self::read($row)), $client);
        } catch (OAuthRefused) {
            // The app was registered otherwise meanwhile.
            throw self::over();
        }
        if (! $client->redirectsTo($request->redirectUri)) {
            throw self::over();
        }

        return new PendingRequest($row->seq, $client, $request, Moment::read($row->created_at));
    }

    /** @throws OAuthRefused which is told to the app */
    public function step(PendingRequest $pending, ?SignedIn $person): Step
    {
        $agreed = $person === null ? null : $this->grants->find($person->accountId, $pending->client->key);

        $step = DecideAuthorization::of($pending->request, $pending->client, $person === null ? null : new Present(
            Moment::read($person->startedAt), $person->provenAt, $person->access === Access::Full, Assurance::of($person->proof), $agreed['scope'] ?? null, $agreed['at'] ?? null,
        ), $pending->askedAt, $this->clock->now());
        if ($person !== null && $step === Step::Grant && ! $this->isMeant($pending->request, $person)) {
            // Somebody else is signed in than whom the app means (OpenID Connect Core 1.0 §3.1.2.1, id_token_hint).
            return $pending->request->has(Prompt::None) ? throw new OAuthRefused(OAuthError::LoginRequired, 'Somebody else is signed in.') : Step::SignIn;
        }

        return $step;
    }

    /** The person agreed, on the page that says to what. */
    public function agree(PendingRequest $pending, SignedIn $person): void
    {
        $this->database->transaction(fn () => $this->grants->add($person, $pending->client->key, $pending->request->scope));
    }

    /**
     * Lets the app in.
     *
     * @return string where the browser goes back to, with the code
     *
     * @throws Refusal where the request was answered meanwhile
     */
    public function grant(PendingRequest $pending, SignedIn $person): string
    {
        $code = Token::draw($this->entropy);
        $this->database->transaction(function () use ($pending, $person, $code): void {
            if (PendingAuthorization::query()->whereKey($pending->seq)->delete() !== 1) {
                throw self::over();
            }
            $now = $this->clock->now();
            $until = $now->modify('+'.self::CODE_FOR.' seconds');
            $request = $pending->request;
            Authorization::query()->insert([
                ...$this->letIn($pending->client, $person, $request->scope, $request->resources),
                'nonce' => $request->nonce, 'code_digest' => $code->digest(), 'code_challenge' => $request->challenge->text, 'redirect_uri' => $request->redirectUri,
                'code_until' => Moment::write($until), 'lapses_at' => Moment::write($until), 'key_thumbprint' => $request->keyThumbprint,
            ]);
        });

        return self::answer($pending->request->redirectUri, ['code' => $code->reveal(), 'state' => $pending->request->state]);
    }

    /** The person, or the rules, say no. Nothing may be answered twice. */
    public function refuse(PendingRequest $pending, OAuthRefused $refused): string
    {
        PendingAuthorization::query()->whereKey($pending->seq)->delete();
        $this->count->note($pending->client->key, $refused->error->value);

        return self::refusal($pending->request->redirectUri, $pending->request->state, $refused);
    }

    public static function refusal(string $redirectUri, ?string $state, OAuthRefused $refused): string
    {
        return self::answer($redirectUri, [...$refused->toArray(), 'state' => $state]);
    }

    /**
     * The row of an authorization, but for what ties it to a code or a device. Called inside the act's transaction.
     *
     * @param  list<string>  $resources
     * @return array<string, mixed>
     */
    public function letIn(Client $client, SignedIn $person, Scope $scope, array $resources): array
    {
        $this->count->note($client->key, 'authorization');
        $this->audit->record('app.let_in', $person->asHolder(), ['id' => $person->accountId, 'name' => $person->name], [], ['app' => $client->key, 'scope' => $scope->toString()], record: 'authorization');

        return [
            'id' => (string) Str::uuid7(), 'app_key' => $client->key, 'account_id' => $person->accountId, 'session_id' => $person->sessionId, 'scope' => $scope->toString(),
            'resources' => json_encode($resources, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES), 'is_offline' => $scope->has(Scope::OFFLINE),
            'proven_at' => Moment::write($person->provenAt), 'proven_by' => $person->proof->first, 'second_factor' => $person->proof->second, 'created_at' => Moment::write($this->clock->now()),
        ];
    }

    /** @throws OAuthRefused */
    private static function requireRegistered(Parameters $asked, Client $client): void
    {
        if (! $client->redirectsTo($asked->needed('redirect_uri'))) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'This redirect_uri is not registered for the app.');
        }
    }

    private static function over(): Refusal
    {
        return Refusal::invalid([new Reason('authorization.over')], 'authorization.over');
    }

    private function isMeant(AuthorizationRequest $request, SignedIn $person): bool
    {
        $hint = $request->idTokenHint === null ? null : Jws::read($request->idTokenHint);

        return $hint === null || $this->keys->verify($hint) !== Verdict::Signed || $hint->text('sub') === $person->accountId;
    }

    private function keep(Parameters $asked, Client $client, int $seconds, bool $isPushed): Token
    {
        $token = Token::draw($this->entropy);
        $now = $this->clock->now();
        PendingAuthorization::query()->insert([
            'digest' => $token->digest(), 'app_key' => $client->key, 'parameters' => json_encode($asked->only(AuthorizationRequest::KEPT), JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE),
            'is_pushed' => $isPushed, 'created_at' => Moment::write($now), 'expires_at' => Moment::write($now->modify("+{$seconds} seconds")),
        ]);

        return $token;
    }

    /** @return array<string, string|list<string>> */
    private static function read(PendingAuthorization $row): array
    {
        /** @var array<string, string|list<string>> $parameters */
        $parameters = json_decode($row->parameters, true, flags: JSON_THROW_ON_ERROR);

        return $parameters;
    }

    /**
     * With who answers (RFC 9207).
     *
     * @param  array<string, string|null>  $parameters
     */
    private static function answer(string $redirectUri, array $parameters): string
    {
        return RedirectUri::with($redirectUri, [...$parameters, 'iss' => Issuer::name()]);
    }
}
