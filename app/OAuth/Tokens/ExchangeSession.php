<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Tokens\AuthorizationRequest;
use Kennel\Core\OAuth\Tokens\KeyProof;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Psr\Clock\ClockInterface;

/**
 * An app of the service's own, whose backend signed somebody up or in by our API, exchanges the session that came of it for tokens (RFC 8693): its people never leave
 * its pages, and no password goes through the token endpoint. Once for each session, and while the session is new.
 */
final readonly class ExchangeSession
{
    /** What is exchanged: the value of the cookie that opened the session (RFC 8693 §3 leaves other types to whoever names them). */
    public const SESSION = 'urn:kennel:token-type:session';

    /** RFC 8693 §3 */
    public const ACCESS_TOKEN = 'urn:ietf:params:oauth:token-type:access_token';

    /** How new it has to be, in seconds. */
    private const NEW_FOR = 120;

    public function __construct(
        private ConnectionInterface $database,
        private Authorize $authorize,
        private Holdings $holdings,
        private IssueTokens $issue,
        private ClockInterface $clock,
        private Entropy $entropy,
    ) {
    }

    /**
     * @param  SignedIn|null  $person  whose session the subject_token opens, on the account pages; null for nobody's
     * @return array<string, mixed> the answer of RFC 8693 §2.2.1
     *
     * @throws OAuthRefused for what is no session, an old one, one of somebody who owes something, and one that was exchanged before
     */
    public function __invoke(Client $client, Parameters $form, ?KeyProof $proof, ?SignedIn $person): array
    {
        if ($form->needed('subject_token_type') !== self::SESSION) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The subject_token_type has to be '.self::SESSION.'.');
        }
        if (($form->text('requested_token_type') ?? self::ACCESS_TOKEN) !== self::ACCESS_TOKEN || $form->text('actor_token') !== null) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'An access token is given, in nobody else’s name.');
        }
        if ($client->asksConsent) {
            throw new OAuthRefused(OAuthError::UnauthorizedClient, 'People are asked before this app gets at their account, on a page of ours.');
        }
        $scope = AuthorizationRequest::scope($form->text('scope') ?? '', $client->scopeOf(GrantType::AuthorizationCode));
        $resources = AuthorizationRequest::resources($form->texts('resource'), $client);
        $refresh = $client->may(GrantType::RefreshToken) ? RefreshToken::draw($this->entropy) : null;
        $isNew = $person !== null && Moment::read($person->startedAt) >= $this->clock->now()->modify('-'.self::NEW_FOR.' seconds');
        if ($person === null || ! $isNew) {
            throw self::refused();
        }

        $holding = $this->database->transaction(function () use ($client, $proof, $person, $scope, $resources, $refresh): Holding {
            if (Authorization::query()->where('account_id', $person->accountId)->where('session_id', $person->sessionId)->where('app_key', $client->key)->exists()) {
                throw self::refused();
            }
            // Of a code that nobody has, as devices' are.
            $seq = Authorization::query()->insertGetId([...$this->authorize->letIn($client, $person, $scope, $resources), 'code_digest' => Token::draw($this->entropy)->digest(), 'lapses_at' => Moment::write($this->clock->now()->modify('+1 minute'))]);
            // As it stands now, session and account: they were read before.
            $holding = $this->holdings->at($seq) ?? throw self::refused();
            if ($holding->whyNot($this->clock->now()) !== null || ! $holding->sessionIsLive) {
                throw $holding->sessionIsLive ? new OAuthRefused(OAuthError::InvalidGrant, 'The account owes something before it can be used.') : self::refused();
            }
            Authorization::query()->whereKey($seq)->update(IssueTokens::begun($client, $holding, $refresh, $this->clock->now(), $proof));

            return $holding;
        });

        // The session was used up with what was just written.
        return ['issued_token_type' => self::ACCESS_TOKEN, ...$this->issue->of($client, $holding, $scope, [], $refresh, GrantType::TokenExchange, null, $proof, static fn (): bool => true) ?? throw self::refused()];
    }

    private static function refused(): OAuthRefused
    {
        return new OAuthRefused(OAuthError::InvalidGrant, 'The session is not known, is over, is not new any more, or was exchanged before.');
    }
}
